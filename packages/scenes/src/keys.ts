export type { SubjectKey } from '@deft/core/subjects';
export type { ViewKey } from '@deft/contract';
