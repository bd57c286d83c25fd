import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import type { Item } from './item.ts';

/**
 * How surely some items are placed that were found together: where one is wrong its neighbours are wrong
 * along with it, and along a limb more than across it.
 */
export interface Doubt {
  readonly ids: readonly string[];
  /** Covariance of their places, x and y of each in turn, in the unit of the places squared. */
  readonly covariance: Matrix;
}

export const NO_DOUBT: Doubt = { ids: [], covariance: new Matrix(0, 0) };

/** A doubt from its covariance as rows of numbers. */
export const doubtAmong = (ids: readonly string[], rows: readonly (readonly number[])[]): Doubt =>
  ids.length > 0 ? { ids, covariance: new Matrix(rows.map((row) => [...row])) } : NO_DOUBT;

/** The same under a transform of the places. */
export function moveDoubt({ ids, covariance }: Doubt, [a, b, c, d]: Affine): Doubt {
  const turn = Matrix.zeros(2 * ids.length, 2 * ids.length);
  ids.forEach((_, i) =>
    turn.setSubMatrix(
      [
        [a, c],
        [b, d],
      ],
      2 * i,
      2 * i,
    ),
  );
  return { ids, covariance: turn.mmul(covariance).mmul(turn.transpose()) };
}

/** Covariance of two items' places: x and y of the one down, of the other across; 0 where they are apart. */
export function covarianceOf(a: Item, b: Item, { ids, covariance }: Doubt): readonly (readonly number[])[] {
  const [i, k] = [ids.indexOf(a.id), ids.indexOf(b.id)];
  if (i >= 0 && k >= 0) return covariance.subMatrix(2 * i, 2 * i + 1, 2 * k, 2 * k + 1).to2DArray();
  const own = a.id === b.id ? a.spread * a.spread : 0;
  return [
    [own, 0],
    [0, own],
  ];
}

/** Variance of how far `b` lies from `a` in a direction of length 1. */
export function varianceAlong(a: Item, b: Item, { x, y }: Point, doubt: Doubt): number {
  const part = (p: Item, q: Item): number => {
    const [[xx, xy], [yx, yy]] = covarianceOf(p, q, doubt) as [[number, number], [number, number]];
    return x * x * xx + x * y * (xy + yx) + y * y * yy;
  };
  return part(a, a) + part(b, b) - 2 * part(a, b);
}

/**
 * Makes residuals of items that were found together such as are each of variance 1 and tell nothing of each
 * other.
 * @param further variances that each item's place has besides, the same unit squared
 * @returns a function of the residuals, x and y of each item in turn
 */
export function whitening(
  { covariance }: Doubt,
  further: readonly number[],
): (residuals: readonly number[]) => number[] {
  const whole = covariance.clone();
  further.forEach((v, i) => {
    for (const k of [2 * i, 2 * i + 1]) whole.set(k, k, whole.get(k, k) + v);
  });
  const lower = new CholeskyDecomposition(whole).lowerTriangularMatrix;
  return (residuals) => {
    const out: number[] = [];
    for (let i = 0; i < residuals.length; i += 1) {
      let sum = residuals[i] as number;
      for (let k = 0; k < i; k += 1) sum -= lower.get(i, k) * (out[k] as number);
      out.push(sum / lower.get(i, i));
    }
    return out;
  };
}

/** Of a doubt only some items, in the order given; those that it does not know are left out. */
export function doubtOf({ ids, covariance }: Doubt, wanted: readonly string[]): Doubt {
  const known = wanted.filter((id) => ids.includes(id));
  if (known.length === 0) return NO_DOUBT;
  const rows = known.flatMap((id) => [2 * ids.indexOf(id), 2 * ids.indexOf(id) + 1]);
  return { ids: known, covariance: covariance.selection(rows, rows) };
}
