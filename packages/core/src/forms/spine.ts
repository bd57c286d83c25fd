import type { Point } from '../geometry/point.ts';
import type { Spine } from './shape.ts';

/**
 * A curve through three points: the parabola (a quadratic Bézier curve) that begins in the first, passes the
 * second halfway, and ends in the third.
 */

/** Where the curve is at `t` from 0 to 1. */
export function spineAt([from, by, to]: Spine, t: number): Point {
  const a = (2 * t - 1) * (t - 1);
  const b = 4 * t * (1 - t);
  const c = t * (2 * t - 1);
  return { x: a * from.x + b * by.x + c * to.x, y: a * from.y + b * by.y + c * to.y };
}

/** Its unit direction at `t`; level where the three points are one. */
export function spineDirection([from, by, to]: Spine, t: number): Point {
  const a = 4 * t - 3;
  const b = 4 - 8 * t;
  const c = 4 * t - 1;
  const dx = a * from.x + b * by.x + c * to.x;
  const dy = a * from.y + b * by.y + c * to.y;
  const length = Math.sqrt(dx * dx + dy * dy);
  if (length > 1e-12) return { x: dx / length, y: dy / length };
  const chord = Math.hypot(to.x - from.x, to.y - from.y);
  return chord > 1e-12 ? { x: (to.x - from.x) / chord, y: (to.y - from.y) / chord } : { x: 1, y: 0 };
}

/** The place beside the curve at `t`: `by` to the right of its way as it is seen, negative to the left. */
export function besideSpine(spine: Spine, t: number, by: number): Point {
  const at = spineAt(spine, t);
  const way = spineDirection(spine, t);
  return { x: at.x - way.y * by, y: at.y + way.x * by };
}

/**
 * How far the middle lies off the straight way from end to end, to the right of it as it is seen, in the
 * points' unit; 0 where both ends are one.
 */
export function spineSag([from, by, to]: Spine): number {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length === 0) return 0;
  return ((to.x - from.x) * (by.y - from.y) - (to.y - from.y) * (by.x - from.x)) / length;
}
