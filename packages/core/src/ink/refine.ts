import { Matrix } from 'ml-matrix';
import { Assignment, type Assigned } from './assignment.ts';
import { NormalEquations } from './normal-equations.ts';
import { STEP, type Ink } from './ink.ts';
import { SLOTS, type LineModel } from './line-model.ts';
import { SparseSum } from './sparse-sum.ts';
import type { Start } from './search.ts';
import { bonesAt, type Bones, type Skeleton } from './skeleton.ts';

/** Where a body lies on the ink. Places in parts of the figure's height. */
export interface Stance {
  readonly jx: Float64Array;
  readonly jy: Float64Array;
  /** The similarity that lays the reference on the drawing, as a complex factor. */
  readonly turn: readonly [number, number];
}

/** A model bent onto the ink. Its `scatter` is read at a width that does not cut the hand's unsteadiness. */
export interface Refined extends Stance, Assigned {
  /** For each point of the model, how much ink lies on it beside what would: 0 to 1. */
  readonly support: Float64Array;
  /** Half the squared departure of all bones over what is usual, with heavy tails. */
  readonly strain: number;
  /** The same as the ink would have it: a part that is drawn otherwise is not drawn back. */
  readonly settled: () => Settled;
}

export interface Settled extends Stance {
  /** Covariance of all joints' places as the ink and the bones hold them: x and y of each in turn. */
  readonly covariance: Matrix;
}

/** A joint held where the student put it; or along a direction only, where its lines end. */
export interface Pin {
  readonly joint: number;
  readonly x: number;
  readonly y: number;
  readonly spread: number;
  /** Of unit length. What is told by lines may be wrong, and holds less the farther off it is. */
  readonly along?: readonly [number, number];
}

/** How much a bone's length and turn vary from one drawing to the next: shares of its own length. */
const LENGTH_SD = 0.1;
const TURN_SD = 0.14;
/** And beside that, parts of the height. */
const BONE_FLOOR = 0.008;
/** Degrees of freedom of Student's t for a bone's departure: a planted change stays cheap. */
const TAILS = 2;
/** The same of where a limb's lines were seen to end. */
const END_TAILS = 4;
/** Rounds in which a bone's weight and the similarity about it settle. */
const BONE_ROUNDS = 4;
/** A point's pull along its line beside that across it: ends and joints still find their place. */
const ALONG = 0.25;
/** Wobble goes on along a stroke, so that neighbours do not speak for themselves: weight of one point. */
export const POINT_WEIGHT = 0.25;
/** Holds a joint of which nothing speaks. */
const HOLD = 1e-3;
/** No joint is thought to be less surely known than this, one over its variance in squared heights. */
const LEAST_KNOWN = 100;
/**
 * Rounds in which a bent model settles, how far a joint goes in one, and how much looser its bones are then.
 */
const SETTLING = 6;
const LONGEST_STEP = 0.015;
const SETTLED_LOOSE = 2;
/** Solved so often at each width. */
const ROUNDS = 2;

export const COARSE = [0.05, 0.04, 0.032, 0.026, 0.021] as const;
export const FINE = [0.021, 0.016, 0.013, 0.0105, 0.009, 0.008] as const;
/** From where it lies already, while its limbs are drawn to where their lines end. */
export const ENDING = [0.013, 0.0105, 0.009, 0.008] as const;
const SCATTER_WIDTH = 0.02;

/** Where a body lies before it bends. */
export function stanceAt(
  { size, turn, x, y, flipped }: Omit<Start, 'model' | 'cost'>,
  { at }: Skeleton,
): Stance {
  const [c, s] = [size * Math.cos(turn), size * Math.sin(turn)];
  const flip = flipped ? -1 : 1;
  return {
    jx: Float64Array.from(at, (p) => c * flip * p.x - s * p.y + x),
    jy: Float64Array.from(at, (p) => s * flip * p.x + c * p.y + y),
    turn: [c, s],
  };
}

interface BoneState {
  /** Student's weight of each bone. */
  readonly weight: Float64Array;
  readonly strain: number;
  readonly turn: readonly [number, number];
}

/** The similarity that fits the bones, robustly, and each bone's weight about it. */
function weighBones(
  skeleton: Skeleton,
  rest: Bones,
  now: Bones,
  before: readonly [number, number],
): BoneState {
  const weight = new Float64Array(skeleton.bones.length);
  let turn = before;
  let strain = 0;
  for (let round = 0; round < BONE_ROUNDS; round += 1) {
    let [re, im, sum] = [0, 0, 0];
    strain = 0;
    skeleton.bones.forEach(({ loose }, k) => {
      const [x0, y0] = [rest.x[k] as number, rest.y[k] as number];
      const [vx, vy] = [now.x[k] as number, now.y[k] as number];
      const [mx, my] = [turn[0] * x0 - turn[1] * y0, turn[1] * x0 + turn[0] * y0];
      const length = Math.hypot(mx, my) || 1e-6;
      const [ex, ey] = [vx - mx, vy - my];
      const along = (ex * mx + ey * my) / length / (loose * LENGTH_SD * length + BONE_FLOOR);
      const across = (ey * mx - ex * my) / length / (loose * TURN_SD * length + BONE_FLOOR);
      const square = along * along + across * across;
      weight[k] = (TAILS + 2) / (TAILS + square);
      strain += ((TAILS + 2) / 2) * Math.log(1 + square / TAILS);
      const own = x0 * x0 + y0 * y0;
      const w = (weight[k] as number) / (loose * TURN_SD * Math.sqrt(own) + BONE_FLOOR) ** 2;
      re += w * (x0 * vx + y0 * vy);
      im += w * (x0 * vy - y0 * vx);
      sum += w * own;
    });
    turn = [re / sum, im / sum];
  }
  return { weight, strain, turn };
}

/** Everything of one bending that does not change from round to round. */
class Bending {
  private readonly rest: Bones;
  private readonly assignment: Assignment;
  private readonly index: Int32Array;
  private readonly value: Float64Array;

  constructor(
    private readonly model: LineModel,
    private readonly skeleton: Skeleton,
    private readonly ink: Ink,
    flipped: boolean,
    private readonly pins: readonly Pin[],
  ) {
    const flip = flipped ? -1 : 1;
    this.rest = bonesAt(
      skeleton,
      Float64Array.from(skeleton.at, ({ x }) => flip * x),
      Float64Array.from(skeleton.at, ({ y }) => y),
    );
    this.assignment = new Assignment(model, skeleton, ink);
    const most = 2 * Math.max(SLOTS, skeleton.names.length);
    this.index = new Int32Array(most);
    this.value = new Float64Array(most);
  }

  /** One round: ink assigned, bones weighed, all joints solved for at once. */
  round(stance: Stance, width: number): { stance: Stance; strain: number } {
    const n = this.skeleton.names.length;
    const equations = new NormalEquations(2 * n);
    this.addInk(equations, stance, width, POINT_WEIGHT);
    const state = this.addHolds(equations, stance);
    const q = equations.solve();
    const every = (first: number): Float64Array =>
      Float64Array.from({ length: n }, (_, i) => q[2 * i + first] as number);
    return { stance: { jx: every(0), jy: every(1), turn: state.turn }, strain: state.strain };
  }

  /**
   * Where the joints come to lie once the ink alone has its way, as far as it says anything, and how surely.
   * Which point of the model a piece of ink belongs to is not known either: what this leaves open, above all
   * along a line, is taken from what the ink tells; steps by what is left go there at once, where rounds of
   * assignment creep (Louis 1982).
   */
  settle(from: Stance, width: number): Settled {
    const n = this.skeleton.names.length;
    // A full page's lines are looked at every so many points; each then speaks for as much more of them.
    const weight = POINT_WEIGHT * (this.ink.step / STEP);
    let stance = from;
    let covariance = Matrix.zeros(2 * n, 2 * n);
    for (let round = 0; round <= SETTLING; round += 1) {
      const equations = new NormalEquations(2 * n);
      this.addInk(equations, stance, width, weight);
      const { turn } = this.addHolds(equations, stance, SETTLED_LOOSE);
      const q = Float64Array.from(
        { length: 2 * n },
        (_, i) => (i % 2 ? stance.jy : stance.jx)[i >> 1] as number,
      );
      const pull = equations.pullAt(q);
      this.takeUnknown(equations, stance, width, weight);
      covariance = equations.covariance(LEAST_KNOWN);
      if (round === SETTLING) break;
      const move = covariance.mmul(pull).to1DArray();
      const most = Math.max(...move.map(Math.abs));
      const by = Math.min(1, LONGEST_STEP / most);
      stance = {
        jx: stance.jx.map((x, i) => x + by * (move[2 * i] as number)),
        jy: stance.jy.map((y, i) => y + by * (move[2 * i + 1] as number)),
        turn,
      };
    }
    return { ...stance, covariance };
  }

  assign({ jx, jy }: Stance, width: number): Assigned {
    return this.assignment.at(jx, jy, width);
  }

  /** What holds the joints beside the ink: bones, what the student set, and where they are. */
  private addHolds(equations: NormalEquations, { jx, jy, turn }: Stance, loose = 1): BoneState {
    const state = weighBones(this.skeleton, this.rest, bonesAt(this.skeleton, jx, jy), turn);
    this.addBones(equations, { ...state, weight: state.weight.map((w) => w / (loose * loose)) });
    for (const pin of this.pins)
      this.addPin(equations, pin, jx[pin.joint] as number, jy[pin.joint] as number);
    jx.forEach((x, joint) => this.addPlace(equations, joint, x, jy[joint] as number, HOLD));
    return state;
  }

  private addPin(
    equations: NormalEquations,
    { joint, x, y, spread, along }: Pin,
    nowX: number,
    nowY: number,
  ): void {
    const weight = 1 / (spread * spread);
    if (!along) return this.addPlace(equations, joint, x, y, weight);
    const [ux, uy] = along;
    const off = (ux * (x - nowX) + uy * (y - nowY)) / spread;
    const held = (weight * (END_TAILS + 1)) / (END_TAILS + off * off);
    equations.add([2 * joint, 2 * joint + 1], [ux, uy], 2, ux * x + uy * y, held);
  }

  private addPlace(equations: NormalEquations, joint: number, x: number, y: number, weight: number): void {
    equations.add([2 * joint], [1], 1, x, weight);
    equations.add([2 * joint + 1], [1], 1, y, weight);
  }

  /** Across its line a point of the model is drawn to its ink, and less so along it. */
  private addInk(equations: NormalEquations, { jx, jy }: Stance, width: number, weight: number): void {
    const { ink, index, value, assignment, model } = this;
    const across = weight / (width * width);
    // All the ink of one point of the model pulls along the same two directions: its mean is enough.
    const sum = new Float64Array(model.count);
    const [x, y] = [new Float64Array(model.count), new Float64Array(model.count)];
    assignment.at(jx, jy, width, (i, j, share) => {
      sum[j]! += share;
      x[j]! += share * (ink.x[i] as number);
      y[j]! += share * (ink.y[i] as number);
    });
    sum.forEach((shares, j) => {
      if (shares === 0) return;
      const [dx, dy] = [assignment.places.dx[j] as number, assignment.places.dy[j] as number];
      for (const [ux, uy, w] of [
        [-dy, dx, across],
        [dx, dy, ALONG * across],
      ] as const) {
        const used = this.rowOf(j, ux, uy);
        equations.add(index, value, used, (ux * x[j]! + uy * y[j]!) / shares, shares * w);
      }
    });
  }

  /**
   * For each piece of ink the variance, over the points that it may belong to, of how it pulls the joints.
   */
  private takeUnknown(equations: NormalEquations, { jx, jy }: Stance, width: number, weight: number): void {
    const { ink, index, value, assignment, model } = this;
    const square = width * width;
    const mean = new SparseSum(2 * this.skeleton.names.length);
    // For each point of the model how its ink pulls it: the sum of squares, as a symmetric two by two matrix.
    const xx = new Float64Array(model.count);
    const xy = new Float64Array(model.count);
    const yy = new Float64Array(model.count);
    let piece = -1;
    const flush = (): void => equations.add(index, value, mean.take(index, value), 0, weight);
    assignment.at(jx, jy, width, (i, j, share) => {
      if (i !== piece && piece >= 0) flush();
      piece = i;
      const [dx, dy] = [assignment.places.dx[j] as number, assignment.places.dy[j] as number];
      const ex = (ink.x[i] as number) - (assignment.places.x[j] as number);
      const ey = (ink.y[i] as number) - (assignment.places.y[j] as number);
      const [v, u] = [(ey * dx - ex * dy) / square, (ALONG * (ex * dx + ey * dy)) / square];
      const [gx, gy] = [dx * u - dy * v, dy * u + dx * v];
      xx[j]! += share * gx * gx;
      xy[j]! += share * gx * gy;
      yy[j]! += share * gy * gy;
      mean.add(index, value, this.rowOf(j, gx, gy), share);
    });
    if (piece >= 0) flush();
    // Two directions have the same sum of squares (Cholesky).
    xx.forEach((across, j) => {
      if (across === 0 && yy[j] === 0) return;
      const first = Math.sqrt(across);
      const skew = first > 0 ? xy[j]! / first : 0;
      equations.add(index, value, this.rowOf(j, first, skew), 0, -weight);
      const rest = Math.max(0, yy[j]! - skew * skew);
      if (rest > 0) equations.add(index, value, this.rowOf(j, 0, Math.sqrt(rest)), 0, -weight);
    });
  }

  /** How a point of the model moves in a direction with the joints, into `index` and `value`: how many. */
  private rowOf(j: number, ux: number, uy: number): number {
    const { model, index, value } = this;
    let used = 0;
    for (let k = j * SLOTS; k < (j + 1) * SLOTS; k += 1) {
      const joint = model.joint[k] as number;
      if (joint < 0) continue;
      const [re, im] = [model.re[k] as number, model.im[k] as number];
      index[used] = 2 * joint;
      value[used] = ux * re + uy * im;
      index[used + 1] = 2 * joint + 1;
      value[used + 1] = -ux * im + uy * re;
      used += 2;
    }
    return used;
  }

  /** Each bone is held by its length and its turn about the similarity. */
  private addBones(equations: NormalEquations, { turn, weight }: BoneState): void {
    const { rest, index, value } = this;
    this.skeleton.bones.forEach(({ from, to, loose }, k) => {
      const [x0, y0] = [rest.x[k] as number, rest.y[k] as number];
      const [mx, my] = [turn[0] * x0 - turn[1] * y0, turn[1] * x0 + turn[0] * y0];
      const length = Math.hypot(mx, my) || 1e-6;
      const [ux, uy] = [mx / length, my / length];
      for (const [gx, gy, sd, target] of [
        [ux, uy, loose * LENGTH_SD * length + BONE_FLOOR, length],
        [-uy, ux, loose * TURN_SD * length + BONE_FLOOR, 0],
      ] as const) {
        let used = 0;
        for (const [node, sign] of [
          [to, 1],
          [from, -1],
        ] as const)
          node.joints.forEach((joint, a) => {
            const w = sign * (node.weights[a] as number);
            index[used] = 2 * joint;
            value[used] = w * gx;
            index[used + 1] = 2 * joint + 1;
            value[used + 1] = w * gy;
            used += 2;
          });
        equations.add(index, value, used, target, (weight[k] as number) / (sd * sd));
      }
    });
  }
}

/**
 * Bends a model onto the ink: annealed expectation and maximisation. Ink is softly assigned to the model's
 * points with a class for strays, residuals across the line weigh more than along it, and all joints are
 * solved for at once, each bone held by its length and turn about the robustly fitted similarity with
 * Student's tails (after Myronenko and Song 2010; Felzenszwalb and Huttenlocher 2005).
 * @param model turned over where the body is flipped
 * @param ink in parts of the figure's height
 * @param start where the body lies before
 * @param widths of the assignment from round to round, the same unit; at least one
 * @param pins joints that stay where they are
 */
export function refine(
  model: LineModel,
  skeleton: Skeleton,
  ink: Ink,
  start: Stance,
  flipped: boolean,
  widths: readonly [number, ...number[]],
  pins: readonly Pin[] = [],
): Refined {
  const bending = new Bending(model, skeleton, ink, flipped, pins);
  let last = bending.round(start, widths[0]);
  widths.forEach((width, at) => {
    for (let round = at === 0 ? 1 : 0; round < ROUNDS; round += 1) last = bending.round(last.stance, width);
  });
  const { stance, strain } = last;
  const { scatter } = bending.assign(stance, SCATTER_WIDTH);
  const assigned = bending.assign(stance, widths.at(-1) as number);
  return {
    ...stance,
    ...assigned,
    scatter,
    support: assigned.support.map((points) => Math.min(1, (points * ink.step) / model.spacing)),
    strain,
    settled: () => bending.settle(stance, widths.at(-1) as number),
  };
}
