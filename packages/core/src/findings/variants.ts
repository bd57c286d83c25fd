import { directionOf, toDegrees, wrapAngle } from '../geometry/angle.ts';
import { hull } from '../geometry/hull.ts';
import { distance, middle, type Point } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygon.ts';
import type { Subject } from '../subjects/subject.ts';
import type { CheckReport } from './check.ts';
import { landmarksBy, moveItem, placesBy, type Item } from './item.ts';
import type { Meant } from './meant.ts';
import { toleranceOf } from './tolerance.ts';

/** A checked drawing among several of one picture, by whatever the caller knows it by. */
export interface VariantDrawing<Key> {
  readonly key: Key;
  readonly report: Pick<CheckReport, 'toReference' | 'averageMiss'>;
  readonly meant: Pick<Meant, 'drawn' | 'reference'>;
}

/** How a body stands as a whole. */
export interface Bearing {
  /** Of the line from its feet to its neck against plumb, degrees; to the picture's right where above 0. */
  readonly lean: number | null;
  /** Of the outline without dents round its landmarks, in head heights squared. */
  readonly area: number | null;
}

/** A line that differs from drawing to drawing. */
export interface Varied {
  readonly about: string;
  readonly way: 'turned' | 'sized';
  /** From one drawing to another, at the most: degrees, or per cent of its length in the picture. */
  readonly by: number;
}

/** Several drawings of one picture beside each other. */
export interface Variants<Key> {
  readonly each: readonly (Bearing & { readonly key: Key })[];
  readonly picture: Bearing;
  /** What was varied past tolerance and surely, the most first. */
  readonly varied: readonly Varied[];
}

/** A difference is told from this many standard errors on. */
const TOLD_ERRORS = 4;
const FEWEST = 2;
/** Fewer landmarks than this take no area to speak of. */
const FEWEST_PLACES = 5;
const FEET = ['left ankle', 'right ankle', 'lowest foot'];
const UPPER = ['pit of the neck', 'crown'];

/** How a body stands, from where its landmarks lie. @param head height in the places' own unit; 0 unknown */
function bearingOf(places: ReadonlyMap<string, Point>, head: number): Bearing {
  const feet = FEET.flatMap((name) => places.get(name) ?? []);
  const ankles = FEET.slice(0, 2).flatMap((name) => places.get(name) ?? []);
  const [left, right] = ankles;
  const foot = left && right ? middle(left, right) : feet[0];
  const upper = UPPER.flatMap((name) => places.get(name) ?? [])[0];
  const lean = foot && upper ? toDegrees(Math.atan2(upper.x - foot.x, foot.y - upper.y)) : null;
  const points = [...places.values()];
  const area = head > 0 && points.length >= FEWEST_PLACES ? polygonArea(hull(points)) / head ** 2 : null;
  return { lean, area };
}

/**
 * One line in one drawing beside the picture's: how far it is turned and how much longer, with their errors.
 */
function lineIn(
  [from, to]: readonly [string, string],
  drawn: ReadonlyMap<string, Item>,
  reference: ReadonlyMap<string, Item>,
): { turned: number; turnError: number; longer: number; longerError: number } | null {
  const [a, b, p, q] = [drawn.get(from), drawn.get(to), reference.get(from), reference.get(to)];
  if (!a || !b || !p || !q) return null;
  const [length, own] = [distance(a.centre, b.centre), distance(p.centre, q.centre)];
  if (!(length > 0) || !(own > 0)) return null;
  const noise = Math.hypot(a.spread, b.spread);
  return {
    turned: wrapAngle(directionOf(a.centre, b.centre) - directionOf(p.centre, q.centre)),
    turnError: toDegrees(noise / length),
    longer: 100 * (length / own - 1),
    longerError: (100 * noise) / own,
  };
}

/** The largest difference among some values, where it is past tolerance and surely there; else null. */
function spreadOf(values: readonly number[], errors: readonly number[], tolerance: number): number | null {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const error = Math.hypot(errors[values.indexOf(least)] ?? 0, errors[values.indexOf(most)] ?? 0);
  const by = most - least;
  return by >= tolerance && by >= TOLD_ERRORS * error ? by : null;
}

/**
 * Compares several drawings of one picture with each other: how each leans and how much room it takes, and
 * what differs from one to another. Each is laid on the picture first, so that where and how large it stands
 * on its page is no difference.
 * @param seconds given for each
 * @returns null where fewer than two of them can be told
 */
export function variantsOf<Key>(
  drawings: readonly VariantDrawing<Key>[],
  { subject, seconds }: { readonly subject: Subject; readonly seconds: number | null },
): Variants<Key> | null {
  const told = drawings.flatMap(({ key, report, meant }) => {
    const { toReference, averageMiss } = report;
    if (!toReference || !averageMiss) return [];
    return [{ key, items: meant.drawn.map((item) => moveItem(item, toReference)) }];
  });
  const [first] = drawings;
  if (told.length < FEWEST || !first) return null;
  const reference = landmarksBy(first.meant.reference);
  const there = placesBy(first.meant.reference);
  const [crown, chin] = ['crown', 'chin'].map((name) => there.get(name));
  const head = crown && chin ? distance(crown, chin) : 0;
  const sets = told.map(({ items }) => landmarksBy(items));
  const varied = subject.axes
    .filter(({ kind }) => kind !== 'chain')
    .flatMap(({ name, ends }) => {
      const lines = sets.flatMap((drawn) => lineIn(ends, drawn, reference) ?? []);
      if (lines.length < FEWEST) return [];
      const ways = [
        {
          way: 'turned' as const,
          tolerance: toleranceOf('tilt', seconds),
          values: lines.map(({ turned }) => turned),
          errors: lines.map(({ turnError }) => turnError),
        },
        {
          way: 'sized' as const,
          tolerance: toleranceOf('proportion', seconds),
          values: lines.map(({ longer }) => longer),
          errors: lines.map(({ longerError }) => longerError),
        },
      ];
      return ways.flatMap(({ way, tolerance, values, errors }) => {
        const by = spreadOf(values, errors, tolerance);
        return by === null ? [] : [{ about: name, way, by, weight: by / tolerance }];
      });
    })
    .sort((a, b) => b.weight - a.weight);
  return {
    each: told.map(({ key, items }) => ({ key, ...bearingOf(placesBy(items), head) })),
    picture: bearingOf(there, head),
    varied: varied.map(({ about, way, by }) => ({ about, way, by })),
  };
}
