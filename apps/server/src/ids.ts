import { randomBytes } from 'node:crypto';
import { idOf, type Id } from '@deft/core';

export const newId = (): Id => idOf(randomBytes(16));
