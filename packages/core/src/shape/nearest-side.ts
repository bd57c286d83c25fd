import { distance, type Point } from '../geometry/point.ts';

/** The nearest side of a line to a place. */
export interface NearestSide {
  readonly far: number;
  /** Unit vector along the side. */
  readonly ux: number;
  readonly uy: number;
  /** On which side of it the place lies; 0 on it. */
  readonly side: number;
}

/** @param closed whether the last point is joined to the first; a line of one place is far from everything */
export function nearestSide(line: readonly Point[], p: Point, closed: boolean): NearestSide {
  let best: NearestSide = { far: Infinity, ux: 1, uy: 0, side: 0 };
  const count = closed ? line.length : line.length - 1;
  for (let i = 0; i < count; i += 1) {
    const [a, b] = [line[i] as Point, line[(i + 1) % line.length] as Point];
    const length = distance(a, b);
    if (!(length > 0)) continue;
    const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    const t = Math.max(0, Math.min(length, (p.x - a.x) * ux + (p.y - a.y) * uy));
    const far = Math.hypot(p.x - a.x - t * ux, p.y - a.y - t * uy);
    if (far < best.far) best = { far, ux, uy, side: Math.sign(ux * (p.y - a.y) - uy * (p.x - a.x)) };
  }
  return best;
}

/** The angle between two directions of lines, unit vectors, degrees, 0 to 90. */
export function angleBetween(ux: number, uy: number, vx: number, vy: number): number {
  const cosine = Math.min(1, Math.abs(ux * vx + uy * vy));
  return (Math.acos(cosine) * 180) / Math.PI;
}
