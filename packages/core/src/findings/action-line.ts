import { distance, middle, type Point } from '../geometry/point.ts';
import { covarianceOf, type Doubt } from './doubt.ts';
import { landmarksBy, placesBy, type Item } from './item.ts';
import type { Degree } from './sureness.ts';
import { GESTURE_SECONDS } from './tolerance.ts';

/** What a line of action looks like: one bend, two against each other, or none to speak of. */
export type Bend = 'straight' | 'C' | 'S';

/** The line of action of a drawing beside the picture's. */
export interface ActionReport {
  /** Crown, pit of the neck, middle of the hips, knee, ankle: the picture's pixels, the drawing as laid. */
  readonly drawn: readonly Point[];
  readonly reference: readonly Point[];
  readonly bends: { readonly drawn: Bend; readonly reference: Bend };
  /** How much of the picture's bend the drawn line has: 1 all, 0 none, below that the other way. */
  readonly share: number;
  readonly error: number;
  /** Whether it is bent less, or more, than is worth a word, surely or not. */
  readonly past: boolean;
  /** How surely it is bent less, or more, than is worth a word; null where neither can be told. */
  readonly sure: Degree | null;
}

/** A line that departs by less than this from its chord, parts of it, is straight. */
const STRAIGHT = 0.04;
/** A second bend is one from this on. */
const SECOND = 0.02;
/** So much less bent, and so much more, is worth a word. */
const LESS = 0.35;
const MORE = 0.6;
/** So many standard errors it must be worth, clearly or perhaps. */
const CLEARLY = 4;
const PERHAPS = 2.5;
/** A small step, parts of the height, for how the share follows the landmarks. */
const STEP = 1e-4;

/** How far each inner point of a line lies from its chord, parts of the chord; positive to its right. */
export function bowsOf(line: readonly Point[]): number[] {
  const [a, b] = [line[0] as Point, line.at(-1) as Point];
  const chord = distance(a, b) || 1;
  const [ux, uy] = [(b.x - a.x) / chord, (b.y - a.y) / chord];
  return line.slice(1, -1).map(({ x, y }) => (ux * (y - a.y) - uy * (x - a.x)) / chord);
}

const farthest = (bows: readonly number[]): number => Math.max(...bows.map(Math.abs));

/** One bend, two or none. */
export function bendOf(line: readonly Point[]): Bend {
  const bows = bowsOf(line);
  if (farthest(bows) < STRAIGHT) return 'straight';
  return Math.min(...bows) < -SECOND && Math.max(...bows) > SECOND ? 'S' : 'C';
}

/** How much of the second line's bend the first one has; the least squares factor between their bows. */
function shareOf(drawn: readonly Point[], reference: readonly Point[]): number {
  const [d, r] = [bowsOf(drawn), bowsOf(reference)];
  const own = r.reduce((sum, v) => sum + v * v, 0);
  return r.reduce((sum, v, i) => sum + v * (d[i] as number), 0) / own;
}

/** The line through a body on the side that is given. */
function lineThrough(at: ReadonlyMap<string, Point>, side: 'left' | 'right'): Point[] {
  const place = (name: string): Point => at.get(name) as Point;
  return [
    place('crown'),
    place('pit of the neck'),
    middle(place('left hip'), place('right hip')),
    place(`${side} knee`),
    place(`${side} ankle`),
  ];
}

const NEEDED = ['crown', 'pit of the neck', 'left hip', 'right hip'];

/**
 * The leg that a body's line runs on through: the one of which all is known whose foot lies farther from the
 * crown in the picture; null where there is none.
 */
function sideOf(known: ReadonlySet<string>, at: ReadonlyMap<string, Item>): 'left' | 'right' | null {
  if (!NEEDED.every((name) => known.has(name))) return null;
  const crown = (at.get('crown') as Item).centre;
  const sides = (['left', 'right'] as const).filter((s) => known.has(`${s} knee`) && known.has(`${s} ankle`));
  const far = (s: string): number => distance((at.get(`${s} ankle`) as Item).centre, crown);
  return sides.sort((a, b) => far(b) - far(a))[0] ?? null;
}

/** The standard error of the share, from how surely the drawn landmarks are placed. */
function errorOf(
  own: ReadonlyMap<string, Item>,
  side: 'left' | 'right',
  reference: readonly Point[],
  { height, doubt }: { readonly height: number; readonly doubt: Doubt },
): number {
  const places = placesBy([...own.values()]);
  const base = shareOf(lineThrough(places, side), reference);
  const names = [...NEEDED, `${side} knee`, `${side} ankle`];
  const slopes = names.map((name) =>
    (['x', 'y'] as const).map((axis) => {
      const at = places.get(name) as Point;
      const moved = new Map(places).set(name, { ...at, [axis]: at[axis] + STEP * height });
      return (shareOf(lineThrough(moved, side), reference) - base) / (STEP * height);
    }),
  );
  let variance = 0;
  names.forEach((a, i) =>
    names.forEach((b, k) => {
      const between = covarianceOf(own.get(a) as Item, own.get(b) as Item, doubt);
      for (const d of [0, 1])
        for (const e of [0, 1])
          variance += (slopes[i]?.[d] as number) * (slopes[k]?.[e] as number) * (between[d]?.[e] as number);
    }),
  );
  return Math.sqrt(Math.max(0, variance));
}

/**
 * The line of action of a drawn figure beside the picture's: whether it is straighter, or bent more. In a
 * short gesture more is never held against it, since that is taught.
 * @param drawn its landmarks laid on the reference, in its pixels
 * @param on.height of the figure, pixels
 * @param on.doubt of drawn items that were found together, in the same pixels
 * @returns null where a leg, the trunk or the crown is not known in both, or the picture's line is straight
 */
export function actionOf(
  drawn: readonly Item[],
  reference: readonly Item[],
  on: { readonly height: number; readonly doubt: Doubt; readonly seconds: number | null },
): ActionReport | null {
  const [own, true_] = [landmarksBy(drawn), landmarksBy(reference)];
  const side = sideOf(new Set([...own.keys()].filter((name) => true_.has(name))), true_);
  if (!side || !(on.height > 0)) return null;
  const [line, should] = [lineThrough(placesBy(drawn), side), lineThrough(placesBy(reference), side)];
  const bends = { drawn: bendOf(line), reference: bendOf(should) };
  if (bends.reference === 'straight') return null;
  const share = shareOf(line, should);
  const error = errorOf(own, side, should, on);
  const gesture = (on.seconds ?? Infinity) <= GESTURE_SECONDS;
  const past = share <= 1 - LESS || (!gesture && share >= 1 + MORE);
  const worth = Math.abs(share - 1) / error;
  const said = worth >= CLEARLY ? 'clearly' : worth >= PERHAPS ? 'perhaps' : null;
  return { drawn: line, reference: should, bends, share, error, past, sure: past ? said : null };
}
