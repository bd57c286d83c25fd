import { fitRobust } from '../fit/robust.ts';
import { rotation, transformPoint } from '../geometry/affine.ts';
import { toDegrees, wrapTilt } from '../geometry/angle.ts';
import { distance, lengthOf, type Point } from '../geometry/point.ts';
import type { Estimate } from './estimate.ts';
import type { Recipe, RecipePart } from './recipe.ts';
import { studentQuantile } from './student-t.ts';

/** A part that differs between two kinds of a subject. */
export interface KindChange {
  readonly part: string;
  readonly what: 'length' | 'width' | 'tilt' | 'place';
  /** Of one kind and of the other; for a place how far it lies from where it lay, in units, and 0 before. */
  readonly from: number;
  readonly to: number;
}

export interface BetweenKinds {
  readonly changes: readonly KindChange[];
  /** Parts of both kinds in which nothing was told to differ. */
  readonly stays: readonly string[];
  /** Parts that only one of them has. */
  readonly only: readonly (readonly string[])[];
}

/** Differences are told where chance makes such ones once in a hundred times. */
const CHANCE = 0.01;
/** And where they are to be seen: a share of a length, degrees, units. */
const SEEN = { ratio: 0.05, tilt: 4, place: 0.08 } as const;
/** How surely the mean place of a part is known at the most, units. */
const NOISE = 0.02;
/** Parts in common from which on one can tell how two kinds are turned against each other. */
const TURNS_FROM = 4;

/**
 * Whether two means differ (Welch 1947); not where one of them is of a single trace.
 * @param more variance of their difference that they have in common with all the others
 */
function differ(a: Estimate, b: Estimate, scale: 'even' | 'ratio', more = 0): boolean {
  if (a.spread === null || b.spread === null) return false;
  const [ma, mb] = scale === 'ratio' ? [Math.log(a.mean), Math.log(b.mean)] : [a.mean, b.mean];
  const spreadOf = (e: Estimate): number => (scale === 'ratio' ? Math.log1p(e.spread ?? 0) : (e.spread ?? 0));
  const [va, vb] = [spreadOf(a) ** 2 / a.of, spreadOf(b) ** 2 / b.of];
  if (va + vb + more === 0) return ma !== mb;
  const freedom = va + vb > 0 ? (va + vb) ** 2 / (va ** 2 / (a.of - 1) + vb ** 2 / (b.of - 1)) : 1;
  return Math.abs(ma - mb) / Math.sqrt(va + vb + more) > studentQuantile(1 - CHANCE / 2, freedom);
}

/** How one kind is turned against the other, degrees, and how surely that is known, radians. */
interface Turn {
  readonly by: number;
  readonly error: number;
}

const placeOf = ({ x, y }: RecipePart): Point => ({ x: x.mean, y: y.mean });

/** Every recipe stands upright by itself; one that is held against another is turned as that is. */
function turnBetween(both: readonly (readonly [RecipePart, RecipePart])[]): Turn {
  if (both.length < TURNS_FROM) return { by: 0, error: 0 };
  const { turn, trust, residuals } = fitRobust(
    both.map(([, q]) => placeOf(q)),
    both.map(([p]) => placeOf(p)),
    { freedom: 'move scale turn', noise: NOISE },
  );
  const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
  const miss = sum(residuals.map(({ x, y }, i) => (trust[i] ?? 0) * (x * x + y * y))) / (2 * sum(trust));
  const middle = { x: sum(both.map(([{ x }]) => x.mean)), y: sum(both.map(([{ y }]) => y.mean)) };
  const spread = sum(
    both.map(([{ x, y }], i) => {
      const [dx, dy] = [x.mean - middle.x / both.length, y.mean - middle.y / both.length];
      return (trust[i] ?? 0) * (dx * dx + dy * dy);
    }),
  );
  return { by: turn, error: spread > 0 ? Math.sqrt(Math.max(miss, NOISE ** 2) / spread) : 0 };
}

function changesOf(a: RecipePart, b: RecipePart, { by, error }: Turn): KindChange[] {
  const found: KindChange[] = [];
  for (const what of ['length', 'width'] as const) {
    const [p, q] = [a[what], b[what]];
    if (p && q && Math.abs(Math.log(q.mean / p.mean)) > SEEN.ratio && differ(p, q, 'ratio'))
      found.push({ part: a.name, what, from: p.mean, to: q.mean });
  }
  if (a.tilt && b.tilt) {
    // Held against each other the short way round.
    const turn = wrapTilt(b.tilt.mean + by - a.tilt.mean);
    const other = { ...b.tilt, mean: a.tilt.mean + turn };
    if (Math.abs(turn) > SEEN.tilt && differ(a.tilt, other, 'even', toDegrees(error) ** 2))
      found.push({ part: a.name, what: 'tilt', from: a.tilt.mean, to: other.mean });
  }
  const [here, there] = [placeOf(a), transformPoint(rotation(by), placeOf(b))];
  const swing = (error * lengthOf(here)) ** 2;
  const moved = (['x', 'y'] as const).some((axis) =>
    differ(a[axis], { ...b[axis], mean: there[axis] }, 'even', swing),
  );
  const far = distance(here, there);
  if (far > SEEN.place && moved) found.push({ part: a.name, what: 'place', from: 0, to: far });
  return found;
}

/** What stays and what changes between two kinds of one subject, in recipes of the same unit. */
export function betweenKinds(a: Recipe, b: Recipe): BetweenKinds {
  const both = a.parts.flatMap((part) => {
    const other = b.parts.find(({ name }) => name === part.name);
    return other ? [[part, other] as const] : [];
  });
  const turn = turnBetween(both);
  const changes = both.flatMap(([p, q]) => changesOf(p, q, turn));
  const changed = new Set(changes.map(({ part }) => part));
  const onlyIn = (recipe: Recipe): string[] =>
    recipe.parts.map(({ name }) => name).filter((name) => !both.some(([p]) => p.name === name));
  return {
    changes,
    stays: both.map(([{ name }]) => name).filter((name) => !changed.has(name)),
    only: [onlyIn(a), onlyIn(b)],
  };
}
