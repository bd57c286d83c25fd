import Joi from 'joi';
import type { Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import { id } from './operations.ts';

export type Four = readonly [Point, Point, Point, Point];

/** Where a page lies in a photo. */
export interface FoundPage {
  /** Left top, right top, right bottom, left bottom; pixels of the upright photo. */
  readonly corners: Four;
  /** Two pages side by side. */
  readonly spread: boolean;
}

/** How what is on the paper is lifted from a photo. */
export interface Lifting {
  readonly corners: Four;
  /** The paper's own size, millimetres. */
  readonly width: number;
  readonly height: number;
  /** How faint a line still counts: 0 keeps only the darkest, 1 nearly everything. */
  readonly faint: number;
}

/** Paper that was photographed, and what was lifted from it. */
export interface PaperWork {
  readonly id: Id;
  /** Whose drawings are on it: those of a session, or one of a study. */
  readonly session: Id | null;
  readonly study: Id | null;
  readonly width: number;
  readonly height: number;
  /** Null where no page was found. */
  readonly found: FoundPage | null;
  readonly settings: Lifting | null;
  /** The page that the ink lies on; null until it is lifted. */
  readonly page: Id | null;
  /** Loops proposed round what lies together, in reading order, millimetres. */
  readonly loops: readonly (readonly Point[])[];
  readonly createdAt: number;
}

const point = Joi.object<Point>({
  x: Joi.number().min(-1e5).max(1e5).required(),
  y: Joi.number().min(-1e5).max(1e5).required(),
});
export const liftingSchema = Joi.object<Lifting>({
  corners: Joi.array().items(point).length(4).required(),
  width: Joi.number().min(30).max(2000).required(),
  height: Joi.number().min(30).max(2000).required(),
  faint: Joi.number().min(0).max(1).required(),
});

/** Which lifting of a photo. */
export const inkQuerySchema = Joi.object<{ lift: number }>({
  lift: Joi.number().integer().min(1).required(),
});

export interface Joining {
  readonly pose: Id;
  readonly region: readonly Point[] | null;
}
export const joiningSchema = Joi.object<{ poses: Joining[] }>({
  poses: Joi.array()
    .items(
      Joi.object({
        pose: id.required(),
        region: Joi.array().items(point).min(3).max(400).allow(null).required(),
      }),
    )
    .min(1)
    .max(400)
    .unique('pose')
    .required(),
});
