import { distance, type Point } from '../geometry/point.ts';
import { isInside, refined } from '../geometry/polygon.ts';
import { angleBetween, nearestSide } from './nearest-side.ts';

/** A stretch along which two closed outlines nearly touch: of the first of them. */
export interface NearTouch {
  readonly along: readonly Point[];
  /** The least distance between them there, the outlines' unit; 0 where they cross. */
  readonly least: number;
}

/** Outlines that cross at less than this run along each other, degrees. */
export const FLATTEST = 10;
/** Looked at in steps of this, as a share of what counts as near. */
export const STEP = 1 / 3;

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
    const { far, ux, uy } = nearestSide(other, p, true);
    const angle = angleBetween((q.x - p.x) / length, (q.y - p.y) / length, ux, uy);
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
