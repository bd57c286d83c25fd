import { lineTilt } from '../geometry/angle.ts';
import { distance } from '../geometry/point.ts';
import type { SightMark } from './mark.ts';

/**
 * What a sight measures: how many units the span holds, or its tilt against level in degrees,
 * (-90, 90], counter-clockwise. Null where the unit or the span has no length.
 */
export function sightOf({ unit, span }: SightMark): number | null {
  const [from, to] = span;
  const length = distance(from, to);
  if (!(length > 0)) return null;
  if (unit === null) return lineTilt(from, to);
  const one = distance(...unit);
  return one > 0 ? length / one : null;
}
