import { Matrix } from 'ml-matrix';
import { linearSumAssignment } from 'linear-sum-assignment';
import { wrapTilt } from '../geometry/angle.ts';
import { distance, type Point } from '../geometry/point.ts';
import { transformPoint } from '../geometry/affine.ts';
import { fitSimilarity } from './similarity.ts';

/** As much of a form or landmark as pairing looks at. Sizes and places share one unit a side. */
export interface Pairable {
  readonly id: string;
  /** Only things of one kind are paired: 'landmark', or a form's kind. */
  readonly kind: string;
  readonly name: string | null;
  readonly centre: Point;
  /** Mean radius; 0 for a landmark. */
  readonly size: number;
  /** Degrees, or null where it has none to speak of. */
  readonly tilt: number | null;
}

export interface Pair {
  readonly drawn: string;
  readonly reference: string;
  /** How it came about: by name, or the core's guess, which the student may confirm. */
  readonly by: 'name' | 'guess';
}

/** A pair farther off than this, in parts of the figure's height, is worse than no pair. */
const TOO_FAR = 0.35;

/**
 * Roughly how one side's things are laid on the other's: by the pairs known, else by middle and spread of
 * all.
 */
function roughFit(
  drawn: readonly Pairable[],
  reference: readonly Pairable[],
  known: readonly Pair[],
): ReturnType<typeof fitSimilarity>['transform'] {
  const at = (side: readonly Pairable[], id: string): Point =>
    (side.find((item) => item.id === id) as Pairable).centre;
  if (known.length >= 2) {
    return fitSimilarity(
      known.map((p) => at(drawn, p.drawn)),
      known.map((p) => at(reference, p.reference)),
    ).transform;
  }
  const spread = (side: readonly Pairable[]): { middle: Point; radius: number } => {
    const middle = { x: 0, y: 0 };
    for (const item of side) {
      middle.x += item.centre.x / side.length;
      middle.y += item.centre.y / side.length;
    }
    const sum = side.reduce((s, item) => s + distance(item.centre, middle) ** 2 + item.size ** 2, 0);
    return { middle, radius: Math.sqrt(sum / side.length) };
  };
  const from = spread(drawn);
  const to = spread(reference);
  const by = from.radius > 0 && to.radius > 0 ? to.radius / from.radius : 1;
  return [by, 0, 0, by, to.middle.x - by * from.middle.x, to.middle.y - by * from.middle.y];
}

/** What it costs to take one for the other: places, then sizes and tilts, in parts of the figure's height. */
function cost(
  a: Pairable,
  b: Pairable,
  toReference: readonly [number, number, number, number, number, number],
  height: number,
): number {
  const by = Math.hypot(toReference[0], toReference[1]);
  const place = distance(transformPoint(toReference, a.centre), b.centre) / height;
  const size = a.size > 0 && b.size > 0 ? Math.abs(Math.log((a.size * by) / b.size)) : 0;
  const tilt = a.tilt !== null && b.tilt !== null ? Math.abs(wrapTilt(a.tilt - b.tilt)) / 90 : 0;
  return place + 0.15 * size + 0.1 * tilt;
}

function assign(
  drawn: readonly Pairable[],
  reference: readonly Pairable[],
  toReference: Parameters<typeof cost>[2],
  height: number,
): Pair[] {
  const kinds = new Set(drawn.map((item) => item.kind));
  return [...kinds].flatMap((kind) => {
    const rows = drawn.filter((item) => item.kind === kind);
    const columns = reference.filter((item) => item.kind === kind);
    if (columns.length === 0) return [];
    const costs = rows.map((a) => columns.map((b) => Math.min(cost(a, b, toReference, height), 10)));
    const square = Math.max(rows.length, columns.length);
    const padded = Matrix.from1DArray(
      square,
      square,
      Array.from(
        { length: square * square },
        (_, i) => costs[Math.floor(i / square)]?.[i % square] ?? TOO_FAR,
      ),
    );
    const { columnAssignments } = linearSumAssignment(padded, { maximaze: false });
    const pairs: Pair[] = [];
    Array.from(columnAssignments).forEach((row, column) => {
      const [a, b] = [rows[row], columns[column]];
      if (a && b && (costs[row]?.[column] ?? Infinity) < TOO_FAR)
        pairs.push({ drawn: a.id, reference: b.id, by: 'guess' });
    });
    return pairs;
  });
}

/**
 * Pairs what was drawn with what the reference has. Equal names of one kind pair first, in order;
 * what has no name, or one that the other side lacks, is paired by optimal assignment (Kuhn 1955;
 * Jonker and Volgenant's form, Crouse 2016) on place, size and tilt after a rough fit.
 * @param height of the figure, in the reference's unit
 */
export function pairUp(drawn: readonly Pairable[], reference: readonly Pairable[], height: number): Pair[] {
  const pairs: Pair[] = [];
  const left = new Set(reference);
  const open: Pairable[] = [];
  for (const item of drawn) {
    const match =
      item.name === null ? undefined : [...left].find((r) => r.kind === item.kind && r.name === item.name);
    if (match) {
      pairs.push({ drawn: item.id, reference: match.id, by: 'name' });
      left.delete(match);
    } else {
      open.push(item);
    }
  }
  const nameless = open.filter((item) => item.name === null || !reference.some((r) => r.name === item.name));
  const free = [...left];
  if (nameless.length === 0 || free.length === 0 || !(height > 0)) return pairs;
  const guess = assign(nameless, free, roughFit(drawn, reference, pairs), height);
  if (guess.length + pairs.length < 2) return [...pairs, ...guess];
  return [...pairs, ...assign(nameless, free, roughFit(drawn, reference, [...pairs, ...guess]), height)];
}
