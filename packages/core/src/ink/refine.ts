import { Buckets } from './buckets.ts';
import type { Ink } from './ink.ts';
import { emptyPlaces, placeModel, SLOTS, type LineModel } from './line-model.ts';
import type { Start } from './search.ts';
import type { Node, Skeleton } from './skeleton.ts';

/** A model bent onto the ink. Places in parts of the figure's height. */
export interface Refined {
  readonly jx: Float64Array;
  readonly jy: Float64Array;
  /** The similarity that lays the reference on the drawing, as a complex factor. */
  readonly turn: readonly [number, number];
  /** Mean log likelihood of an ink point. */
  readonly likelihood: number;
  /** Share of the ink that the model accounts for. */
  readonly explained: number;
  /** Root mean squared distance of the ink that is accounted for, across the model's lines. */
  readonly scatter: number;
  /** For each point of the model, how much ink lies on it beside what would: 0 to 1. */
  readonly support: Float64Array;
  /** Half the squared departure of all bones over what is usual, with heavy tails. */
  readonly strain: number;
  /** Normal matrix of the joints' places, x and y of each in turn: its inverse is their covariance. */
  readonly normal: Float64Array;
  /** Share of the ink that each bone claims. */
  readonly claimed: Float64Array;
}

/** How much a bone's length and turn vary from one drawing to the next: shares of its own length. */
const LENGTH_SD = 0.1;
const TURN_SD = 0.14;
/** And beside that, parts of the height. */
const BONE_FLOOR = 0.008;
/** Degrees of freedom of Student's t for a bone's departure: a planted change stays cheap. */
const TAILS = 2;
/** Share of ink that belongs to nothing in the model. */
const STRAY = 0.12;
/** How much ink in another direction counts against a point of the model. */
const DIRECTION = 3;
/** A point's pull along its line beside that across it: ends and joints still find their place. */
const ALONG = 0.25;
/** Wobble goes on along a stroke, so that neighbours do not speak for themselves: weight of one point. */
const POINT_WEIGHT = 0.25;

export const COARSE = [0.05, 0.04, 0.032, 0.026, 0.021] as const;
export const FINE = [0.021, 0.016, 0.013, 0.0105, 0.009, 0.008] as const;
/** Width at which the hand's unsteadiness is read off: wide enough not to cut it. */
const SCATTER_WIDTH = 0.02;

const nodeOf = (node: Node, v: Float64Array): number =>
  node.joints.reduce((sum, joint, i) => sum + (node.weights[i] as number) * (v[joint] as number), 0);

interface BoneSet {
  readonly x0: Float64Array;
  readonly y0: Float64Array;
}

function restBones(skeleton: Skeleton, flipped: boolean): BoneSet {
  const sx = Float64Array.from(skeleton.at, ({ x }) => (flipped ? -x : x));
  const sy = Float64Array.from(skeleton.at, ({ y }) => y);
  return {
    x0: Float64Array.from(skeleton.bones, ({ from, to }) => nodeOf(to, sx) - nodeOf(from, sx)),
    y0: Float64Array.from(skeleton.bones, ({ from, to }) => nodeOf(to, sy) - nodeOf(from, sy)),
  };
}

interface BoneState {
  /** Along and across departure of each bone over its standard deviation, and its weight. */
  readonly weight: Float64Array;
  readonly strain: number;
  readonly turn: readonly [number, number];
}

/** The similarity that fits the bones, robustly, and each bone's weight about it. */
function weighBones(
  skeleton: Skeleton,
  rest: BoneSet,
  jx: Float64Array,
  jy: Float64Array,
  before: readonly [number, number],
): BoneState {
  const n = skeleton.bones.length;
  const vx = Float64Array.from(skeleton.bones, ({ from, to }) => nodeOf(to, jx) - nodeOf(from, jx));
  const vy = Float64Array.from(skeleton.bones, ({ from, to }) => nodeOf(to, jy) - nodeOf(from, jy));
  const weight = new Float64Array(n).fill(1);
  let turn = before;
  let strain = 0;
  for (let round = 0; round < 4; round += 1) {
    let [re, im, sum] = [0, 0, 0];
    strain = 0;
    for (let k = 0; k < n; k += 1) {
      const [x0, y0] = [rest.x0[k] as number, rest.y0[k] as number];
      const [mx, my] = [turn[0] * x0 - turn[1] * y0, turn[1] * x0 + turn[0] * y0];
      const length = Math.hypot(mx, my) || 1e-6;
      const [ex, ey] = [(vx[k] as number) - mx, (vy[k] as number) - my];
      const loose = (skeleton.bones[k] as { loose: number }).loose;
      const along = (ex * mx + ey * my) / length / (loose * LENGTH_SD * length + BONE_FLOOR);
      const across = (ey * mx - ex * my) / length / (loose * TURN_SD * length + BONE_FLOOR);
      const square = along * along + across * across;
      weight[k] = (TAILS + 2) / (TAILS + square);
      strain += ((TAILS + 2) / 2) * Math.log(1 + square / TAILS);
      const w = weight[k] as number;
      const l2 = x0 * x0 + y0 * y0;
      const sd2 = (loose * TURN_SD * Math.sqrt(l2) + BONE_FLOOR) ** 2;
      re += (w / sd2) * (x0 * (vx[k] as number) + y0 * (vy[k] as number));
      im += (w / sd2) * (x0 * (vy[k] as number) - y0 * (vx[k] as number));
      sum += (w / sd2) * l2;
    }
    turn = [re / sum, im / sum];
  }
  return { weight, strain, turn };
}

/** Adds `w·(g·q − r)²` to the normal equations, for a row with few entries. */
function addRow(
  normal: Float64Array,
  right: Float64Array,
  size: number,
  index: Int32Array,
  value: Float64Array,
  used: number,
  r: number,
  w: number,
): void {
  for (let a = 0; a < used; a += 1) {
    const [ia, va] = [index[a] as number, w * (value[a] as number)];
    right[ia] = (right[ia] as number) + va * r;
    for (let b = 0; b < used; b += 1) {
      const at = ia * size + (index[b] as number);
      normal[at] = (normal[at] as number) + va * (value[b] as number);
    }
  }
}

/**
 * Bends a model onto the ink: annealed expectation and maximisation. Ink is softly assigned to the model's
 * points with a class for strays, residuals across the line weigh more than along it, and all joints are
 * solved for at once, each bone held by its length and turn about the robustly fitted similarity with
 * Student's tails (after Myronenko and Song 2010; Felzenszwalb and Huttenlocher 2005).
 * @param ink in parts of the figure's height
 * @param widths of the assignment from round to round, the same unit
 */
export function refine(
  model: LineModel,
  skeleton: Skeleton,
  ink: Ink,
  start: Pick<Start, 'flipped' | 'size' | 'turn' | 'x' | 'y'> | Pick<Refined, 'jx' | 'jy' | 'turn'>,
  flipped: boolean,
  widths: readonly number[],
  rounds: number,
  pins: readonly Pin[] = [],
): Refined {
  const n = skeleton.names.length;
  const size = 2 * n;
  const rest = restBones(skeleton, flipped);
  let jx: Float64Array;
  let jy: Float64Array;
  let turn: readonly [number, number];
  if ('jx' in start) {
    [jx, jy, turn] = [start.jx.slice(), start.jy.slice(), start.turn];
  } else {
    const [c, s] = [start.size * Math.cos(start.turn), start.size * Math.sin(start.turn)];
    turn = [c, s];
    jx = Float64Array.from(skeleton.at, ({ x, y }) => c * (flipped ? -x : x) - s * y + start.x);
    jy = Float64Array.from(skeleton.at, ({ x, y }) => s * (flipped ? -x : x) + c * y + start.y);
  }
  const places = emptyPlaces(model);
  const near = new Int32Array(model.count);
  const close = new Int32Array(model.count);
  const share = new Float64Array(model.count);
  const off = new Float64Array(model.count);
  const index = new Int32Array(2 * SLOTS);
  const value = new Float64Array(2 * SLOTS);
  let support = new Float64Array(model.count);
  let explained = 0;
  let likelihood = 0;
  let scatter = 0;
  let claimed = new Float64Array(skeleton.bones.length);
  let strain = 0;
  let normal = new Float64Array(size * size);
  const total = model.weight.reduce((sum, w) => sum + w, 0);

  const assign = (width: number, put: ((i: number, j: number, r: number) => void) | null): void => {
    placeModel(model, skeleton, jx, jy, places);
    support = new Float64Array(model.count);
    claimed = new Float64Array(skeleton.bones.length);
    explained = 0;
    likelihood = 0;
    scatter = 0;
    const [across, along] = [width, Math.max(1.6 * width, model.spacing)];
    const cutoff = 6.25 * along * along;
    const buckets = new Buckets(model.count, places.x, places.y, 2.5 * along);
    // Density of one unit of model weight on its line, against strays spread over a unit area.
    const norm = (1 - STRAY) / (total * 2 * Math.PI * across * along);
    const stray = STRAY / 0.35;
    for (let i = 0; i < ink.count; i += 1) {
      const [x, y] = [ink.x[i] as number, ink.y[i] as number];
      const [tx, ty] = [ink.dx[i] as number, ink.dy[i] as number];
      let used = 0;
      let sum = stray;
      const found = buckets.near(x, y, close);
      for (let a = 0; a < found; a += 1) {
        const j = close[a] as number;
        const ex = x - (places.x[j] as number);
        const ey = y - (places.y[j] as number);
        if (ex * ex + ey * ey > cutoff) continue;
        const [dx, dy] = [places.dx[j] as number, places.dy[j] as number];
        const u = ex * dx + ey * dy;
        const v = ey * dx - ex * dy;
        const sine = tx * dy - ty * dx;
        const e = (v * v) / (across * across) + (u * u) / (along * along) + 2 * DIRECTION * sine * sine;
        if (e > 18) continue;
        const p = (model.weight[j] as number) * norm * Math.exp(-e / 2);
        near[used] = j;
        share[used] = p;
        off[used] = v * v;
        used += 1;
        sum += p;
      }
      likelihood += Math.log(sum) / ink.count;
      for (let k = 0; k < used; k += 1) {
        const r = (share[k] as number) / sum;
        const j = near[k] as number;
        support[j] = (support[j] as number) + r;
        const bone = model.bone[j] as number;
        claimed[bone] = (claimed[bone] as number) + r / ink.count;
        explained += r / ink.count;
        scatter += (r * (off[k] as number)) / ink.count;
        if (put && r > 0.004) put(i, j, r);
      }
    }
  };

  const solveAt = (width: number): void => {
    normal = new Float64Array(size * size);
    const right = new Float64Array(size);
    const [wAcross, wAlong] = [POINT_WEIGHT / (width * width), (ALONG * POINT_WEIGHT) / (width * width)];
    assign(width, (i, j, r) => {
      const [dx, dy] = [places.dx[j] as number, places.dy[j] as number];
      const [x, y] = [ink.x[i] as number, ink.y[i] as number];
      for (const [ux, uy, w] of [
        [-dy, dx, wAcross],
        [dx, dy, wAlong],
      ] as const) {
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
        addRow(normal, right, size, index, value, used, ux * x + uy * y, r * w);
      }
    });
    const state = weighBones(skeleton, rest, jx, jy, turn);
    turn = state.turn;
    strain = state.strain;
    skeleton.bones.forEach(({ from, to, loose }, k) => {
      const [x0, y0] = [rest.x0[k] as number, rest.y0[k] as number];
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
        addRow(normal, right, size, index, value, used, target, (state.weight[k] as number) / (sd * sd));
      }
    });
    for (const { joint, x, y, spread } of pins) {
      const w = 1 / (spread * spread);
      for (const [at, to] of [
        [2 * joint, x],
        [2 * joint + 1, y],
      ] as const) {
        normal[at * size + at] = (normal[at * size + at] as number) + w;
        right[at] = (right[at] as number) + w * to;
      }
    }
    for (let a = 0; a < size; a += 1) normal[a * size + a] = (normal[a * size + a] as number) + 1e-3;
    for (let a = 0; a < n; a += 1) {
      right[2 * a] = (right[2 * a] as number) + 1e-3 * (jx[a] as number);
      right[2 * a + 1] = (right[2 * a + 1] as number) + 1e-3 * (jy[a] as number);
    }
    const q = solvePositive(normal, right, size);
    for (let a = 0; a < n; a += 1) {
      jx[a] = q[2 * a] as number;
      jy[a] = q[2 * a + 1] as number;
    }
  };
  for (const width of widths) for (let round = 0; round < rounds; round += 1) solveAt(width);
  assign(SCATTER_WIDTH, null);
  const wide = Math.sqrt(scatter / Math.max(explained, 1e-9));
  const last = widths.at(-1) ?? 0.008;
  assign(last, null);
  for (let j = 0; j < model.count; j += 1)
    support[j] = Math.min(1, ((support[j] as number) * ink.step) / model.spacing);
  return {
    jx,
    jy,
    turn,
    likelihood,
    explained,
    scatter: wide,
    support,
    strain,
    claimed,
    normal,
  };
}

/** A joint held where the student put it. */
export interface Pin {
  readonly joint: number;
  readonly x: number;
  readonly y: number;
  readonly spread: number;
}

/** Solves a symmetric positive definite system by Cholesky's decomposition, in place of its own copy. */
function solvePositive(normal: Float64Array, right: Float64Array, n: number): Float64Array {
  const l = normal.slice();
  const q = right.slice();
  for (let i = 0; i < n; i += 1) {
    for (let k = 0; k <= i; k += 1) {
      let sum = l[i * n + k] as number;
      for (let m = 0; m < k; m += 1) sum -= (l[i * n + m] as number) * (l[k * n + m] as number);
      if (i === k) l[i * n + i] = Math.sqrt(Math.max(sum, 1e-12));
      else l[i * n + k] = sum / (l[k * n + k] as number);
    }
  }
  for (let i = 0; i < n; i += 1) {
    let sum = q[i] as number;
    for (let m = 0; m < i; m += 1) sum -= (l[i * n + m] as number) * (q[m] as number);
    q[i] = sum / (l[i * n + i] as number);
  }
  for (let i = n - 1; i >= 0; i -= 1) {
    let sum = q[i] as number;
    for (let m = i + 1; m < n; m += 1) sum -= (l[m * n + i] as number) * (q[m] as number);
    q[i] = sum / (l[i * n + i] as number);
  }
  return q;
}
