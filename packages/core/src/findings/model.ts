import { Matrix, inverse, solve } from 'ml-matrix';
import { compose, type Affine } from '../geometry/affine.ts';
import { toRadians } from '../geometry/angle.ts';
import type { Freedom } from '../fit/similarity.ts';
import { doubtOf, NO_DOUBT, whitening, type Doubt } from './doubt.ts';
import { ellipseMatrix, moveItem, type Item } from './item.ts';

/** A drawn item and the reference item it stands for. */
export interface ItemPair {
  readonly drawn: Item;
  readonly reference: Item;
}

/** A way in which a drawing may depart from its reference, with one or two numbers that say how far. */
export interface Cause {
  readonly id: string;
  /** How many numbers it takes. All are 0 where nothing departs. */
  readonly count: 1 | 2;
  /** What it does to a reference item, in the reference's unit; null for an item it leaves alone. */
  readonly act: (item: Item, values: readonly number[]) => Affine | null;
}

/** The model fitted to a drawing: how the reference is laid on the page, and how far each cause goes. */
export interface ModelFit {
  /** Reference pixels to page millimetres. */
  readonly toPage: Affine;
  /** The numbers of each cause, in the order given. */
  readonly values: readonly (readonly number[])[];
  /** Covariance of all those numbers, in one row of causes. */
  readonly covariance: Matrix;
  /** Sum of squared residuals over their own standard deviations. */
  readonly chi2: number;
  /** To first order, by how much a further cause would lower `chi2`. */
  readonly gainOf: (cause: Cause) => number;
}

/** A form's axes are each set by two placed ends, so they are surer than one placed point. */
const AXIS_SURENESS = Math.SQRT1_2;
const STEP = 1e-5;
const ROUNDS = 30;

function toPageOf(free: readonly number[], freedom: Freedom, mirrored: boolean): Affine {
  const [x = 0, y = 0, size = 0, turn = 0] = free;
  const by = Math.exp(freedom === 'move scale' || freedom === 'move scale turn' ? size : 0);
  const c = by * Math.cos(toRadians(turn));
  const s = by * Math.sin(toRadians(turn));
  const plain: Affine = [c, -s, s, c, x, y];
  return mirrored ? compose(plain, [-1, 0, 0, 1, 0, 0]) : plain;
}

const FREE: Readonly<Record<Freedom, number>> = { none: 0, move: 2, 'move scale': 3, 'move scale turn': 4 };

export interface ModelOptions {
  readonly freedom: Freedom;
  readonly mirrored: boolean;
  /** Where to begin: reference pixels to page millimetres. */
  readonly start: Affine;
  /** A length to measure small steps by, in the reference's unit: the figure's height. */
  readonly height: number;
  /** How surely drawn items are placed that were found together; all others by their own spread. */
  readonly doubt?: Doubt;
}

/** A reference item as the causes change it. */
export function changed(item: Item, causes: readonly Cause[], values: readonly (readonly number[])[]): Item {
  return causes.reduce((now, cause, i) => {
    const act = cause.act(item, values[i] as readonly number[]);
    return act ? moveItem(now, act) : now;
  }, item);
}

/** What is fitted, of which the numbers stand in one row: those of the laying, then each cause's. */
interface Setting {
  readonly pairs: readonly ItemPair[];
  readonly causes: readonly Cause[];
  readonly options: ModelOptions;
  /** Residuals of the items found together, made independent; those items by where they stand there. */
  readonly whiten: (residuals: readonly number[]) => number[];
  readonly together: ReadonlyMap<string, number>;
}

function settingOf(pairs: readonly ItemPair[], causes: readonly Cause[], options: ModelOptions): Setting {
  const by = Math.hypot(options.start[0], options.start[1]) || 1;
  const doubt = doubtOf(
    options.doubt ?? NO_DOUBT,
    pairs.map((pair) => pair.drawn.id),
  );
  const variances = doubt.ids.map((id) => {
    const { reference } = pairs.find((pair) => pair.drawn.id === id) as ItemPair;
    return (reference.spread * by) ** 2;
  });
  return {
    pairs,
    causes,
    options,
    whiten: whitening(doubt, variances),
    together: new Map(doubt.ids.map((id, i) => [id, i])),
  };
}

function split(q: readonly number[], { causes, options }: Setting): number[][] {
  let at = FREE[options.freedom];
  return causes.map((cause) => q.slice(at, (at += cause.count)));
}

/** Drawn minus modelled, each over its standard deviation. */
function residualsAt(q: readonly number[], setting: Setting): number[] {
  const { pairs, causes, options, together, whiten } = setting;
  const toPage = toPageOf(q.slice(0, FREE[options.freedom]), options.freedom, options.mirrored);
  const values = split(q, setting);
  const by = Math.hypot(options.start[0], options.start[1]) || 1;
  const out: number[] = [];
  const joint: number[] = [];
  for (const pair of pairs) {
    const model = moveItem(changed(pair.reference, causes, values), toPage);
    const at = together.get(pair.drawn.id);
    if (at !== undefined) {
      joint[2 * at] = pair.drawn.centre.x - model.centre.x;
      joint[2 * at + 1] = pair.drawn.centre.y - model.centre.y;
      continue;
    }
    const sd = Math.hypot(pair.drawn.spread, pair.reference.spread * by);
    const placed = pair.drawn.ellipse ? sd * AXIS_SURENESS : sd;
    out.push(
      (pair.drawn.centre.x - model.centre.x) / placed,
      (pair.drawn.centre.y - model.centre.y) / placed,
    );
    if (!pair.drawn.ellipse || !model.ellipse || !pair.reference.ellipse) continue;
    const a = ellipseMatrix(pair.drawn.ellipse);
    const b = ellipseMatrix(model.ellipse);
    const [xx, xy, yy] = [a.xx - b.xx, a.xy - b.xy, a.yy - b.yy];
    // In the reference's own axes: along, across, and the turn between them, which two placed ends tell less
    // surely.
    const c = Math.cos(toRadians(pair.reference.ellipse.tilt));
    const s = -Math.sin(toRadians(pair.reference.ellipse.tilt));
    out.push(
      (c * c * xx + 2 * c * s * xy + s * s * yy) / placed,
      (s * s * xx - 2 * c * s * xy + c * c * yy) / placed,
    );
    out.push((Math.SQRT2 * (c * s * (yy - xx) + (c * c - s * s) * xy)) / sd);
  }
  return [...out, ...whiten(joint)];
}

const sum = (r: readonly number[]): number => r.reduce((s, v) => s + v * v, 0);

/** A column of the residuals' derivative by one number. */
function slopeOf(
  q: readonly number[],
  i: number,
  step: number,
  r: readonly number[],
  setting: Setting,
): number[] {
  const moved = [...q];
  moved[i] = (q[i] as number) + step;
  return residualsAt(moved, setting).map((v, k) => (v - (r[k] as number)) / step);
}

/**
 * Fits how the reference is laid on the page and all causes at once: non-linear least squares by Gauss and
 * Newton with Levenberg's damping, residuals over their standard deviations, so that the inverse
 * normal matrix is the covariance of the answer.
 */
export function fitModel(
  pairs: readonly ItemPair[],
  causes: readonly Cause[],
  options: ModelOptions,
): ModelFit {
  const { freedom, mirrored, start, height } = options;
  const setting = settingOf(pairs, causes, options);
  const by = Math.hypot(start[0], start[1]) || 1;
  const free = FREE[freedom];
  const turn = mirrored ? 0 : (-Math.atan2(start[1], start[0]) * 180) / Math.PI;
  let q = [start[4], start[5], Math.log(by), turn].slice(0, free);
  causes.forEach((cause) => q.push(...new Array<number>(cause.count).fill(0)));
  const steps = q.map((_, i) => (i < 2 && free > 0 ? STEP * height * by : STEP));
  let r = residualsAt(q, setting);
  let chi2 = sum(r);
  let damping = 1e-6;
  let columns: number[][] = [];
  let normal = new Matrix(q.length, q.length);
  for (let round = 0; round < ROUNDS && q.length > 0; round += 1) {
    const [at, residuals] = [q, r];
    columns = q.map((_, i) => slopeOf(at, i, steps[i] as number, residuals, setting));
    normal = new Matrix(
      columns.map((a) => columns.map((b) => a.reduce((s, v, k) => s + v * (b[k] as number), 0))),
    );
    const slope = Matrix.columnVector(
      columns.map((a) => a.reduce((s, v, k) => s + v * (residuals[k] as number), 0)),
    );
    let gain = -1;
    for (let attempt = 0; attempt < 8 && gain < 0; attempt += 1) {
      const damped = normal.clone();
      for (let i = 0; i < q.length; i += 1) damped.set(i, i, damped.get(i, i) * (1 + damping) + 1e-12);
      const move = solve(damped, slope);
      const next = q.map((value, i) => value - move.get(i, 0));
      const nextR = residualsAt(next, setting);
      gain = chi2 - sum(nextR);
      if (gain >= 0) [q, r, chi2, damping] = [next, nextR, chi2 - gain, Math.max(damping / 10, 1e-9)];
      else damping *= 10;
    }
    if (gain < 1e-9 * (1 + chi2)) break;
  }
  for (let i = 0; i < q.length; i += 1) normal.set(i, i, normal.get(i, i) + 1e-12);
  const all = q.length > 0 ? inverse(normal, true) : new Matrix(0, 0);
  const covariance =
    q.length > free ? all.subMatrix(free, q.length - 1, free, q.length - 1) : new Matrix(0, 0);
  return {
    toPage: toPageOf(q.slice(0, free), freedom, mirrored),
    values: split(q, setting),
    covariance,
    chi2,
    gainOf: gainFrom(q, r, columns, setting),
  };
}

/** What is left of `v` once all that the basis can make is taken out. */
function residualOf(v: readonly number[], basis: readonly (readonly number[])[]): number[] {
  return basis.reduce<number[]>(
    (rest, b) => {
      const share = b.reduce((s, x, k) => s + x * (rest[k] as number), 0);
      return rest.map((x, k) => x - share * (b[k] as number));
    },
    [...v],
  );
}

/** Gram and Schmidt's orthonormal basis of some columns; columns that add nothing are dropped. */
function orthonormal(
  columns: readonly (readonly number[])[],
  onto: readonly (readonly number[])[] = [],
): number[][] {
  const basis: number[][] = [];
  for (const column of columns) {
    const rest = residualOf(column, [...onto, ...basis]);
    const size = Math.sqrt(sum(rest));
    if (size > 1e-9 * Math.sqrt(sum(column))) basis.push(rest.map((x) => x / size));
  }
  return basis;
}

/**
 * To first order, by how much a further cause would lower the sum of squares with everything else refitted.
 */
function gainFrom(
  q: readonly number[],
  r: readonly number[],
  columns: readonly (readonly number[])[],
  setting: Setting,
): (cause: Cause) => number {
  const basis = orthonormal(columns);
  return (cause) => {
    const wider: Setting = { ...setting, causes: [...setting.causes, cause] };
    const at = [...q, ...new Array<number>(cause.count).fill(0)];
    const own = Array.from({ length: cause.count }, (_, i) => slopeOf(at, q.length + i, STEP, r, wider));
    return orthonormal(own, basis).reduce(
      (total, b) => total + b.reduce((s, x, k) => s + x * (r[k] as number), 0) ** 2,
      0,
    );
  };
}
