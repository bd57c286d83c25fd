import { lengthIn, tiltOf } from '../guides/measure.ts';
import type { SightMark } from './mark.ts';

/**
 * What a sight measures: how many units the span holds, or its tilt against level in degrees,
 * (-90, 90], counter-clockwise. Null where the unit or the span has no length.
 */
export const sightOf = ({ unit, span }: SightMark): number | null =>
  unit === null ? tiltOf(span) : lengthIn(unit, span);
