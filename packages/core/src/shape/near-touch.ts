import { distance, type Point } from '../geometry/point.ts';
import { isInside, refined } from '../geometry/polygon.ts';

/** A stretch along which two closed outlines nearly touch: of the first of them. */
export interface NearTouch {
  readonly along: readonly Point[];
  /** The least distance between them there, the outlines' unit; 0 where they cross. */
  readonly least: number;
}

/** Outlines that cross at less than this run along each other, degrees. */
const FLATTEST = 10;
/** Looked at in steps of this, as a share of what counts as near. */
const STEP = 1 / 3;

/** The nearest place of an outline, and the direction of its side there. */
function nearestOn(outline: readonly Point[], p: Point): { far: number; ux: number; uy: number } {
  let best = { far: Infinity, ux: 1, uy: 0 };
  for (const [i, a] of outline.entries()) {
    const b = outline[(i + 1) % outline.length] as Point;
    const length = distance(a, b);
    if (!(length > 0)) continue;
    const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    const t = Math.max(0, Math.min(length, (p.x - a.x) * ux + (p.y - a.y) * uy));
    const far = Math.hypot(p.x - a.x - t * ux, p.y - a.y - t * uy);
    if (far < best.far) best = { far, ux, uy };
  }
  return best;
}

/** The angle between two directions of lines, degrees, 0 to 90. */
function between(ux: number, uy: number, vx: number, vy: number): number {
  const cosine = Math.min(1, Math.abs(ux * vx + uy * vy));
  return (Math.acos(cosine) * 180) / Math.PI;
}

/**
 * Stretches along which one closed outline lies nearer than `near` to another without crossing it, or crosses
 * it at under 10°.
 * @param near and
 * @param shortest of such a stretch, in the unit of the outlines
 * @returns none where either has fewer than three corners
 */
export function nearTouches(
  own: readonly Point[],
  other: readonly Point[],
  { near, shortest }: { readonly near: number; readonly shortest: number },
): NearTouch[] {
  if (own.length < 3 || other.length < 3 || !(near > 0)) return [];
  const line = refined(own, STEP * near);
  const seen = line.map((p, i) => {
    const q = line[(i + 1) % line.length] as Point;
    const length = distance(p, q) || 1;
    const { far, ux, uy } = nearestOn(other, p);
    const angle = between((q.x - p.x) / length, (q.y - p.y) / length, ux, uy);
    return { p, far, angle, inside: isInside(other, p) };
  });
  // Begins where the two are apart, so that no stretch is cut in two.
  const start = seen.findIndex(({ far }) => far >= near);
  if (start < 0) return [{ along: line, least: Math.min(...seen.map(({ far }) => far)) }];
  const round = [...seen.slice(start), ...seen.slice(0, start + 1)];
  const found: NearTouch[] = [];
  let run: typeof seen = [];
  const end = (): void => {
    const length = run.slice(1).reduce((sum, { p }, i) => sum + distance(p, run[i]?.p as Point), 0);
    const crossings = run.filter((one, i) => i > 0 && one.inside !== run[i - 1]?.inside);
    const isCrossed = crossings.some(({ angle }) => angle >= FLATTEST);
    if (length >= shortest && !isCrossed)
      found.push({
        along: run.map(({ p }) => p),
        least: crossings.length > 0 ? 0 : Math.min(...run.map(({ far }) => far)),
      });
    run = [];
  };
  for (const one of round)
    if (one.far < near) run.push(one);
    else if (run.length > 0) end();
  return found;
}
