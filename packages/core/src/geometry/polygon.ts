import type { Point } from './point.ts';

/**
 * Whether a place lies inside a closed outline, by the even-odd rule (Shimrat 1962). Edges belong to it on
 * one side only; an outline of fewer than three points holds nothing.
 */
export function isInside(outline: readonly Point[], p: Point): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i, i += 1) {
    const a = outline[i] as Point;
    const b = outline[j] as Point;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/**
 * Points added to the sides of a closed outline so that none is longer than `step`, in its unit: before it
 * is bent. At most 64 to a side; empty for no points.
 */
export function refined(outline: readonly Point[], step: number): Point[] {
  return outline.flatMap((p, i) => {
    const q = outline[(i + 1) % outline.length] as Point;
    const count = Math.max(1, Math.min(64, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / step)));
    return Array.from({ length: count }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / count,
      y: p.y + ((q.y - p.y) * k) / count,
    }));
  });
}

/**
 * A line with the points left out that lie within `tolerance` of the chord of those that stay (Douglas and
 * Peucker 1973); of a closed outline its first and last corner stay.
 */
export function thinned<P extends Point>(line: readonly P[], tolerance: number): P[] {
  if (line.length < 3) return [...line];
  const keep = new Uint8Array(line.length);
  keep[0] = 1;
  keep[line.length - 1] = 1;
  const spans = [0, line.length - 1];
  while (spans.length > 0) {
    const to = spans.pop() as number;
    const from = spans.pop() as number;
    const a = line[from] as P;
    const b = line[to] as P;
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    const span = dx * dx + dy * dy;
    let worst = tolerance * tolerance;
    let at = -1;
    for (let i = from + 1; i < to; i += 1) {
      const p = line[i] as P;
      let offX = p.x - a.x;
      let offY = p.y - a.y;
      // How far along the chord: a line that comes back upon itself reaches beyond it.
      // Where its ends are one place it has no length, and all is measured from there.
      const along = span > 0 ? Math.min(1, (offX * dx + offY * dy) / span) : 0;
      if (along > 0) {
        offX -= along * dx;
        offY -= along * dy;
      }
      const off = offX * offX + offY * offY;
      if (off <= worst) continue;
      worst = off;
      at = i;
    }
    if (at < 0) continue;
    keep[at] = 1;
    spans.push(from, at, at, to);
  }
  return line.filter((_, i) => keep[i]);
}

/**
 * Area of a polygon, in its unit squared, whichever way it goes round (the shoelace formula); 0 for fewer
 * than three corners.
 */
export function polygonArea(outline: readonly Point[]): number {
  let sum = 0;
  for (const [i, p] of outline.entries()) {
    const q = outline[(i + 1) % outline.length] as Point;
    sum += p.x * q.y - q.x * p.y;
  }
  return Math.abs(sum) / 2;
}
