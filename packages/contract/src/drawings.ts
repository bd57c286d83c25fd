import Joi from 'joi';
import type { Id } from '@deft/core/page';
import { SUBJECT_KEYS, type SubjectKey } from '@deft/core/subjects';
import { id } from './operations.ts';
import { MOST_LISTED } from './references.ts';

/**
 * A page that is drawn on without a reference: from imagination, a recipe or a perspective. Once a picture is
 * attached it is an attempt of that picture's study.
 */
export interface Drawing {
  readonly id: Id;
  readonly page: Id;
  /** Empty where it was given none. */
  readonly title: string;
  /** What is drawn: which names its parts are offered. */
  readonly subject: SubjectKey;
  /** The page's last number: its picture changes with it. */
  readonly head: number;
  readonly createdAt: number;
}

export interface DrawingsQuery {
  readonly from: number;
  readonly count: number;
}
export const drawingsQuerySchema = Joi.object<DrawingsQuery>({
  from: Joi.number().integer().min(0).max(1e7).default(0),
  count: Joi.number().integer().min(0).max(MOST_LISTED).default(100),
});
export type DrawingPatch = Partial<Pick<Drawing, 'title' | 'subject'>>;
export const drawingPatchSchema = Joi.object<DrawingPatch>({
  title: Joi.string().trim().max(80).allow(''),
  subject: Joi.valid(...SUBJECT_KEYS),
}).min(1);
export const attachSchema = Joi.object<{ reference: Id }>({ reference: id.required() });
