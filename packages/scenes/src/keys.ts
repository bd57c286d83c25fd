export type { SubjectKey } from '@deft/core';
export type { ViewKey } from '@deft/contract';
