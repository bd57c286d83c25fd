import { boxOfLists } from '../geometry/box.ts';

/**
 * Points by the square cells that they lie in, so that those near a place are found without looking at all.
 */
export class Buckets {
  private readonly first: Int32Array;
  private readonly next: Int32Array;
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;

  /**
   * @param cell side of a cell, in the points' unit; `near` finds all within this distance and some beyond
   */
  constructor(
    count: number,
    x: Float64Array,
    y: Float64Array,
    private readonly cell: number,
  ) {
    const { minX, minY, maxX, maxY } = boxOfLists(count, x, y) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
    [this.left, this.top] = [minX, minY];
    this.columns = Math.floor((maxX - minX) / cell) + 1;
    this.rows = Math.floor((maxY - minY) / cell) + 1;
    this.first = new Int32Array(this.columns * this.rows).fill(-1);
    this.next = new Int32Array(count).fill(-1);
    for (let i = count - 1; i >= 0; i -= 1) {
      const at =
        Math.floor(((y[i] as number) - minY) / cell) * this.columns +
        Math.floor(((x[i] as number) - minX) / cell);
      this.next[i] = this.first[at] as number;
      this.first[at] = i;
    }
  }

  /** Writes the numbers of all points within a cell's side of a place into `into`; how many there are. */
  near(x: number, y: number, into: Int32Array): number {
    const column = Math.floor((x - this.left) / this.cell);
    const row = Math.floor((y - this.top) / this.cell);
    let used = 0;
    for (let r = Math.max(0, row - 1); r <= Math.min(this.rows - 1, row + 1); r += 1)
      for (let c = Math.max(0, column - 1); c <= Math.min(this.columns - 1, column + 1); c += 1)
        for (let i = this.first[r * this.columns + c] as number; i >= 0; i = this.next[i] as number) {
          into[used] = i;
          used += 1;
        }
    return used;
  }
}
