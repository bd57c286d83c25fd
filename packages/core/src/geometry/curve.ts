import type { Point } from './point.ts';

/** Points of the curve between two given ones. */
const BETWEEN = 12;

/**
 * A place on a smooth line through some points: a uniform Catmull-Rom spline (1974), its ends without bend.
 * @param points at least one
 * @param t from 0 at the first point to `points.length - 1` at the last; it passes each at its own number
 */
export function curveAt(points: readonly Point[], t: number): Point {
  const i = Math.min(Math.max(Math.floor(t), 0), Math.max(points.length - 2, 0));
  const u = t - i;
  const [p, q, r, s] = [-1, 0, 1, 2].map((k) => points[Math.min(Math.max(i + k, 0), points.length - 1)]) as [
    Point,
    Point,
    Point,
    Point,
  ];
  const [a, b, c, d] = [
    -0.5 * u ** 3 + u * u - 0.5 * u,
    1.5 * u ** 3 - 2.5 * u * u + 1,
    -1.5 * u ** 3 + 2 * u * u + 0.5 * u,
    0.5 * u ** 3 - 0.5 * u * u,
  ];
  return { x: a * p.x + b * q.x + c * r.x + d * s.x, y: a * p.y + b * q.y + c * r.y + d * s.y };
}

/** The smooth line of `curveAt` as a polyline; the points themselves where there are fewer than two. */
export function curveThrough(points: readonly Point[]): Point[] {
  if (points.length < 2) return [...points];
  return Array.from({ length: (points.length - 1) * BETWEEN + 1 }, (_, k) => curveAt(points, k / BETWEEN));
}
