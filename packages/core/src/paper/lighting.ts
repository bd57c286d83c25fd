import type { Grey } from './picture.ts';

/** Side of a block in which the paper's own light is told, as a share of the page's width. */
const BLOCK = 1 / 40;
/** Paper is what is lighter than this share of a block. */
const PAPER = 0.72;

/** The light of the paper at every pixel: of each block what most of it shows, smoothed and spread out. */
export function paperLight({ width, height, data }: Grey): Grey {
  const side = Math.max(6, Math.round(width * BLOCK));
  const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)];
  const blocks = new Float32Array(columns * rows);
  const values = new Float32Array(side * side);
  for (let j = 0; j < rows; j += 1) {
    for (let i = 0; i < columns; i += 1) {
      let n = 0;
      for (let y = j * side; y < Math.min(height, (j + 1) * side); y += 1) {
        for (let x = i * side; x < Math.min(width, (i + 1) * side); x += 1) {
          values[n] = data[y * width + x] as number;
          n += 1;
        }
      }
      blocks[j * columns + i] = values.subarray(0, n).sort()[Math.floor(n * PAPER)] as number;
    }
  }
  return spreadOut(smoothed(smoothed(blocks, columns, rows), columns, rows), columns, rows, side, width, height);
}

/** What was told for square blocks of a picture, for each of its pixels: between the middles of blocks in equal steps (bilinear). @param side of a block, pixels */
export function spreadOut(even: Float32Array, columns: number, rows: number, side: number, width: number, height: number): Grey {
  const out = new Float32Array(width * height);
  const row = new Float32Array(columns);
  for (let y = 0; y < height; y += 1) {
    const v = Math.min(rows - 1, Math.max(0, (y + 0.5) / side - 0.5));
    const [j, next] = [Math.floor(v), Math.min(rows - 1, Math.floor(v) + 1)];
    for (let i = 0; i < columns; i += 1) row[i] = (even[j * columns + i] as number) * (1 - v + j) + (even[next * columns + i] as number) * (v - j);
    for (let x = 0; x < width; x += 1) {
      const u = Math.min(columns - 1, Math.max(0, (x + 0.5) / side - 0.5));
      const i = Math.floor(u);
      const first = row[i] as number;
      out[y * width + x] = first + ((row[Math.min(columns - 1, i + 1)] as number) - first) * (u - i);
    }
  }
  return { width, height, data: out };
}

/** Each block the middle one of its neighbours, so that a block full of ink does not darken the paper. */
function smoothed(blocks: Float32Array, columns: number, rows: number): Float32Array {
  const out = new Float32Array(blocks.length);
  const near: number[] = [];
  for (let j = 0; j < rows; j += 1) {
    for (let i = 0; i < columns; i += 1) {
      near.length = 0;
      for (let b = Math.max(0, j - 1); b <= Math.min(rows - 1, j + 1); b += 1) for (let a = Math.max(0, i - 1); a <= Math.min(columns - 1, i + 1); a += 1) near.push(blocks[b * columns + a] as number);
      near.sort((a, b) => a - b);
      out[j * columns + i] = near[near.length >> 1] as number;
    }
  }
  return out;
}

/** How far from the middle of a spread its gutter reaches at the most, as a share of its width. */
const GUTTER = 0.06;

/** The gutter of a spread darkens whole columns in its middle: each is lifted to what most of it shows. */
function withoutGutter({ width, height, data }: Grey): void {
  const column = new Float32Array(height);
  for (let x = Math.floor(width * (0.5 - GUTTER)); x < width * (0.5 + GUTTER); x += 1) {
    for (let y = 0; y < height; y += 1) column[y] = data[y * width + x] as number;
    const usual = column.slice().sort()[Math.floor(height * PAPER)] as number;
    for (let y = 0; y < height; y += 1) data[y * width + x] = (data[y * width + x] as number) / Math.max(0.05, usual);
  }
}

/** A page with its lighting evened: 1 where there is paper, less where there is ink (the page divided by its paper's light). */
export function evened(page: Grey): Grey {
  const light = paperLight(page);
  const data = new Float32Array(page.data.length);
  for (let i = 0; i < data.length; i += 1) data[i] = Math.min(1.2, (page.data[i] as number) / Math.max(1e-3, light.data[i] as number));
  const even = { width: page.width, height: page.height, data };
  if (page.width > page.height) withoutGutter(even);
  return even;
}
