/**
 * A point or vector. Page millimetres or original-picture pixels, as the caller's type says; y grows
 * downwards.
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The sum of two vectors, in their unit. */
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
/** The vector from `b` to `a`. */
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
/** A vector made `by` times as long; turned about where `by` is negative. */
export const scale = (a: Point, by: number): Point => ({ x: a.x * by, y: a.y * by });
/** The point half-way between two. */
export const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
/** The middle of some points; not a number of none. */
export const meanOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});
/** The distance of two points, in their unit; 0 where they are one. */
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);
/** How far a place lies from the piece between two others; where they are one, from that. */
export function segmentDistance(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const along = ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1);
  const t = Math.min(1, Math.max(0, along));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}
/** The length of a vector, in its unit. */
export const lengthOf = (a: Point): number => Math.hypot(a.x, a.y);
