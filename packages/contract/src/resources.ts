import Joi from 'joi';
import { determinant, type Affine, type Point } from '@deft/core/geometry';
import {
  LARGEST_CHANGE,
  MOST_DEPARTURES,
  NAMED_KINDS,
  type Departure,
  type ReportInWords,
} from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import type { PictureMark } from '@deft/core/reference';
import { GROUNDS, type Source } from '@deft/core/session';
import type { LineFigures } from '@deft/core/strokes';
import type { SubjectKey } from '@deft/core/subjects';
import { affine, id } from './operations.ts';
import type { DrawingBrief } from './pages.ts';
import type { Reference, ReferenceBrief } from './references.ts';
import type { SubjectTrait } from './sets.ts';

export const WAYS = [...GROUNDS, 'freehand'] as const;
/** How an attempt was made: on the clock and on what, or freehand with all the time it wanted. */
export type Way = (typeof WAYS)[number];

/** What one means to watch in an attempt: what the check said of one before it. */
export interface InMind {
  readonly sentence: string;
  readonly attempt: Id;
}

export interface Attempt {
  readonly id: Id;
  readonly page: Id;
  /** The part of the page that it is, millimetres; null for the whole page. */
  readonly region: readonly Point[] | null;
  readonly reference: Id;
  /** The preparation it was drawn from. */
  readonly revision: number;
  readonly study: Id | null;
  readonly way: Way;
  readonly source: Source;
  /** Average miss when it was last checked, per cent of the figure's height; null where it was not. */
  readonly miss: number | null;
  /** Time given, seconds; null for all it wanted. */
  readonly seconds: number | null;
  readonly inMind: InMind | null;
  /** Where the student has laid it by hand: page millimetres to pixels of the reference; null by the desk. */
  readonly laid: Affine | null;
  /** What is meant otherwise than it is in the picture. */
  readonly departures: readonly Departure[];
  /**
   * When its bell rang, by the clock of the device that it was drawn on, milliseconds since 1970: from then
   * on it stays as it is. Null for what has no bell.
   */
  readonly closedAt: number | null;
  /** The timed drawing that it is an untimed copy of. */
  readonly copyOf: Id | null;
  /** What was put on the picture while its pose was held, or the pose's that it is a copy of. */
  readonly marks: readonly PictureMark[];
  readonly createdAt: number;
}

export interface Trace {
  readonly id: Id;
  readonly page: Id;
  readonly createdAt: number;
  /** What kind of its subject it shows, in the student's words; empty where she says none. */
  readonly kind: string;
}

export const PASSES = ['observe', 'trace', 'build', 'refine', 'check'] as const;
/** The stages of a study, in their order; each can be passed over and come back to. */
export type Pass = (typeof PASSES)[number];

export interface Study {
  readonly id: Id;
  /** The student's own name for it; empty where it goes by its reference's. */
  readonly title: string;
  /** As it was when the study was opened. */
  readonly reference: Reference;
  /** What defines the subject, and which of it was found here. */
  readonly traits: readonly SubjectTrait[];
  readonly ticked: readonly Id[];
  readonly pass: Pass;
  readonly updatedAt: number;
  /** Oldest first. */
  readonly traces: readonly Trace[];
  /** The one that was opened last: what is built is held against it. Null before there is one. */
  readonly trace: Id | null;
  /** Oldest first. */
  readonly attempts: readonly Attempt[];
}

/** A study as a list shows it. */
export interface StudyBrief {
  readonly id: Id;
  readonly title: string;
  readonly reference: Pick<ReferenceBrief, 'id' | 'title' | 'revision' | 'width' | 'height'>;
  readonly pass: Pass;
  readonly updatedAt: number;
  /** How many attempts it has, and the last of them. */
  readonly attempts: number;
  readonly last: (DrawingBrief & Pick<Attempt, 'miss'>) | null;
}

export const newStudySchema = Joi.object<{ reference?: Id; attempt?: Id }>({
  reference: id,
  attempt: id,
}).xor('reference', 'attempt');
export interface StudyPatch {
  readonly title?: string;
  readonly pass?: Pass;
  readonly ticked?: readonly Id[];
  /** One of its traces, to be opened. */
  readonly trace?: Id;
}
export const studyPatchSchema = Joi.object<StudyPatch>({
  title: Joi.string().trim().allow('').max(80),
  pass: Joi.valid(...PASSES),
  ticked: Joi.array().items(id).max(200).unique(),
  trace: id,
}).min(1);

/** As many pictures of a set are traced together, the first ones in its order. */
export const MOST_TOGETHER = 200;

/** A picture of several that are traced together, with its trace. */
export interface TraceOn {
  readonly reference: Id;
  readonly title: string;
  readonly subject: SubjectKey;
  /** Null where it has not been traced. */
  readonly traced: { readonly study: Id; readonly trace: Id; readonly page: Id } | null;
}

/** A trace marked as a kind of its subject. */
export interface TracePatch {
  readonly kind: string;
}
export const tracePatchSchema = Joi.object<TracePatch>({
  kind: Joi.string().trim().allow('').max(40).required(),
});

const part = Joi.string().trim().min(1).max(80);
const departure = Joi.object<Departure>({
  kind: Joi.valid('size', 'pose', 'unlike', 'flipped', 'view', 'inspired').required(),
  part: Joi.when('kind', {
    switch: [
      { is: 'flipped', then: Joi.forbidden() },
      { is: Joi.valid('size', 'pose', 'unlike'), then: part.required() },
    ],
    otherwise: part.allow(null).required(),
  }),
  by: Joi.when('kind', {
    is: 'size',
    then: Joi.number()
      .min(1 / LARGEST_CHANGE)
      .max(LARGEST_CHANGE)
      .allow(null)
      .required(),
    otherwise: Joi.forbidden(),
  }),
});
const departures = Joi.array<readonly Departure[]>().items(departure).max(MOST_DEPARTURES);
/**
 * An attempt to be drawn, or one that was drawn on paper: what was lifted from a photo of it; or an untimed
 * copy of a timed drawing.
 */
export interface NewAttempt {
  readonly inMind: InMind | null;
  readonly paper: Id | null;
  readonly copyOf: Id | null;
  readonly departures: readonly Departure[];
  /** From what one knows, without looking; from sight where left out. */
  readonly source?: 'sight' | 'knowledge';
}
export const newAttemptSchema = Joi.object<NewAttempt>({
  paper: id.allow(null).default(null),
  copyOf: id.allow(null).default(null),
  inMind: Joi.object({ sentence: Joi.string().max(300).required(), attempt: id.required() })
    .allow(null)
    .default(null),
  departures: departures.default([]),
  source: Joi.valid('sight', 'knowledge'),
}).oxor('paper', 'copyOf', { isPresent: (value: unknown) => value !== null && value !== undefined });

/** What was noticed about a picture, in the student's own words. */
export interface NoticedOn {
  readonly reference: Id;
  readonly title: string;
  readonly texts: readonly string[];
}

/** What a check said of an attempt, with the versions that it was made from. */
export interface NewReport extends ReportInWords {
  /** The number of the last operation of its page, of the trace's where there is one, and the preparation. */
  readonly page: number;
  readonly trace: number | null;
  readonly revision: number;
  /** How the drawing's lines were drawn; null where none is drawn on the page itself. */
  readonly line: LineFigures | null;
}
export interface KeptReport extends NewReport {
  readonly id: Id;
  readonly createdAt: number;
}
const version = Joi.number().integer().min(0).max(1e9);
const figure = Joi.number().min(-1e6).max(1e6);
const lineSchema = Joi.object<LineFigures>({
  strokes: Joi.number().integer().min(1).max(1e6).required(),
  length: figure.min(0).required(),
  restated: Joi.number().min(0).max(1).required(),
  pace: figure.min(0).allow(null).required(),
  smoothness: figure.allow(null).required(),
  pressure: figure.min(0).allow(null).required(),
});
export const reportSchema = Joi.object<NewReport>({
  page: version.required(),
  trace: version.allow(null).required(),
  revision: version.required(),
  computation: version.required(),
  miss: Joi.number().min(0).max(1e4).allow(null).required(),
  headline: Joi.string().max(600).required(),
  says: Joi.array()
    .items(
      Joi.object({
        sentence: Joi.string().max(600).required(),
        sure: Joi.valid('clearly', 'perhaps').required(),
        kind: Joi.valid(...NAMED_KINDS),
      }),
    )
    .max(200)
    .required(),
  line: lineSchema.allow(null).default(null),
});
/** As many reports of one attempt are kept, the newest. */
export const MOST_REPORTS = 50;

/** Refuses what would flatten a drawing: it could not be laid back. */
function laysFlat(value: Affine, helpers: Joi.CustomHelpers<Affine>): Affine | Joi.ErrorReport {
  return Math.abs(determinant(value)) > 1e-12 ? value : helpers.error('any.invalid');
}
/**
 * Where a drawing lies by hand, null where the desk is to lay it again; all that is meant otherwise in it.
 */
export type AttemptPatch = Partial<Pick<Attempt, 'laid' | 'departures'>>;
export const attemptPatchSchema = Joi.object<AttemptPatch>({
  laid: affine.custom(laysFlat).allow(null),
  departures,
}).min(1);

export const idSchema = id;
