import Joi from 'joi';
import type { Departure } from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import { MOST_MARK_POINTS, MOST_PICTURE_MARKS, type PictureMark } from '@deft/core/reference';
import {
  CHOICES,
  DOINGS,
  GROUNDS,
  LEAST_SECONDS,
  MOST_POSES,
  MOST_SECONDS,
  PHASES,
  planPictures,
  POSE_ENDS,
  SOURCES,
  type Block,
  type Choice,
  type Clock,
  type Doing,
  type Ground,
  type Lasted,
  type Plan,
  type PoseEnd,
  type PoseTimes,
  type Source,
  type Step,
} from '@deft/core/session';
import { id } from './operations.ts';
import type { DrawingBrief } from './pages.ts';
import type { ReferenceBrief } from './references.ts';

/** A plan that the student has made, or one that lies ready. */
export interface KeptPlan extends Plan {
  readonly id: Id;
}

/** The picture of a pose, as it was shown. */
export interface PosePicture extends Pick<ReferenceBrief, 'id' | 'title' | 'revision' | 'width' | 'height'> {
  readonly subject: string;
}

export interface Pose {
  readonly id: Id;
  readonly reference: PosePicture;
  readonly page: Id;
  /** The part of the page that is this pose's, millimetres; null for the whole page. */
  readonly region: readonly Point[] | null;
  readonly attempt: Id;
  readonly study: Id | null;
  /** What is meant otherwise than it is in the picture. */
  readonly departures: readonly Departure[];
  readonly step: Step;
  readonly flipped: boolean;
  /** Milliseconds; null while it is not over. */
  readonly drawnMs: number | null;
  readonly heldMs: number;
  readonly addedMs: number;
  /** Null while it is not over, and where the session never came to it. */
  readonly end: PoseEnd | null;
  /** When its bell rang, by the clock of the device that it is drawn on; null while it is not over. */
  readonly closedAt: number | null;
  /** The title of the picture that it comes back to by *not this one*; null while it has had but one. */
  readonly other: string | null;
  readonly starred: boolean;
  readonly note: string;
  /** What the student put on the picture while it was held. */
  readonly marks: readonly PictureMark[];
}

export interface SessionBrief {
  readonly id: Id;
  readonly set: { readonly id: Id; readonly title: string };
  readonly title: string;
  readonly createdAt: number;
  readonly over: boolean;
  /** Of its poses; once it is over, of those that it came to and that were not passed over. */
  readonly count: number;
  readonly drawnMs: number;
  readonly starred: number;
  readonly lesson: string;
  /** The first picture that it shows, where nothing was drawn in it. */
  readonly first: PosePicture | null;
  /** The first of what was drawn in it on pages, at most `SHOWN_OF_A_SESSION`. */
  readonly drawn: readonly DrawingBrief[];
}
/** How many drawings a list shows of a session. */
export const SHOWN_OF_A_SESSION = 4;

export interface Session extends Omit<SessionBrief, 'count' | 'drawnMs' | 'starred' | 'first' | 'drawn'> {
  readonly plan: Plan;
  readonly choice: Choice;
  readonly flip: boolean;
  readonly seed: number;
  /** What the student means to watch in it, a sentence; empty for nothing. */
  readonly inMind: string;
  /** The running clock as the core keeps it. */
  readonly clock: Clock | null;
  readonly poses: readonly Pose[];
}

const seconds = Joi.number().integer().min(LEAST_SECONDS).max(MOST_SECONDS);
const blockSchema = Joi.object<Block>({
  count: Joi.number().integer().min(1).max(MOST_POSES).required(),
  seconds: seconds.required(),
  ground: Joi.valid(...GROUNDS).required() as Joi.Schema<Ground>,
  source: Joi.valid(...SOURCES).required() as Joi.Schema<Source>,
  look: Joi.number().integer().min(0).max(3600).required(),
  rest: Joi.number().integer().min(0).max(3600).required(),
  wholePage: Joi.boolean(),
});
const title = Joi.string().trim().min(1).max(80);
export const planSchema = Joi.object<Plan>({
  title: title.required(),
  blocks: Joi.array().items(blockSchema).min(1).max(20).required(),
})
  .custom((plan: Plan, help) => (planPictures(plan) > MOST_POSES ? help.error('plan.long') : plan))
  .messages({ 'plan.long': `A plan asks for ${MOST_POSES} pictures at the most.` });

export interface NewSession {
  readonly set: Id;
  readonly plan: Plan;
  readonly choice?: Choice;
  /** Half of the pictures, by chance, the other way round. */
  readonly flip?: boolean;
  /** Decides what chance decides; another each time where none is given. */
  readonly seed?: number;
  /** What to watch in it, a sentence. */
  readonly inMind?: string;
  /** Just these, in this order, instead of choosing. */
  readonly pictures?: readonly { readonly id: Id; readonly revision: number; readonly flipped: boolean }[];
}
export const newSessionSchema = Joi.object<NewSession>({
  set: id.required(),
  plan: planSchema.required(),
  choice: Joi.valid(...CHOICES),
  flip: Joi.boolean(),
  seed: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 32 - 1),
  inMind: Joi.string().trim().max(300),
  pictures: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        revision: Joi.number().integer().min(0).required(),
        flipped: Joi.boolean().required(),
      }),
    )
    .min(1)
    .max(MOST_POSES),
});

export interface SessionPatch {
  readonly title?: string;
  readonly lesson?: string;
}
export const sessionPatchSchema = Joi.object<SessionPatch>({
  title: title.allow(''),
  lesson: Joi.string().allow('').max(4000),
}).min(1);
export interface PosePatch {
  readonly starred?: boolean;
  readonly note?: string;
  readonly marks?: readonly PictureMark[];
}
const place = Joi.object<Point>({
  x: Joi.number().min(-1e5).max(1e5).required(),
  y: Joi.number().min(-1e5).max(1e5).required(),
});
const pictureMark = Joi.alternatives<PictureMark>(
  Joi.object({
    kind: Joi.valid('line').required(),
    id: id.required(),
    points: Joi.array().items(place).min(2).max(MOST_MARK_POINTS).required(),
  }),
  Joi.object({
    kind: Joi.valid('landmark').required(),
    id: id.required(),
    name: Joi.string().trim().min(1).max(80).required(),
    at: place.required(),
  }),
);
export const posePatchSchema = Joi.object<PosePatch>({
  starred: Joi.boolean(),
  note: Joi.string().allow('').max(2000),
  marks: Joi.array().items(pictureMark).max(MOST_PICTURE_MARKS),
}).min(1);

export type PoseTimesKept = Pick<Pose, 'id' | 'drawnMs' | 'heldMs' | 'addedMs' | 'end' | 'closedAt'>;
export interface ClockChange {
  readonly clock: Clock;
  readonly over: boolean;
  readonly poses: readonly PoseTimesKept[];
}
const ms = Joi.number().min(0).max(1e12);
const poseEnd = Joi.valid(...POSE_ENDS, null).required() as Joi.Schema<PoseEnd | null>;
const lastedSchema = Joi.object<Lasted>({
  doing: Joi.valid(...DOINGS).required() as Joi.Schema<Doing>,
  planned: ms.required(),
  seen: Joi.boolean().required(),
  added: ms.required(),
  spent: ms.required(),
});
const poseTimesSchema = Joi.object<PoseTimes>({
  stretches: Joi.array().items(lastedSchema).min(1).max(8).required(),
  turn: Joi.number().integer().min(0).less(Joi.ref('stretches.length')).required(),
  held: ms.required(),
  passed: ms.required(),
  end: poseEnd,
  reopened: Joi.boolean().required(),
});
/** The running clock, as the core keeps it. */
export const runningClockSchema = Joi.object<Clock>({
  phase: Joi.valid(...PHASES).required() as Joi.Schema<Clock['phase']>,
  current: Joi.number().integer().min(0).less(Joi.ref('poses.length')).required(),
  poses: Joi.array()
    .items(poseTimesSchema)
    .min(1)
    .max(2 * MOST_POSES)
    .required(),
  since: ms.required(),
  penDown: Joi.boolean().required(),
});
export const clockSchema = Joi.object<ClockChange>({
  clock: runningClockSchema.required(),
  over: Joi.boolean().required(),
  poses: Joi.array()
    .max(2 * MOST_POSES)
    .items(
      Joi.object({
        id: id.required(),
        drawnMs: ms.allow(null).required(),
        heldMs: ms.required(),
        addedMs: ms.required(),
        end: poseEnd,
        closedAt: Joi.number().integer().min(0).max(1e14).allow(null).required(),
      }),
    )
    .required(),
});
