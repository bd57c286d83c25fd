import { boxOfLists } from '../geometry/box.ts';

/** Cells to a reach: smaller ones are looked through with less in vain. */
const FINER = 2;

/**
 * Points by the square cells that they lie in, so that those near a place are found without looking at all.
 */
export class Buckets {
  /** Where each cell's points begin in `order`, row by row, and one more for where the last ends. */
  private readonly start: Int32Array;
  private readonly order: Int32Array;
  private readonly cell: number;
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;

  /** @param reach in the points' unit; `near` finds all within this distance and some beyond */
  constructor(count: number, x: Float64Array, y: Float64Array, reach: number) {
    const { minX, minY, maxX, maxY } = boxOfLists(count, x, y) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
    [this.left, this.top, this.cell] = [minX, minY, reach / FINER];
    this.columns = Math.floor((maxX - minX) / this.cell) + 1;
    this.rows = Math.floor((maxY - minY) / this.cell) + 1;
    this.start = new Int32Array(this.columns * this.rows + 1);
    this.order = new Int32Array(count);
    const own = new Int32Array(count);
    for (let i = 0; i < count; i += 1) {
      const [column, row] = [this.columnOf(x[i] as number), this.rowOf(y[i] as number)];
      own[i] = row * this.columns + column;
      this.start[(own[i] as number) + 1]! += 1;
    }
    for (let k = 1; k < this.start.length; k += 1) this.start[k]! += this.start[k - 1] as number;
    const filled = this.start.slice();
    for (let i = 0; i < count; i += 1) {
      const at = own[i] as number;
      this.order[filled[at] as number] = i;
      filled[at]! += 1;
    }
  }

  /** Writes the numbers of all points within reach of a place into `into`; how many there are. */
  near(x: number, y: number, into: Int32Array): number {
    const [column, row] = [this.columnOf(x), this.rowOf(y)];
    const [first, last] = [Math.max(0, column - FINER), Math.min(this.columns - 1, column + FINER)];
    let used = 0;
    if (first > last) return used;
    for (let r = Math.max(0, row - FINER); r <= Math.min(this.rows - 1, row + FINER); r += 1) {
      // The cells of a row lie one after the other.
      const end = this.start[r * this.columns + last + 1] as number;
      for (let k = this.start[r * this.columns + first] as number; k < end; k += 1) {
        into[used] = this.order[k] as number;
        used += 1;
      }
    }
    return used;
  }

  private columnOf(x: number): number {
    return Math.floor((x - this.left) / this.cell);
  }

  private rowOf(y: number): number {
    return Math.floor((y - this.top) / this.cell);
  }
}
