import { boxOfLists, type Box } from '../geometry/box.ts';
import { distanceGrid, type Lines } from './distance-grid.ts';
import type { Ink } from './ink.ts';
import { emptyPlaces, flippedModel, placeModel, type LineModel, type ModelPlaces } from './line-model.ts';
import type { Skeleton } from './skeleton.ts';

/** How a model is laid on the ink before it bends: `z ↦ size·e^{i·turn}·z + (x, y)`, flipped first or not. */
export interface Start {
  readonly model: number;
  readonly flipped: boolean;
  readonly size: number;
  /** Radians. */
  readonly turn: number;
  readonly x: number;
  readonly y: number;
  /** Mean distance of lines, both ways, parts of the figure's height. */
  readonly cost: number;
}

const CELL = 0.012;
const MOST = 0.1;
const SIZES = [0.8, 0.88, 0.95, 1.03, 1.12, 1.25];
/** Of what is no figure a part is often left out, so that the rest fills the drawing's box. */
const NET_SIZES = [0.66, 0.73, ...SIZES, 1.38, 1.52];
/** Or a part of the picture is drawn: so large it is then, looked for so closely. */
const PART_SIZES = [1.03, 1.12, 1.25, 1.38, 1.52, 1.7, 1.9];
const PART_SHIFT = 0.1;
const TURNS = [-10, 0, 10];
const SHIFTS = [-0.14, -0.07, 0, 0.07, 0.14];
/** Every so many-th point is looked at while steps are long, and while they are short. */
const STRIDE = 6;
const FINE_STRIDE = 2;
/** Steps downhill, in parts of the longest. */
const LONG_STEPS = [1];
const SHORT_STEPS = [0.5, 0.25];
const KEPT = 40;
/** So many of them go on to the short steps. */
const CLOSELY = 6;
/** Cell and stride where many references are only ranked. */
const ROUGH_CELL = 0.02;
const ROUGH_STRIDE = 12;

interface Side {
  readonly model: number;
  readonly flipped: boolean;
  readonly places: ModelPlaces;
  readonly weight: Float64Array;
  readonly angle: Float64Array;
  readonly grid: ReturnType<typeof distanceGrid>;
}

export type Pose = Pick<Start, 'size' | 'turn' | 'x' | 'y'>;

/**
 * Cost of a pose: how far the model's lines lie from the ink, and the ink from the model's.
 * @returns Infinity where it is at least `bound`
 */
function costOf(
  side: Side,
  ink: Lines,
  grid: Side['grid'],
  { size, turn, x, y }: Pose,
  stride: number,
  bound = Infinity,
): number {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const { places, weight, angle } = side;
  let there = 0;
  let sum = 0;
  for (let j = 0; j < weight.length; j += stride) {
    const [px, py] = [places.x[j] as number, places.y[j] as number];
    const w = weight[j] as number;
    there +=
      w * grid.at(size * (c * px - s * py) + x, size * (s * px + c * py) + y, (angle[j] as number) + turn);
    sum += w;
  }
  const mean = there / sum;
  const n = Math.ceil(ink.count / stride);
  const most = (bound - mean) * n;
  let back = 0;
  for (let i = 0; i < ink.count; i += stride) {
    if (back >= most) return Infinity;
    const [px, py] = [((ink.x[i] as number) - x) / size, ((ink.y[i] as number) - y) / size];
    back += side.grid.at(c * px + s * py, -s * px + c * py, (ink.angle[i] as number) - turn);
  }
  return mean + back / n;
}

/** Steps downhill in size, turn and place, each round of steps shorter than the one before. */
function settle(
  side: Side,
  ink: Lines,
  grid: Side['grid'],
  from: Pose,
  steps: readonly number[],
  stride: number,
): Pose & { cost: number } {
  const { size, turn, x, y } = from;
  let best = { size, turn, x, y, cost: costOf(side, ink, grid, from, stride) };
  for (const step of steps) {
    for (let round = 0; round < 3; round += 1) {
      const before = best.cost;
      for (const [key, by] of [
        ['x', 0.035],
        ['y', 0.035],
        ['size', 0.05],
        ['turn', 0.08],
      ] as const)
        for (const sign of [1, -1]) {
          const next = { ...best, [key]: best[key] + sign * by * step };
          const cost = costOf(side, ink, grid, next, stride, best.cost);
          if (cost < best.cost) best = { ...next, cost };
        }
      if (best.cost >= before) break;
    }
  }
  return best;
}

/** A model's lines for one handedness, ready to be laid on ink. */
function sideOf(model: LineModel, index: number, skeleton: Skeleton, flipped: boolean, cell = CELL): Side {
  const places = emptyPlaces(model);
  const jx = Float64Array.from(skeleton.at, ({ x }) => (flipped ? -x : x));
  const jy = Float64Array.from(skeleton.at, ({ y }) => y);
  placeModel(flipped ? flippedModel(model) : model, skeleton, jx, jy, places);
  const angle = anglesOf(places);
  return {
    model: index,
    flipped,
    places,
    weight: model.weight,
    angle,
    grid: distanceGrid({ count: model.count, x: places.x, y: places.y, angle }, cell, MOST),
  };
}

/** All sizes, turns and places that are looked at. */
const posesOf = (sizes: readonly number[]): Pose[] =>
  sizes.flatMap((size) =>
    TURNS.flatMap((degrees) =>
      SHIFTS.flatMap((x) => SHIFTS.map((y) => ({ size, turn: (degrees * Math.PI) / 180, x, y }))),
    ),
  );
const POSES = { figure: posesOf(SIZES), net: posesOf(NET_SIZES) };

/** Places from `least` to `most` at even steps, both ends among them; their middle where there is no way. */
function evenly(least: number, most: number): number[] {
  if (most <= least) return [(least + most) / 2];
  const count = Math.ceil((most - least) / PART_SHIFT);
  return Array.from({ length: count + 1 }, (_, i) => least + ((most - least) * i) / count);
}

/** Upright, wherever the lines of a picture still cover what is drawn: a part of it. */
function partPoses({ places }: Side, ink: Lines): Pose[] {
  const whole = boxOfLists(places.x.length, places.x, places.y) as Box;
  const drawn = boxOfLists(ink.count, ink.x, ink.y) as Box;
  return PART_SIZES.flatMap((size) => {
    const across = evenly(drawn.maxX - size * whole.maxX, drawn.minX - size * whole.minX);
    const down = evenly(drawn.maxY - size * whole.maxY, drawn.minY - size * whole.minY);
    return across.flatMap((x) => down.map((y) => ({ size, turn: 0, x, y })));
  });
}

/** The cheapest few of many poses, by a cost that need not be told where it is at least `bound`. */
function cheapest(
  poses: readonly Pose[],
  most: number,
  costFor: (pose: Pose, bound: number) => number,
): (Pose & { cost: number })[] {
  const kept: (Pose & { cost: number })[] = [];
  for (const pose of poses) {
    const bound = kept.length < most ? Infinity : (kept.at(-1) as { cost: number }).cost;
    const cost = costFor(pose, bound);
    if (cost >= bound) continue;
    let at = kept.length;
    while (at > 0 && (kept[at - 1] as { cost: number }).cost > cost) at -= 1;
    kept.splice(at, 0, { ...pose, cost });
    if (kept.length > most) kept.pop();
  }
  return kept;
}

const linesOf = (ink: Ink): Lines => ({ count: ink.count, x: ink.x, y: ink.y, angle: anglesOf(ink) });

/**
 * Where to begin: the best few ways to lay each model on the ink, as it is and flipped, by chamfer distance
 * both ways over sizes, turns and places about that of the bounding boxes.
 * @param ink in parts of the figure's height, its bounding box's middle at 0, 0
 * @param most how many starts each model gives in each handedness
 */
export function findStarts(
  ink: Ink,
  skeleton: Skeleton,
  models: readonly LineModel[],
  most: number,
): Start[] {
  const lines = linesOf(ink);
  const grid = distanceGrid(lines, CELL, MOST);
  const starts = models.flatMap((model, index) =>
    [false, true].flatMap((flipped) => {
      const side = sideOf(model, index, skeleton, flipped);
      const poses = skeleton.lines ? [...POSES.net, ...partPoses(side, lines)] : POSES.figure;
      const settled = cheapest(poses, KEPT, (pose, bound) => costOf(side, lines, grid, pose, STRIDE, bound))
        .filter((_, i) => i < 4 || i % 4 === 0)
        .map((t) => settle(side, lines, grid, t, LONG_STEPS, STRIDE))
        .sort((a, b) => a.cost - b.cost)
        .slice(0, CLOSELY)
        .map((t) => settle(side, lines, grid, t, SHORT_STEPS, FINE_STRIDE))
        .sort((a, b) => a.cost - b.cost);
      const apart: (Pose & { cost: number })[] = [];
      for (const pose of settled)
        if (apart.length < most && apart.every((p) => differs(p, pose))) apart.push(pose);
      return apart.map((pose) => ({ ...pose, model: index, flipped }));
    }),
  );
  return starts.sort((a, b) => a.cost - b.cost);
}

/**
 * The same about one pose that is known, since the student has laid the drawing: each model settles from
 * there.
 */
export function startsNear(
  ink: Ink,
  skeleton: Skeleton,
  models: readonly LineModel[],
  pose: Pose & Pick<Start, 'flipped'>,
): Start[] {
  const lines = linesOf(ink);
  const grid = distanceGrid(lines, CELL, MOST);
  return models
    .map((model, index) => ({
      ...settle(
        sideOf(model, index, skeleton, pose.flipped),
        lines,
        grid,
        pose,
        [...LONG_STEPS, ...SHORT_STEPS],
        FINE_STRIDE,
      ),
      model: index,
      flipped: pose.flipped,
    }))
    .sort((a, b) => a.cost - b.cost);
}

/**
 * What the best rough laying of one model costs: enough to tell which of many references is worth a look.
 * @returns at the most `bound`
 */
export function roughCost(ink: Ink, skeleton: Skeleton, model: LineModel, bound = Infinity): number {
  const lines = linesOf(ink);
  const grid = distanceGrid(lines, ROUGH_CELL, MOST);
  let least = bound;
  for (const flipped of [false, true]) {
    const side = sideOf(model, 0, skeleton, flipped, ROUGH_CELL);
    for (const pose of POSES.figure)
      least = Math.min(least, costOf(side, lines, grid, pose, ROUGH_STRIDE, least));
  }
  return least;
}

const anglesOf = ({ dx, dy }: Pick<Ink, 'dx' | 'dy'>): Float64Array =>
  dx.map((x, i) => Math.atan2(dy[i] as number, x));

const differs = (a: Pose, b: Pose): boolean =>
  Math.hypot(a.x - b.x, a.y - b.y) > 0.04 ||
  Math.abs(a.size - b.size) > 0.06 ||
  Math.abs(a.turn - b.turn) > 0.1;
