import { distance, type Point } from '../geometry/point.ts';
import { nearestOn, type GuideLine } from './guide-line.ts';

/** What a place is drawn to: places that are known by something, and lines. */
export interface SnapTargets<P extends { readonly at: Point }, L extends GuideLine> {
  readonly places: readonly P[];
  readonly lines: readonly L[];
}

/** Where a place was drawn to: a known place, or somewhere on a line. */
export type Snapped<P, L> =
  | { readonly at: Point; readonly place: P; readonly line: null }
  | { readonly at: Point; readonly place: null; readonly line: L };

/** The first of the nearest; null where none lies within reach. */
function nearest<T>(all: readonly T[], far: (one: T) => number, reach: number): T | null {
  let [best, least] = [null as T | null, reach];
  for (const one of all) {
    const own = far(one);
    if (own > least || (own === least && best !== null)) continue;
    [best, least] = [one, own];
  }
  return best;
}

/**
 * Where a place is drawn to: the nearest known place within reach, else the nearest place of a line within
 * reach, else null.
 * @param reach millimetres; what lies just as far is within it
 */
export function snap<P extends { readonly at: Point }, L extends GuideLine>(
  { places, lines }: SnapTargets<P, L>,
  p: Point,
  reach: number,
): Snapped<P, L> | null {
  const place = nearest(places, ({ at }) => distance(at, p), reach);
  if (place) return { at: place.at, place, line: null };
  const on = lines.map((line) => ({ at: nearestOn(line, p), place: null, line }));
  return nearest(on, ({ at }) => distance(at, p), reach);
}
