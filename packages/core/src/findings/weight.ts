import type { Point } from '../geometry/point.ts';
import { covarianceOf, type Doubt } from './doubt.ts';
import { landmarksBy, type Item } from './item.ts';
import { massShares, withLoads, type Load, type Shares } from './mass-centre.ts';
import type { Degree } from './sureness.ts';
import { toleranceOf } from './tolerance.ts';

/** A plumb line through the weight of a body, and where its feet stand; the picture's pixels. */
export interface Plumb {
  readonly weight: Point;
  readonly feet: Point;
}

/** A difference between drawing and picture, per cent of the figure's height. */
export interface Shift {
  readonly size: number;
  readonly error: number;
  /** Whether it is past tolerance, surely or not. */
  readonly past: boolean;
  /** How surely it is past tolerance; null where it is not, or cannot be told. */
  readonly sure: Degree | null;
}

/** Where the weight lies over the feet, beside where it lies in the picture. */
export interface WeightReport {
  /** To the picture's right where above 0. */
  readonly shift: Shift;
  /** How much higher the left foot stands beside the right; null where both do not stand in the picture. */
  readonly feet: Shift | null;
  /** What is carried, each with where the weight would lie without it. */
  readonly loads: readonly { readonly load: Load; readonly without: Shift }[];
  /** How far the plumb line falls outside of where the feet stand, per cent of the height: 0 between them. */
  readonly outside: { readonly drawn: number; readonly reference: number };
  /** Of the drawing, as it is laid on the picture. */
  readonly drawn: Plumb;
  readonly reference: Plumb;
}

/** Feet bear weight so far on either side of their ankles, parts of the figure's height. */
const FOOT = 0.06;
/** A foot within this of the lowest, parts of the figure's height, bears weight. */
const STANDS = 0.1;
/**
 * So many standard errors a difference must be worth to be said, clearly or perhaps: more for feet, since
 * each rests on one found place (on made drawings of their own seeds).
 */
const WEIGHT_WORTH = { clearly: 4, perhaps: 2.5 };
const FEET_WORTH = { clearly: 5.5, perhaps: 4 };

const FEET = ['left ankle', 'right ankle'];

/** A sum of shares of landmarks' places. */
function sumOf(shares: Shares, at: ReadonlyMap<string, Item>): Point {
  let [x, y] = [0, 0];
  for (const [name, share] of shares) {
    const { centre } = at.get(name) as Item;
    x += share * centre.x;
    y += share * centre.y;
  }
  return { x, y };
}

/** The variance of such a sum along one direction, the places' unit squared. */
function varianceOf(shares: Shares, at: ReadonlyMap<string, Item>, direction: 0 | 1, doubt: Doubt): number {
  let sum = 0;
  for (const [a, p] of shares)
    for (const [b, q] of shares)
      sum += p * q * (covarianceOf(at.get(a) as Item, at.get(b) as Item, doubt)[direction]?.[direction] ?? 0);
  return sum;
}

/** One sum of shares less another. */
function lessOf(a: Shares, b: Shares): Shares {
  const shares = new Map(a);
  for (const [name, share] of b) shares.set(name, (shares.get(name) ?? 0) - share);
  return shares;
}

/**
 * Where the weight of a drawn figure lies over its feet, beside the picture's.
 * @param drawn its landmarks laid on the reference, in its pixels
 * @param on.height of the figure, pixels
 * @param on.doubt of drawn items that were found together, in the same pixels
 * @param on.loads what the figure carries
 * @returns null where trunk, thighs or feet are not known in both, or the height is not above 0
 */
export function weightOf(
  drawn: readonly Item[],
  reference: readonly Item[],
  on: {
    readonly height: number;
    readonly doubt: Doubt;
    readonly seconds: number | null;
    readonly loads?: readonly Load[];
  },
): WeightReport | null {
  const [own, true_] = [landmarksBy(drawn), landmarksBy(reference)];
  const known = new Set([...own.keys()].filter((name) => true_.has(name)));
  const body = massShares(known);
  const feet = FEET.filter((name) => known.has(name));
  if (!body || feet.length === 0 || !(on.height > 0)) return null;
  const loads = (on.loads ?? []).filter((load) => known.has(load.on));
  const mass = withLoads(body, loads, known);
  const lowest = Math.max(...feet.map((name) => (true_.get(name) as Item).centre.y));
  const standing = feet.filter((name) => (true_.get(name) as Item).centre.y >= lowest - STANDS * on.height);
  const support: Shares = new Map(standing.map((name) => [name, 1 / standing.length]));
  const shiftOf = (shares: Shares, direction: 0 | 1, needed: typeof WEIGHT_WORTH): Shift => {
    const [d, r] = [sumOf(shares, own), sumOf(shares, true_)];
    const size = (100 * (direction === 0 ? d.x - r.x : d.y - r.y)) / on.height;
    const none = { ids: [], covariance: on.doubt.covariance };
    const variance =
      varianceOf(shares, own, direction, on.doubt) + varianceOf(shares, true_, direction, none);
    const error = (100 * Math.sqrt(Math.max(0, variance))) / on.height;
    const past = Math.abs(size) >= toleranceOf('place', on.seconds);
    const worth = Math.abs(size) / error;
    const said = worth >= needed.clearly ? 'clearly' : worth >= needed.perhaps ? 'perhaps' : null;
    return { size, error, past, sure: past ? said : null };
  };
  const plumb = (at: ReadonlyMap<string, Item>): Plumb => ({
    weight: sumOf(mass, at),
    feet: sumOf(support, at),
  });
  const [left, right] = FEET as [string, string];
  const outsideOf = (at: ReadonlyMap<string, Item>): number => {
    const xs = standing.map((name) => (at.get(name) as Item).centre.x);
    const { x } = sumOf(mass, at);
    const half = FOOT * on.height;
    return (100 * Math.max(0, Math.min(...xs) - half - x, x - Math.max(...xs) - half)) / on.height;
  };
  const shiftBy = (shares: Shares): Shift => shiftOf(lessOf(shares, support), 0, WEIGHT_WORTH);
  return {
    shift: shiftBy(mass),
    loads: loads.map((load) => ({
      load,
      without: shiftBy(
        withLoads(
          body,
          loads.filter((other) => other !== load),
          known,
        ),
      ),
    })),
    outside: { drawn: outsideOf(own), reference: outsideOf(true_) },
    feet:
      standing.length === 2
        ? shiftOf(
            new Map([
              [left, -1],
              [right, 1],
            ]),
            1,
            FEET_WORTH,
          )
        : null,
    drawn: plumb(own),
    reference: plumb(true_),
  };
}
