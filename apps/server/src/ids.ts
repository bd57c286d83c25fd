import { randomBytes } from 'node:crypto';
import { idOf, type Id } from '@deft/core/page';

export const newId = (): Id => idOf(randomBytes(16));
