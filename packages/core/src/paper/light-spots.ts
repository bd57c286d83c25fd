import { spreadOut } from './lighting.ts';
import type { Grey } from './picture.ts';

/** Side of a block in which light spots are looked for, as a share of the page's width, and the most that they count. */
const SPOT = 1 / 40;
const MOST_SPOT = 0.1;

/**
 * How much lighter than paper its lightest spots are, round each place. Ink only takes light; grain, folds and the rims of
 * shadows give as much of it beside as they take, so what is no darker than its surroundings are light is none.
 */
export function lightSpots({ width, height, data }: Grey): Grey {
  const side = Math.max(6, Math.round(width * SPOT));
  const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)];
  const blocks = new Float32Array(columns * rows);
  for (let y = 0; y < height; y += 1) {
    const j = Math.floor(y / side) * columns;
    for (let x = 0; x < width; x += 1) {
      const k = j + Math.floor(x / side);
      const over = (data[y * width + x] as number) - 1;
      if (over > (blocks[k] as number)) blocks[k] = Math.min(MOST_SPOT, over);
    }
  }
  return spreadOut(largest(blocks, columns, rows), columns, rows, side, width, height);
}

/** Each block the largest of its neighbours. */
function largest(blocks: Float32Array, columns: number, rows: number): Float32Array {
  return blocks.map((_, k) => {
    const [i, j] = [k % columns, Math.floor(k / columns)];
    let most = 0;
    for (let b = Math.max(0, j - 1); b <= Math.min(rows - 1, j + 1); b += 1) for (let a = Math.max(0, i - 1); a <= Math.min(columns - 1, i + 1); a += 1) most = Math.max(most, blocks[b * columns + a] as number);
    return most;
  });
}
