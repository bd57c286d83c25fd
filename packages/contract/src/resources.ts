import Joi from 'joi';
import { SUBJECT_KEYS, type Id, type Point, type SubjectKey } from '@deft/core';
import { id } from './operations.ts';

/** What made pictures know about themselves; original-picture pixels. */
export interface Truth {
  readonly landmarks: readonly { readonly name: string; readonly at: Point; readonly hidden: boolean }[];
  /** Camera: vertical field of view in degrees, place and aim in metres. */
  readonly camera: { readonly fov: number; readonly from: readonly number[]; readonly at: readonly number[] };
  /** Longer side of the silhouette's box. */
  readonly height: number;
}

export interface Reference {
  readonly id: Id;
  readonly title: string;
  readonly subject: SubjectKey;
  readonly width: number;
  readonly height: number;
  readonly source: string;
  readonly author: string;
  readonly year: number | null;
  readonly licence: string;
  readonly truth: Truth | null;
  /** The figure's height in pixels, fixed once known. */
  readonly figureHeight: number | null;
  readonly createdAt: number;
  /** How many attempts were drawn from it. */
  readonly attempts: number;
}

export interface ReferenceSet {
  readonly id: Id;
  readonly title: string;
  readonly note: string;
  readonly references: readonly Reference[];
}

export const WAYS = ['on screen', 'freehand'] as const;
/** How an attempt was made: on the clock, or with all the time it wanted. */
export type Way = (typeof WAYS)[number];

export interface Attempt {
  readonly id: Id;
  readonly page: Id;
  readonly reference: Id;
  readonly study: Id | null;
  readonly way: Way;
  /** Time given, seconds; null for all it wanted. */
  readonly seconds: number | null;
  readonly createdAt: number;
}

export interface Trace {
  readonly id: Id;
  readonly page: Id;
  readonly createdAt: number;
}

export const PASSES = ['trace', 'build', 'check'] as const;
/** The stages of a study that this desk has so far. */
export type Pass = (typeof PASSES)[number];

export interface Study {
  readonly id: Id;
  readonly reference: Reference;
  readonly pass: Pass;
  readonly updatedAt: number;
  readonly traces: readonly Trace[];
  /** Oldest first. */
  readonly attempts: readonly Attempt[];
}

export interface Pose {
  readonly id: Id;
  readonly reference: Reference;
  readonly page: Id;
  readonly attempt: Id;
  readonly seconds: number;
  /** Milliseconds; null while it is not over. */
  readonly drawnMs: number | null;
  readonly heldMs: number;
  readonly addedMs: number;
  readonly skipped: boolean;
}

export interface Session {
  readonly id: Id;
  readonly set: { readonly id: Id; readonly title: string };
  readonly createdAt: number;
  readonly over: boolean;
  /** The running clock as the core keeps it. */
  readonly clock: unknown;
  readonly poses: readonly Pose[];
}

export const newSessionSchema = Joi.object<{ set: Id; count: number; seconds: number }>({
  set: id.required(),
  count: Joi.number().integer().min(1).max(100).required(),
  seconds: Joi.number().integer().min(5).max(7200).required(),
});

const ms = Joi.number().min(0).max(864e5);
export const clockSchema = Joi.object<{ clock: unknown; over: boolean; poses: { id: Id; drawnMs: number | null; heldMs: number; addedMs: number; skipped: boolean }[] }>({
  clock: Joi.object().max(20).required(),
  over: Joi.boolean().required(),
  poses: Joi.array().max(100).items(Joi.object({ id: id.required(), drawnMs: ms.allow(null).required(), heldMs: ms.required(), addedMs: ms.required(), skipped: Joi.boolean().required() })).required(),
});

export const newStudySchema = Joi.object<{ reference?: Id; attempt?: Id }>({ reference: id, attempt: id }).xor('reference', 'attempt');
export const studyPatchSchema = Joi.object<{ pass: Pass }>({ pass: Joi.valid(...PASSES).required() });

export interface ReferencePatch {
  readonly title?: string;
  readonly author?: string;
  readonly source?: string;
  readonly licence?: string;
  readonly year?: number | null;
  readonly subject?: SubjectKey;
  readonly figureHeight?: number;
}

export const referencePatchSchema = Joi.object<ReferencePatch>({
  title: Joi.string().trim().min(1).max(200),
  author: Joi.string().trim().allow('').max(200),
  source: Joi.string().trim().allow('').max(500),
  licence: Joi.string().trim().allow('').max(200),
  year: Joi.number().integer().min(0).max(3000).allow(null),
  subject: Joi.valid(...SUBJECT_KEYS),
  figureHeight: Joi.number().greater(0).max(1e6),
}).min(1);

/** Largest picture the desk takes in. */
export const MOST_PIXELS = 100_000_000;
export const MOST_BYTES = 100 * 1024 * 1024;
export const PICTURE_KINDS = ['JPEG', 'PNG', 'WebP'] as const;

/** What became of one file that was brought in. */
export type Brought =
  | { readonly file: string; readonly reference: Reference; readonly known: boolean }
  | { readonly file: string; readonly refused: string };

/** How a refusal is told to the browser: a name for code, a sentence for people. */
export interface Refusal {
  readonly refusal: string;
  readonly sentence: string;
}

export const idSchema = id;
