import { lineTilt, wrapTilt } from '../geometry/angle.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { SightMark } from '../reference/mark.ts';
import { sightOf } from '../reference/sight.ts';
import type { Doubt } from './doubt.ts';
import { landmarksBy, placesBy, type Item } from './item.ts';
import { errorOfMeasure, type Measure } from './measured-by.ts';
import { toleranceOf } from './tolerance.ts';

/** A sight that was taken on the picture, in the drawing. */
export interface MeasuredSight {
  readonly id: string;
  readonly kind: 'length' | 'tilt';
  /** The landmarks by which it runs, in the order of its ends: the unit's first, where it has one. */
  readonly by: readonly string[] | null;
  /** Units, or degrees; null where the drawing does not tell. */
  readonly drawn: number | null;
  readonly reference: number;
  readonly holds: 'yes' | 'no' | 'cannot tell';
}

/** A sight's end goes with a landmark that it lies this near to, parts of the figure's height. */
const NEAR = 0.04;
/** So many standard errors one must be off to be said not to hold, and so few may be left for it to hold. */
const [OFF, LEFT] = [3, 2];

/** The landmark that each end of a sight goes with, and how far beside it the end lies. */
function endsBy(
  ends: readonly Point[],
  places: ReadonlyMap<string, Point>,
  height: number,
): { readonly name: string; readonly beside: Point }[] | null {
  const found = ends.map((end) => {
    const near = [...places]
      .map(([name, at]) => ({ name, at, far: distance(end, at) }))
      .filter(({ far }) => far < NEAR * height)
      .sort((a, b) => a.far - b.far)[0];
    return near ? { name: near.name, beside: { x: end.x - near.at.x, y: end.y - near.at.y } } : null;
  });
  return found.every((end) => end !== null) ? found : null;
}

/**
 * What was measured by eye on a picture, measured in its drawing: where the ends of a sight lie by
 * landmarks that are known in both.
 * @param sights on the picture as it is seen, its pixels; one without length is left out
 * @param drawn landmarks laid on the reference, in its pixels
 */
export function measuredSights(
  sights: readonly SightMark[],
  drawn: readonly Item[],
  reference: readonly Item[],
  on: { readonly height: number; readonly doubt: Doubt; readonly seconds: number | null },
): MeasuredSight[] {
  const own = landmarksBy(drawn);
  const places = new Map([...placesBy(reference)].filter(([name]) => own.has(name)));
  return sights.flatMap((sight): MeasuredSight[] => {
    const should = sightOf(sight);
    if (should === null) return [];
    const kind = sight.unit ? 'length' : 'tilt';
    const nothing = { id: sight.id, kind, by: null, drawn: null, reference: should } as const;
    const ends = endsBy([...(sight.unit ?? []), ...sight.span], places, on.height);
    if (!ends) return [{ ...nothing, holds: 'cannot tell' }];
    const measure: Measure = (at) => {
      const moved = ends.map(({ name, beside }) => ({ x: at(name).x + beside.x, y: at(name).y + beside.y }));
      const [a, b, c, d] = moved as [Point, Point, Point, Point];
      if (kind === 'tilt') return should + wrapTilt(lineTilt(a, b) - should);
      return distance(c, d) / (distance(a, b) || 1);
    };
    const by = ends.map(({ name }) => name);
    const value = measure((name) => (own.get(name) as Item).centre);
    const error = errorOfMeasure(measure, [...new Set(by)], own, on);
    const tolerance =
      kind === 'tilt'
        ? toleranceOf('tilt', on.seconds)
        : (should * toleranceOf('proportion', on.seconds)) / 100;
    const off = Math.abs(value - should);
    const holds =
      off >= tolerance && off >= OFF * error
        ? 'no'
        : off < tolerance && LEFT * error < tolerance
          ? 'yes'
          : 'cannot tell';
    return [{ ...nothing, by, drawn: value, holds }];
  });
}
