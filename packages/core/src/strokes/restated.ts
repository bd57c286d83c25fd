import type { Point } from '../geometry/point.ts';

/** So near an earlier line goes along with it, parts of the figure's height. */
export const NEAR = 0.015;
/** Within so many degrees of its direction. */
const PARALLEL = 20;
/** Lines are looked at in steps of this, parts of the figure's height. */
const STEP = 0.005;

interface Sample extends Point {
  /** Unit direction. */
  readonly dx: number;
  readonly dy: number;
}

/** Points along a line at equal steps, in the middle of each, with the direction there. */
function samplesOf(line: readonly Point[], step: number): Sample[] {
  const samples: Sample[] = [];
  let due = step / 2;
  for (let i = 1; i < line.length; i += 1) {
    const [a, b] = [line[i - 1] as Point, line[i] as Point];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (!(length > 0)) continue;
    const [dx, dy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    for (; due <= length; due += step) samples.push({ x: a.x + dx * due, y: a.y + dy * due, dx, dy });
    due -= length;
  }
  return samples;
}

/** Samples that lie in cells as wide as they may lie apart, so that few need to be looked at. */
class Grid {
  private readonly cells = new Map<number, Sample[]>();
  private readonly least = Math.cos((PARALLEL * Math.PI) / 180);

  constructor(private readonly reach: number) {}

  private cellOf(value: number): number {
    return Math.floor(value / this.reach);
  }

  add(sample: Sample): void {
    const key = keyOf(this.cellOf(sample.x), this.cellOf(sample.y));
    const cell = this.cells.get(key);
    if (cell) cell.push(sample);
    else this.cells.set(key, [sample]);
  }

  /** Whether one of its samples lies near this one and goes its way, in either sense. */
  hasAlong({ x, y, dx, dy }: Sample): boolean {
    const [column, row, most] = [this.cellOf(x), this.cellOf(y), this.reach * this.reach];
    for (let i = 0; i < 9; i += 1) {
      const cell = this.cells.get(keyOf(column + AROUND[i]![0], row + AROUND[i]![1]));
      if (!cell) continue;
      for (const other of cell) {
        const [ox, oy] = [other.x - x, other.y - y];
        if (ox * ox + oy * oy <= most && Math.abs(other.dx * dx + other.dy * dy) >= this.least) return true;
      }
    }
    return false;
  }
}

const keyOf = (column: number, row: number): number => column * 1_000_003 + row;
/** A cell and its neighbours, itself first: that is where most is found. */
const AROUND = [0, -1, 1].flatMap((column) => [0, -1, 1].map((row) => [column, row] as const));

/**
 * What was gone over again: where a line lies within 1.5 % of the figure's height of an earlier one and
 * within 20 degrees of its direction.
 * @param lines in the order in which they were drawn, one unit
 * @param height of the figure, the same unit; where it is not above 0 nothing is restated
 * @returns the share of all length that is, 0 to 1, and the pieces, one list a line
 */
export function restatedLines(
  lines: readonly (readonly Point[])[],
  height: number,
): { readonly share: number; readonly pieces: readonly (readonly Point[])[][] } {
  if (!(height > 0)) return { share: 0, pieces: lines.map(() => []) };
  const grid = new Grid(NEAR * height);
  let [again, all] = [0, 0];
  const pieces = lines.map((line) => {
    const samples = samplesOf(line, STEP * height);
    const found: Point[][] = [];
    let open: Point[] | null = null;
    for (const sample of samples) {
      if (grid.hasAlong(sample)) {
        again += 1;
        if (open) open.push(sample);
        else found.push((open = [sample]));
      } else open = null;
    }
    all += samples.length;
    samples.forEach((sample) => grid.add(sample));
    return found.filter((piece) => piece.length > 1);
  });
  return { share: all > 0 ? again / all : 0, pieces };
}
