import Joi from 'joi';
import type { Id } from '@deft/core';
import { id } from './operations.ts';
import type { Reference } from './references.ts';
import type { SubjectTrait } from './sets.ts';

export const WAYS = ['on screen', 'freehand'] as const;
/** How an attempt was made: on the clock, or with all the time it wanted. */
export type Way = (typeof WAYS)[number];

export interface Attempt {
  readonly id: Id;
  readonly page: Id;
  readonly reference: Id;
  /** The preparation it was drawn from. */
  readonly revision: number;
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
  /** As it was when the study was opened. */
  readonly reference: Reference;
  /** What defines the subject, and which of it was found here. */
  readonly traits: readonly SubjectTrait[];
  readonly ticked: readonly Id[];
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
export interface StudyPatch {
  readonly pass?: Pass;
  readonly ticked?: readonly Id[];
}
export const studyPatchSchema = Joi.object<StudyPatch>({ pass: Joi.valid(...PASSES), ticked: Joi.array().items(id).max(200).unique() }).min(1);

/** How a refusal is told to the browser: a name for code, a sentence for people. */
export interface Refusal {
  readonly refusal: string;
  readonly sentence: string;
}

export const idSchema = id;
