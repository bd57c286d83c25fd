import type { Point } from './point.ts';

/** Points of the curve between two given ones. */
const BETWEEN = 12;

/**
 * A smooth line through some points: a uniform Catmull-Rom spline (1974), its ends without bend.
 * @returns the points themselves where there are fewer than two
 */
export function curveThrough(points: readonly Point[]): Point[] {
  if (points.length < 2) return [...points];
  const out: Point[] = [];
  for (let i = 0; i + 1 < points.length; i += 1) {
    const [p, q, r, s] = [
      points[i - 1] ?? points[i],
      points[i],
      points[i + 1],
      points[i + 2] ?? points[i + 1],
    ] as [Point, Point, Point, Point];
    for (let k = 0; k < BETWEEN; k += 1) {
      const t = k / BETWEEN;
      const [a, b, c, d] = [
        -0.5 * t ** 3 + t * t - 0.5 * t,
        1.5 * t ** 3 - 2.5 * t * t + 1,
        -1.5 * t ** 3 + 2 * t * t + 0.5 * t,
        0.5 * t ** 3 - 0.5 * t * t,
      ];
      out.push({ x: a * p.x + b * q.x + c * r.x + d * s.x, y: a * p.y + b * q.y + c * r.y + d * s.y });
    }
  }
  out.push(points.at(-1) as Point);
  return out;
}
