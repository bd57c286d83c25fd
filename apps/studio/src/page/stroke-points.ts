import { distance } from '@deft/core/geometry';
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
    if (!q) return distance(p, { x, y }) < reach;
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const t = Math.min(1, Math.max(0, ((x - p.x) * dx + (y - p.y) * dy) / (dx * dx + dy * dy || 1)));
    return Math.hypot(p.x + t * dx - x, p.y + t * dy - y) < reach;
  });
}
