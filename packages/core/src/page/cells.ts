import type { Point } from '../geometry/point.ts';
import { pageBox } from './contents.ts';
import type { Page } from './things.ts';

export interface Cells {
  readonly columns: number;
  readonly rows: number;
}

/** How much higher than wide a cell for one figure is best. */
const FIGURE = 4 / 3;

/**
 * The grid of at least so many cells in which a figure, a third higher than wide, can stand largest.
 * @param count 1 or more
 * @param paper millimetres
 */
export function cellsFor(count: number, paper: Pick<Page, 'width' | 'height'>): Cells {
  let best: Cells & { size: number } = { columns: 1, rows: count, size: 0 };
  for (let columns = 1; columns <= count; columns += 1) {
    const rows = Math.ceil(count / columns);
    const size = Math.min(paper.width / columns, paper.height / rows / FIGURE);
    if (size > best.size) best = { columns, rows, size };
  }
  return { columns: best.columns, rows: best.rows };
}

/** The cells of a page as outlines of four corners, millimetres, row by row from the left top. */
export function cellOutlines(
  paper: Pick<Page, 'x' | 'y' | 'width' | 'height'>,
  { columns, rows }: Cells,
): Point[][] {
  const { minX, minY } = pageBox(paper);
  const [w, h] = [paper.width / columns, paper.height / rows];
  return Array.from({ length: columns * rows }, (_, i) => {
    const [x, y] = [minX + (i % columns) * w, minY + Math.floor(i / columns) * h];
    return [
      { x, y },
      { x: x + w, y },
      { x: x + w, y: y + h },
      { x, y: y + h },
    ];
  });
}
