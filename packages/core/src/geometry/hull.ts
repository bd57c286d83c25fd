import type { Point } from './point.ts';

/**
 * The smallest outline without dents round some points, counter-clockwise on the screen, without points on
 * its sides (Andrew's monotone chain, 1979). Of fewer than three points those points; of points in one line
 * its two ends.
 */
export function hull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const turn = (o: Point, a: Point, b: Point): number =>
    (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const half = (all: readonly Point[]): Point[] => {
    const out: Point[] = [];
    for (const p of all) {
      while (out.length >= 2 && turn(out[out.length - 2] as Point, out[out.length - 1] as Point, p) <= 0)
        out.pop();
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return sorted.length < 3 ? sorted : [...half(sorted), ...half(sorted.reverse())];
}
