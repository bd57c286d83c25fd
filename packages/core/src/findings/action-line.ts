import { distance, middle, type Point } from '../geometry/point.ts';
import type { Doubt } from './doubt.ts';
import { landmarksBy, type Item } from './item.ts';
import { errorOfMeasure } from './measured-by.ts';
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
const PERHAPS = 2;

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
function lineThrough(place: (name: string) => Point, side: 'left' | 'right'): Point[] {
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
  const [line, should] = [own, true_].map((items) =>
    lineThrough((name) => (items.get(name) as Item).centre, side),
  ) as [Point[], Point[]];
  const bends = { drawn: bendOf(line), reference: bendOf(should) };
  if (bends.reference === 'straight') return null;
  const share = shareOf(line, should);
  const names = [...NEEDED, `${side} knee`, `${side} ankle`];
  const error = errorOfMeasure((at) => shareOf(lineThrough(at, side), should), names, own, on);
  const gesture = (on.seconds ?? Infinity) <= GESTURE_SECONDS;
  const past = share <= 1 - LESS || (!gesture && share >= 1 + MORE);
  const worth = Math.abs(share - 1) / error;
  const said = worth >= CLEARLY ? 'clearly' : worth >= PERHAPS ? 'perhaps' : null;
  return { drawn: line, reference: should, bends, share, error, past, sure: past ? said : null };
}
