/** A sum of vectors that are zero but for a few entries. */
export class SparseSum {
  private readonly sum: Float64Array;
  private readonly touched: Int32Array;
  private readonly isTouched: Uint8Array;
  private count = 0;

  /** @param size how many entries a vector has */
  constructor(size: number) {
    this.sum = new Float64Array(size);
    this.touched = new Int32Array(size);
    this.isTouched = new Uint8Array(size);
  }

  /** Adds `by` times the vector with the first `used` entries of `value` at those of `index`. */
  add(index: ArrayLike<number>, value: ArrayLike<number>, used: number, by: number): void {
    for (let k = 0; k < used; k += 1) {
      const at = index[k] as number;
      if (this.isTouched[at] === 0) {
        this.isTouched[at] = 1;
        this.touched[this.count] = at;
        this.count += 1;
      }
      this.sum[at]! += by * (value[k] as number);
    }
  }

  /** Writes the sum's entries into `index` and `value`, how many there are, and begins anew from zero. */
  take(index: Int32Array, value: Float64Array): number {
    const { count } = this;
    for (let k = 0; k < count; k += 1) {
      const at = this.touched[k] as number;
      index[k] = at;
      value[k] = this.sum[at] as number;
      this.sum[at] = 0;
      this.isTouched[at] = 0;
    }
    this.count = 0;
    return count;
  }
}
