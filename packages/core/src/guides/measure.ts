import { lineTilt, wrapTilt } from '../geometry/angle.ts';
import { distance, type Point } from '../geometry/point.ts';

/** Guides that measure something: a length in units of another, a tilt against level. */
export type SightedKind = 'sighted' | 'tilted';

/** How many of one length another holds; null where either has none. */
export function lengthIn(unit: readonly [Point, Point], span: readonly [Point, Point]): number | null {
  const [one, length] = [distance(...unit), distance(...span)];
  return one > 0 && length > 0 ? length / one : null;
}

/** A line's tilt against level, degrees, (-90, 90], counter-clockwise; null where it has no length. */
export const tiltOf = ([from, to]: readonly [Point, Point]): number | null =>
  distance(from, to) > 0 ? lineTilt(from, to) : null;

/**
 * What a sight measures, by its places: units of the length between its first two that lie between its last
 * two, or the tilt of its line. Null where there are too few, or they have no length.
 */
export function measureOf(kind: SightedKind, points: readonly Point[]): number | null {
  const [a, b, c, d] = points;
  if (!a || !b) return null;
  if (kind === 'tilted') return tiltOf([a, b]);
  return c && d ? lengthIn([a, b], [c, d]) : null;
}

/** How much more one measure is than another: a share of it, or degrees the shorter way round. */
export const moreBy = (kind: SightedKind, drawn: number, reference: number): number =>
  kind === 'tilted' ? wrapTilt(drawn - reference) : drawn / reference - 1;

/** What lies on the line through two places within reach, but for those two, in the order of the line. */
export function metBy<P extends { readonly at: Point }>(
  [from, to]: readonly [Point, Point],
  places: readonly P[],
  reach: number,
): P[] {
  const far = distance(from, to);
  if (!(far > 0)) return [];
  const off = ({ at }: P): number =>
    Math.abs((to.x - from.x) * (at.y - from.y) - (to.y - from.y) * (at.x - from.x)) / far;
  const along = ({ at }: P): number => (at.x - from.x) * (to.x - from.x) + (at.y - from.y) * (to.y - from.y);
  return places
    .filter((one) => off(one) <= reach)
    .filter(({ at }) => distance(at, from) > reach && distance(at, to) > reach)
    .sort((a, b) => along(a) - along(b));
}
