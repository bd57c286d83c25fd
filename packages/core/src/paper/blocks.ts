import type { Grey } from './picture.ts';

/** Side of a block, as a share of the picture's width, and the least in pixels. */
const SIDE = 1 / 40;
const SMALLEST_BLOCK = 6;

/** One value for each square block of a picture, row by row. */
export interface Blocks {
  readonly values: Float32Array;
  readonly columns: number;
  readonly rows: number;
  /** Pixels. */
  readonly side: number;
}

/**
 * One value of each square block of a picture, from the values in it; blocks at the edges may be smaller.
 * @param of may sort what it is given
 */
export function inBlocks({ width, height, data }: Grey, of: (values: Float32Array) => number): Blocks {
  const side = Math.max(SMALLEST_BLOCK, Math.round(width * SIDE));
  const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)];
  const values = new Float32Array(columns * rows);
  const within = new Float32Array(side * side);
  for (let j = 0; j < rows; j += 1) {
    for (let i = 0; i < columns; i += 1) {
      let n = 0;
      for (let y = j * side; y < Math.min(height, (j + 1) * side); y += 1) {
        for (let x = i * side; x < Math.min(width, (i + 1) * side); x += 1) {
          within[n] = data[y * width + x] as number;
          n += 1;
        }
      }
      values[j * columns + i] = of(within.subarray(0, n));
    }
  }
  return { values, columns, rows, side };
}

/** Each block anew, from itself and those of the eight round it that there are. */
export function fromNeighbours(blocks: Blocks, of: (near: number[]) => number): Blocks {
  const { columns, rows } = blocks;
  const values = new Float32Array(blocks.values.length);
  for (let j = 0; j < rows; j += 1) {
    for (let i = 0; i < columns; i += 1) {
      const near: number[] = [];
      for (let b = Math.max(0, j - 1); b <= Math.min(rows - 1, j + 1); b += 1)
        for (let a = Math.max(0, i - 1); a <= Math.min(columns - 1, i + 1); a += 1)
          near.push(blocks.values[b * columns + a] as number);
      values[j * columns + i] = of(near);
    }
  }
  return { ...blocks, values };
}

/**
 * What was told for blocks, for each pixel: between the middles of blocks in equal steps (bilinear).
 * @param width and height of the picture, pixels
 */
export function spreadOut({ values, columns, rows, side }: Blocks, width: number, height: number): Grey {
  const out = new Float32Array(width * height);
  const row = new Float32Array(columns);
  for (let y = 0; y < height; y += 1) {
    const v = Math.min(rows - 1, Math.max(0, (y + 0.5) / side - 0.5));
    const [j, next] = [Math.floor(v), Math.min(rows - 1, Math.floor(v) + 1)];
    for (let i = 0; i < columns; i += 1)
      row[i] =
        (values[j * columns + i] as number) * (1 - v + j) + (values[next * columns + i] as number) * (v - j);
    for (let x = 0; x < width; x += 1) {
      const u = Math.min(columns - 1, Math.max(0, (x + 0.5) / side - 0.5));
      const i = Math.floor(u);
      const first = row[i] as number;
      out[y * width + x] = first + ((row[Math.min(columns - 1, i + 1)] as number) - first) * (u - i);
    }
  }
  return { width, height, data: out };
}
