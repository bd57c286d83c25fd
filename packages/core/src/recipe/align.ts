import { fitSimilarity } from '../fit/similarity.ts';
import { IDENTITY, compose, rotation, transformPoint, type Affine } from '../geometry/affine.ts';
import { wrapAngle } from '../geometry/angle.ts';
import { meanOf, type Point } from '../geometry/point.ts';

/** Places of one trace by the names of its parts. */
export type Places = ReadonlyMap<string, Point>;

/** How a trace is laid on the mean of all. */
export interface Laying {
  readonly transform: Affine;
  readonly scale: number;
  /** Degrees counter-clockwise. */
  readonly turn: number;
}

/** Fewer parts than this do not say how a trace is turned. */
const TURNS_FROM = 3;
const MOST_ROUNDS = 100;
const SETTLED = 1e-10;

const radius = (places: readonly Point[]): number =>
  Math.sqrt(places.reduce((sum, { x, y }) => sum + x * x + y * y, 0) / places.length);

/** Moved to its middle and scaled to a root mean square radius of one. */
function standardised(mean: Places): Map<string, Point> {
  const middle = meanOf([...mean.values()]);
  const moved = [...mean].map(([name, p]) => [name, { x: p.x - middle.x, y: p.y - middle.y }] as const);
  const size = radius(moved.map(([, p]) => p)) || 1;
  return new Map(moved.map(([name, { x, y }]) => [name, { x: x / size, y: y / size }]));
}

function laid(places: Places, mean: Places): Laying {
  const shared = [...places].filter(([name]) => mean.has(name));
  if (shared.length === 0) return { transform: IDENTITY, scale: 1, turn: 0 };
  return fitSimilarity(
    shared.map(([, p]) => p),
    shared.map(([name]) => mean.get(name) as Point),
    { freedom: shared.length < TURNS_FROM ? 'move scale' : 'move scale turn' },
  );
}

/**
 * Lays several sets of places on their common mean: moved, scaled and turned, but for those of fewer than
 * three parts, which are not turned (generalised Procrustes analysis, Gower 1975). Each may lack any of them;
 * what it lacks counts for nothing. The mean's radius is one and it is turned as they are on the average.
 * @returns one laying for each; the empty list of none
 */
export function alignPlaces(all: readonly Places[]): { mean: Places; layings: Laying[] } {
  const [fullest] = [...all].sort((a, b) => b.size - a.size);
  if (!fullest) return { mean: new Map(), layings: [] };
  let mean: Places = standardised(fullest);
  let layings = all.map((places) => laid(places, mean));
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const next = standardised(meanLaid(all, layings));
    const change = Math.max(
      0,
      ...[...next].map(([name, p]) => {
        const before = mean.get(name);
        return before ? Math.hypot(p.x - before.x, p.y - before.y) : 1;
      }),
    );
    mean = next;
    layings = all.map((places) => laid(places, mean));
    if (change < SETTLED) break;
  }
  return upright(mean, layings);
}

/** The middle of each part over all that have it, as they are laid. */
function meanLaid(all: readonly Places[], layings: readonly Laying[]): Map<string, Point> {
  const gathered = new Map<string, Point[]>();
  all.forEach((places, i) => {
    for (const [name, p] of places) {
      const there = transformPoint((layings[i] as Laying).transform, p);
      gathered.set(name, [...(gathered.get(name) ?? []), there]);
    }
  });
  return new Map([...gathered].map(([name, points]) => [name, meanOf(points)]));
}

/** Turned back, all of it, by as much as the traces were turned on the average. */
function upright(mean: Places, layings: readonly Laying[]): { mean: Places; layings: Laying[] } {
  const turned = layings.reduce(
    ({ x, y }, { turn }) => ({
      x: x + Math.cos((turn * Math.PI) / 180),
      y: y + Math.sin((turn * Math.PI) / 180),
    }),
    { x: 0, y: 0 },
  );
  const back = (-Math.atan2(turned.y, turned.x) * 180) / Math.PI;
  const turn = rotation(back);
  return {
    mean: new Map([...mean].map(([name, p]) => [name, transformPoint(turn, p)])),
    layings: layings.map((laying) => ({
      ...laying,
      transform: compose(turn, laying.transform),
      turn: wrapAngle(laying.turn + back),
    })),
  };
}
