import { toRadians } from './angle.ts';
import type { Point } from './point.ts';

/**
 * A 2×3 transform `[a, b, c, d, e, f]` in the order of SVG's `matrix()`:
 * x' = a·x + c·y + e, y' = b·x + d·y + f.
 */
export type Affine = readonly [number, number, number, number, number, number];

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];

/** Moves by `x` and `y`, in the unit of the points. */
export const translation = (x: number, y: number): Affine => [1, 0, 0, 1, x, y];

/** Enlarges by factors about the origin: alike both ways where one is given; a negative one turns over. */
export const scaling = (sx: number, sy: number = sx): Affine => [sx, 0, 0, sy, 0, 0];

/** Turns by `degrees` counter-clockwise as seen on the page, about the origin. */
export function rotation(degrees: number): Affine {
  const c = Math.cos(toRadians(degrees));
  const s = Math.sin(toRadians(degrees));
  return [c, -s, s, c, 0, 0];
}

/**
 * The transform that applies `transforms` from the last to the first, as matrices multiply; the identity for
 * none.
 */
export function compose(...transforms: readonly Affine[]): Affine {
  return transforms.reduce<Affine>(
    (p, q) => [
      p[0] * q[0] + p[2] * q[1],
      p[1] * q[0] + p[3] * q[1],
      p[0] * q[2] + p[2] * q[3],
      p[1] * q[2] + p[3] * q[3],
      p[0] * q[4] + p[2] * q[5] + p[4],
      p[1] * q[4] + p[3] * q[5] + p[5],
    ],
    IDENTITY,
  );
}

/** `transform` carried out about `centre` instead of about the origin. */
export function about(centre: Point, transform: Affine): Affine {
  return compose(translation(centre.x, centre.y), transform, translation(-centre.x, -centre.y));
}

/** The factor by which `m` changes areas: negative where it turns over, 0 where it flattens. */
export const determinant = (m: Affine): number => m[0] * m[3] - m[1] * m[2];

/** The inverse transform. Throws a RangeError where `m` flattens the plane. */
export function invert(m: Affine): Affine {
  const det = determinant(m);
  if (!(Math.abs(det) > 0) || !Number.isFinite(det))
    throw new RangeError('This transform flattens the plane and has no inverse.');
  const [a, b, c, d, e, f] = m;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/** Where `m` takes a point, in the unit that it maps to. */
export function transformPoint(m: Affine, p: Point): Point {
  return { x: m[0] * p.x + m[2] * p.y + m[4], y: m[1] * p.x + m[3] * p.y + m[5] };
}

/** The factor by which `m` scales lengths, as the root of its area factor: 0 where it flattens the plane. */
export const scaleOf = (m: Affine): number => Math.sqrt(Math.abs(determinant(m)));

/** The reflection about the line through two points. Throws a RangeError where they are one. */
export function reflection(from: Point, to: Point): Affine {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const square = dx * dx + dy * dy;
  if (!(square > 0)) throw new RangeError('An axis needs two different points.');
  const c = (dx * dx - dy * dy) / square;
  const s = (2 * dx * dy) / square;
  return about(from, [c, s, s, -c, 0, 0]);
}
