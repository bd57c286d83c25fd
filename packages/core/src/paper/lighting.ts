import { fromNeighbours, inBlocks, spreadOut } from './blocks.ts';
import type { Grey } from './picture.ts';

/** Paper is what is lighter than this share of a block. */
const PAPER = 0.72;

const middle = (near: number[]): number => near.sort((a, b) => a - b)[near.length >> 1] as number;

/**
 * The light of the paper at every pixel, in the picture's own unit: of each block what most of it shows (a
 * high quantile); smoothed by medians, so that a block full of ink does not darken the paper; and spread
 * out.
 */
export function paperLight(page: Grey): Grey {
  const shown = inBlocks(page, (values) => values.sort()[Math.floor(values.length * PAPER)] as number);
  return spreadOut(fromNeighbours(fromNeighbours(shown, middle), middle), page.width, page.height);
}

/** How far from the middle of a spread its gutter reaches at the most, as a share of its width. */
const GUTTER = 0.06;

/** The gutter of a spread darkens whole columns in its middle: each is lifted to what most of it shows. */
function withoutGutter({ width, height, data }: Grey): void {
  const column = new Float32Array(height);
  for (let x = Math.floor(width * (0.5 - GUTTER)); x < width * (0.5 + GUTTER); x += 1) {
    for (let y = 0; y < height; y += 1) column[y] = data[y * width + x] as number;
    const paperLevel = column.slice().sort()[Math.floor(height * PAPER)] as number;
    for (let y = 0; y < height; y += 1)
      data[y * width + x] = (data[y * width + x] as number) / Math.max(0.05, paperLevel);
  }
}

/**
 * A page with its lighting levelled: 1 where there is paper, less where there is ink (the page divided by its
 * paper's light).
 */
export function levelLight(page: Grey): Grey {
  const light = paperLight(page);
  const data = new Float32Array(page.data.length);
  for (let i = 0; i < data.length; i += 1)
    data[i] = Math.min(1.2, (page.data[i] as number) / Math.max(1e-3, light.data[i] as number));
  const even = { width: page.width, height: page.height, data };
  if (page.width > page.height) withoutGutter(even);
  return even;
}
