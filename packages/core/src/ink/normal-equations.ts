import { CholeskyDecomposition, EigenvalueDecomposition, Matrix } from 'ml-matrix';

/** Weighted linear least squares, row by row: `Σ w·(g·q − r)²` is least where `A·q = b`. */
export class NormalEquations {
  /** Row by row; only what is left of the diagonal, and it. The other half is its mirror image. */
  private readonly a: Float64Array;
  private readonly b: Float64Array;

  /** @param size how many numbers are sought */
  constructor(readonly size: number) {
    this.a = new Float64Array(size * size);
    this.b = new Float64Array(size);
  }

  /** Adds `w·(g·q − r)²`, where g has the first `used` entries of `value` at those of `index`. */
  add(index: ArrayLike<number>, value: ArrayLike<number>, used: number, r: number, w: number): void {
    const { a, b, size } = this;
    for (let i = 0; i < used; i += 1) {
      const row = index[i] as number;
      const weighted = w * (value[i] as number);
      if (weighted === 0) continue;
      b[row]! += weighted * r;
      for (let k = 0; k < used; k += 1) {
        const column = index[k] as number;
        if (column <= row) a[row * size + column]! += weighted * (value[k] as number);
      }
    }
  }

  /** The numbers sought. Every one of them must have been spoken of, else the answer is not a number. */
  solve(): Float64Array {
    return Float64Array.from(new CholeskyDecomposition(this.whole()).solve(this.right()).to1DArray());
  }

  /** How hard the rows pull the numbers away from `q`: half the slope of the sum of squares, downhill. */
  pullAt(q: ArrayLike<number>): Matrix {
    return Matrix.sub(this.right(), this.whole().mmul(Matrix.columnVector(Array.from(q))));
  }

  /**
   * The covariance of the numbers, where rows were weighted by one over their own variance.
   * @param least what is known in any direction counts at least so much, one over a variance
   */
  covariance(least = 0): Matrix {
    const { eigenvectorMatrix, realEigenvalues } = new EigenvalueDecomposition(this.whole(), {
      assumeSymmetric: true,
    });
    const scaled = eigenvectorMatrix.clone();
    realEigenvalues.forEach((value, i) => scaled.mulColumn(i, 1 / Math.sqrt(Math.max(value, least))));
    return scaled.mmul(scaled.transpose());
  }

  private whole(): Matrix {
    const whole = Matrix.zeros(this.size, this.size);
    for (let row = 0; row < this.size; row += 1)
      for (let column = 0; column <= row; column += 1) {
        const value = this.a[row * this.size + column] as number;
        whole.set(row, column, value);
        whole.set(column, row, value);
      }
    return whole;
  }

  private right(): Matrix {
    return Matrix.columnVector(this.b);
  }
}
