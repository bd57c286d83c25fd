import { distance, segmentDistance } from '@deft/core/geometry';
import { strokePoints, type Stroke, type StrokePoint } from '@deft/core/page';

const known = new WeakMap<Stroke, StrokePoint[]>();

/** A stroke's points where they lie on the page, unpacked once. */
export function pointsOf(stroke: Stroke): StrokePoint[] {
  const before = known.get(stroke);
  if (before) return before;
  const points = strokePoints(stroke);
  known.set(stroke, points);
  return points;
}

/**
 * Whether a stroke passes within `reach` millimetres of a place: by the sides between its points, since a
 * quick hand's lie far apart.
 */
export function strokeTouches(stroke: Stroke, x: number, y: number, reach: number): boolean {
  const points = pointsOf(stroke);
  return points.some((p, i) => {
    const q = points[i + 1];
    return (q ? segmentDistance({ x, y }, p, q) : distance(p, { x, y })) < reach;
  });
}
