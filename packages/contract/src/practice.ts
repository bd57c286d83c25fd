import Joi from 'joi';
import { SUBJECT_KEYS, type SubjectKey } from '@deft/core/subjects';
import type { Id } from '@deft/core/page';
import { id } from './operations.ts';
import type { DrawingBrief } from './pages.ts';
import { MOST_LISTED } from './references.ts';
import { PASSES, type Pass } from './resources.ts';

/** What was practised: lists of sessions and studies, and what was removed from them. */

/** Which sessions or studies are listed, and which part of the list. */
export interface PracticeQuery {
  /** All of these words stand in its name, its pictures' titles, tags and notes, or what was noted in it. */
  readonly q?: string;
  readonly set?: Id;
  /** Of a picture in it. */
  readonly subject?: SubjectKey;
  /** With a starred pose in it. */
  readonly starred?: boolean;
  /** Begun, or last worked on, in this time, milliseconds since 1970: from the first up to the last. */
  readonly since?: number;
  readonly before?: number;
  readonly from?: number;
  readonly count?: number;
}
export interface StudyQuery extends PracticeQuery {
  readonly pass?: Pass;
}

const moment = Joi.number().integer().min(0).max(1e14);
const practiceFields = {
  q: Joi.string().trim().allow('').max(200),
  set: id,
  subject: Joi.valid(...SUBJECT_KEYS) as Joi.Schema<SubjectKey>,
  starred: Joi.boolean().truthy('1').valid(true),
  since: moment,
  before: moment,
  from: Joi.number().integer().min(0).max(1e7).default(0),
  count: Joi.number().integer().min(0).max(MOST_LISTED).default(100),
};
export const practiceQuerySchema = Joi.object<PracticeQuery>(practiceFields);
export const studyQuerySchema = Joi.object<StudyQuery>({ ...practiceFields, pass: Joi.valid(...PASSES) });

export const REMOVABLES = ['session', 'study', 'attempt'] as const;
/** What can be removed, and brought back. */
export type Removable = (typeof REMOVABLES)[number];

/** So long what was removed can be brought back, days. */
export const KEPT_DAYS = 30;

/** Something that was removed. */
export interface Removal {
  readonly id: Id;
  readonly kind: Removable;
  readonly of: Id;
  /** What it is called. */
  readonly title: string;
  /** When it was begun, and when it was removed; milliseconds since 1970. */
  readonly createdAt: number;
  readonly removedAt: number;
  /** A drawing of it, to know it by. */
  readonly drawing: DrawingBrief | null;
}

/** As much is removed or brought back at once. */
export const MOST_REMOVED = 1000;

/** Any number of things in parts that are removed or brought back at once; none for none. */
export const inParts = (ids: readonly Id[]): Id[][] =>
  Array.from({ length: Math.ceil(ids.length / MOST_REMOVED) }, (_, i) =>
    ids.slice(i * MOST_REMOVED, (i + 1) * MOST_REMOVED),
  );
const some = Joi.array().items(id).min(1).max(MOST_REMOVED).unique().required();
export const removingSchema = Joi.object<{ kind: Removable; ids: readonly Id[] }>({
  kind: Joi.valid(...REMOVABLES).required() as Joi.Schema<Removable>,
  ids: some,
});
export const removalsSchema = Joi.object<{ removals: readonly Id[] }>({ removals: some });
