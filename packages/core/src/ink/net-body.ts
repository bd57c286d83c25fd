import { boxOf, longerSide } from '../geometry/box.ts';
import { distance, segmentDistance, type Point } from '../geometry/point.ts';
import { boundModel, SPACING, type LineModel, type ModelLine } from './line-model.ts';
import { nodeAt, type Bone, type PictureLine, type Skeleton, type SkeletonLandmark } from './skeleton.ts';

/**
 * Bodies of what is no figure: a net of springs between neighbouring landmarks, and as lines whatever is to
 * be seen in the picture.
 */

/** How much its bones vary from drawing to drawing, beside a limb's 1. */
const LOOSE = 0.6;
/** With fewer landmarks the corners of its room join the net, so that it has an extent. */
const FEWEST = 4;
/** Landmarks nearer to each other than this are one joint's worth of net, parts of the height. */
const CLOSE = 0.004;
/** More points than this say no more of a picture's lines. */
const MOST_POINTS = 900;
/** A bone shorter than this turns too far under a line that is bound to it, parts of the height. */
const SHORTEST_BONE = 0.05;
/** What only gives the net its extent. */
export const RIM = 'rim';

/**
 * Pairs of places with no third in the circle over them: neighbours, and no crossings (Gabriel and Sokal
 * 1969).
 */
function neighbours(at: readonly Point[]): [number, number][] {
  const pairs: [number, number][] = [];
  for (let i = 0; i < at.length; i += 1)
    for (let j = i + 1; j < at.length; j += 1) {
      const [a, b] = [at[i] as Point, at[j] as Point];
      const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
      const radius = distance(a, b) / 2;
      if (at.every((p, k) => k === i || k === j || distance(p, middle) >= radius - 1e-9)) pairs.push([i, j]);
    }
  return pairs;
}

/**
 * A reference's landmarks as a net, with the lines of its picture.
 * @param landmarks of the reference, any unit; may be none
 * @param lines of its picture, the same unit
 * @param height of what is shown, the same unit
 * @param sticks names of landmarks that a hand draws lines through
 * @returns null where there is neither a line nor a net
 */
export function netSkeleton(
  landmarks: readonly SkeletonLandmark[],
  lines: readonly PictureLine[],
  height: number,
  sticks: readonly (readonly string[])[] = [],
): Skeleton | null {
  if (!(height > 0)) return null;
  const small = ({ x, y }: Point): Point => ({ x: x / height, y: y / height });
  const seen = lines.map(({ points, weight }) => ({ points: points.map(small), weight }));
  const named: { name: string; at: Point }[] = [];
  for (const { name, at } of landmarks) {
    const place = small(at);
    if (named.every((other) => distance(other.at, place) > CLOSE && other.name !== name))
      named.push({ name, at: place });
  }
  const box = boxOf([...seen.flatMap(({ points }) => points), ...named.map(({ at }) => at)]);
  if (!box || !(longerSide(box) > 0) || (seen.length === 0 && named.length < FEWEST)) return null;
  const rim =
    named.length < FEWEST
      ? [
          { x: box.minX, y: box.minY },
          { x: box.maxX, y: box.minY },
          { x: box.maxX, y: box.maxY },
          { x: box.minX, y: box.maxY },
        ]
      : [];
  const at = [...named.map((l) => l.at), ...rim.filter((p) => named.every((l) => distance(l.at, p) > CLOSE))];
  const names = at.map((_, i) => named[i]?.name ?? `${RIM} ${i}`);
  const bones = neighbours(at).map(([i, j]): Bone => ({
    name: `${names[i]} – ${names[j]}`,
    from: { joints: [i], weights: [1] },
    to: { joints: [j], weights: [1] },
    loose: LOOSE,
  }));
  return { names, landmarks: named.length, at, bones, lines: seen, sticks };
}

/** The bone that a piece of line goes along with: the nearest of those that are long enough. */
function boneBeside(skeleton: Skeleton): (p: Point) => number {
  const ends = skeleton.bones.map(
    ({ from, to }) => [nodeAt(from, skeleton.at), nodeAt(to, skeleton.at)] as const,
  );
  const long = ends.flatMap(([a, b], i) => (distance(a, b) >= SHORTEST_BONE ? [i] : []));
  const chosen = long.length > 0 ? long : ends.map((_, i) => i);
  return (p) => {
    let [best, least] = [0, Infinity];
    for (const i of chosen) {
      const [a, b] = ends[i] as (typeof ends)[number];
      const off = segmentDistance(p, a, b);
      if (off < least) [best, least] = [i, off];
    }
    return best;
  };
}

/** Every piece of the lines of a picture on its own, bound to the bone beside it. */
function pieces(skeleton: Skeleton, lines: readonly PictureLine[], step: number): ModelLine[] {
  const beside = boneBeside(skeleton);
  return lines.flatMap(({ points, weight }) => {
    const found: ModelLine[] = [];
    let from = points[0];
    for (const [i, to] of points.entries()) {
      if (!from || i === 0) continue;
      if (distance(from, to) < step && i < points.length - 1) continue;
      const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
      found.push({ bone: beside(middle), points: [from, to], weight });
      from = to;
    }
    return found;
  });
}

const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => (i > 0 ? sum + distance(points[i - 1] as Point, p) : 0), 0);

/** The manners in which what is no figure is drawn: by the lines of its picture, and by its landmarks. */
export function netModels(skeleton: Skeleton): LineModel[] {
  const { lines = [], sticks = [], names, at } = skeleton;
  const total = lines.reduce((sum, { points }) => sum + lengthOf(points), 0);
  const spacing = Math.max(SPACING, total / MOST_POINTS);
  const drawn = sticks.flatMap((through): PictureLine[] => {
    const points = through.flatMap((name) => at[names.indexOf(name)] ?? []);
    return points.length > 1 ? [{ points, weight: 1 }] : [];
  });
  return [
    boundModel('outline', skeleton, pieces(skeleton, lines, spacing), spacing),
    boundModel('axes', skeleton, pieces(skeleton, drawn, 0)),
  ].filter(({ count }) => count > 0);
}
