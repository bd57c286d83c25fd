import type { Point } from '../geometry/point.ts';
import { errorOfMeasure } from './measured-by.ts';
import type { Related, Relation } from './related.ts';

/** A pair of left and right that is not as alike as it is in a picture seen from the front. */
export interface Asymmetry extends Relation {
  /** The left landmark, then the right one. */
  readonly about: readonly [string, string];
  /** Along the axis, or out from it. */
  readonly way: 'along' | 'out';
  /**
   * How much lower, or further out, the left one lies than the right, beyond the picture; per cent of
   * the height.
   */
  readonly size: number;
}

/** In a view from the front every pair is alike to within this, parts of the figure's height. */
const ALIKE = 0.025;
/** And lies on the average this far from the axis. */
const APART = 0.03;
const FEWEST_PAIRS = 3;

type At = (name: string) => Point;
type Pair = readonly [string, string];

/**
 * How alike pairs are about their own axis of symmetry, which is the one that lays each left best on its
 * right (least
 * squares, in closed form over complex numbers): for each how much further along the axis, downwards, and
 * how much further out the left one lies; and how far out both do.
 */
function alikeness(pairs: readonly Pair[], at: At): { along: number; out: number; apart: number }[] {
  const [cx, cy] = (['x', 'y'] as const).map(
    (axis) =>
      pairs.reduce((sum, [left, right]) => sum + at(left)[axis] + at(right)[axis], 0) / (2 * pairs.length),
  ) as [number, number];
  const placed = pairs.map(([left, right]) => {
    const [l, r] = [at(left), at(right)];
    return { ux: l.x - cx, uy: l.y - cy, vx: r.x - cx, vy: r.y - cy };
  });
  const [re, im] = placed.reduce(
    ([a, b], { ux, uy, vx, vy }) => [a + ux * vx - uy * vy, b + ux * vy + uy * vx],
    [0, 0],
  ) as [number, number];
  let turn = Math.atan2(im, re) / 2;
  // The axis points downwards.
  if (Math.sin(turn) < 0) turn += Math.PI;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return placed.map(({ ux, uy, vx, vy }) => {
    const [left, right] = [Math.abs(c * uy - s * ux), Math.abs(c * vy - s * vx)];
    return { along: c * (ux - vx) + s * (uy - vy), out: left - right, apart: (left + right) / 2 };
  });
}

/** The name of one of a pair, without its side: "shoulder". */
export const withoutSide = (name: string): string => name.replace(/^(left|right) /, '');

/** Left and right of what is known on both sides. */
const pairsOf = (names: readonly string[]): Pair[] =>
  names.flatMap((name): Pair[] => {
    const other = name.replace('left ', 'right ');
    return name.startsWith('left ') && names.includes(other) ? [[name, other]] : [];
  });

/**
 * How alike left and right are in a drawing of a picture that is seen from the front: every pair, by the
 * way in which it is off most.
 * @param unlike landmarks, without their side, of which left and right are not meant to be alike
 * @returns null where the picture is not seen from the front, or fewer than three pairs are known
 */
export function asymmetriesOf(on: Related, unlike: ReadonlySet<string> = new Set()): Asymmetry[] | null {
  const { names, own, height } = on;
  const pairs = pairsOf(names).filter(([left]) => !unlike.has(withoutSide(left)));
  if (pairs.length < FEWEST_PAIRS) return null;
  const should = alikeness(pairs, (name) => on.reference.get(name) as Point);
  const isFront =
    should.every(({ along, out }) => Math.max(Math.abs(along), Math.abs(out)) <= ALIKE * height) &&
    should.reduce((sum, { apart }) => sum + apart, 0) >= APART * height * pairs.length;
  if (!isFront) return null;
  const drawn = alikeness(pairs, (name) => on.drawn.get(name) as Point);
  return pairs.map((about, i): Asymmetry => {
    const off = (way: 'along' | 'out'): number => (drawn[i]?.[way] ?? 0) - (should[i]?.[way] ?? 0);
    const way = Math.abs(off('along')) >= Math.abs(off('out')) ? 'along' : 'out';
    const error = errorOfMeasure((at) => alikeness(pairs, at)[i]?.[way] ?? 0, pairs.flat(), own, on);
    const [size, spread] = [(100 * off(way)) / height, (100 * error) / height];
    return { about, way, size, ...on.judged(size, spread, about) };
  });
}
