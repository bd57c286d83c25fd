import { seeded } from '@deft/core/random';
import type { Point } from '@deft/core/geometry';
import { cellOutlines, type Cells } from '@deft/core/page';
import { madeFigure, type MadeLine } from './figures.ts';

/** How drawings lie on a made page: one as large as the page, or several smaller ones. */
export type MadeLayout =
  | { readonly kind: 'one' }
  | { readonly kind: 'grid'; readonly cells: Cells; readonly ruled: boolean }
  | { readonly kind: 'scattered'; readonly count: number }
  | { readonly kind: 'spread'; readonly count: number };

/** A made page: how dark it is where, 0 to 1, row by row, and where each drawing lies. Pixels. */
export interface MadePage {
  readonly width: number;
  readonly height: number;
  readonly dark: Float32Array;
  /** Boxes of the drawings in their order. */
  readonly drawings: readonly {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[];
  readonly spread: boolean;
}

export interface PageOptions {
  readonly layout: MadeLayout;
  readonly seed: number;
  /** Pixels; of the whole spread where there are two pages. */
  readonly width?: number;
  /** Width over height of one page. */
  readonly share?: number;
  /** Width of a line, pixels. */
  readonly line?: number;
  /** Drawings to put there instead of chance's, each in shares of its box. */
  readonly figures?: readonly (readonly MadeLine[])[];
}

/** Draws a line with soft edges; where lines cross the darker stays. */
function drawLine(
  dark: Float32Array,
  width: number,
  height: number,
  points: readonly Point[],
  thick: number,
): void {
  const r = thick / 2;
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1] as Point, points[i] as Point];
    const length = Math.hypot(b.x - a.x, b.y - a.y) || 1e-9;
    for (
      let y = Math.max(0, Math.floor(Math.min(a.y, b.y) - r - 1));
      y <= Math.min(height - 1, Math.max(a.y, b.y) + r + 1);
      y += 1
    ) {
      for (
        let x = Math.max(0, Math.floor(Math.min(a.x, b.x) - r - 1));
        x <= Math.min(width - 1, Math.max(a.x, b.x) + r + 1);
        x += 1
      ) {
        const t = Math.min(1, Math.max(0, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / length ** 2));
        const away = Math.hypot(x - a.x - t * (b.x - a.x), y - a.y - t * (b.y - a.y));
        const cover = Math.min(1, Math.max(0, r + 0.5 - away));
        if (cover > (dark[y * width + x] as number)) dark[y * width + x] = cover;
      }
    }
  }
}

/** Where drawings lie, in shares of the page, none over another. */
function boxesOf(
  layout: MadeLayout,
  share: number,
  chance: () => number,
): { x: number; y: number; width: number; height: number }[] {
  if (layout.kind === 'one') return [{ x: 0, y: 0, width: 1, height: 1 }];
  if (layout.kind === 'grid') {
    return cellOutlines({ width: 1, height: 1 }, layout.cells).map(([a, , c]) => {
      const [w, h] = [(c as Point).x - (a as Point).x, (c as Point).y - (a as Point).y];
      return { x: (a as Point).x + 0.12 * w, y: (a as Point).y + 0.1 * h, width: 0.76 * w, height: 0.8 * h };
    });
  }
  const pages = layout.kind === 'spread' ? 2 : 1;
  const boxes: { x: number; y: number; width: number; height: number }[] = [];
  for (let tries = 0; boxes.length < layout.count && tries < 4000; tries += 1) {
    const height = 0.24 + 0.12 * chance();
    const width = (height * 0.62) / (share * pages);
    const page = Math.floor(chance() * pages);
    const box = {
      x: (page + 0.05 + chance() * 0.9 * (1 - width * pages)) / pages,
      y: 0.05 + chance() * (0.9 - height),
      width,
      height,
    };
    const gap = 0.05;
    if (box.x + width > (page + 0.96) / pages) continue;
    if (
      boxes.every(
        (o) =>
          o.x > box.x + width + gap / pages ||
          box.x > o.x + o.width + gap / pages ||
          o.y > box.y + height + gap ||
          box.y > o.y + o.height + gap,
      )
    )
      boxes.push(box);
  }
  // As one reads: page by page, row by row.
  return boxes.sort(
    (a, b) =>
      Math.floor(a.x * pages) - Math.floor(b.x * pages) ||
      Math.round((a.y + a.height / 2) * 3) - Math.round((b.y + b.height / 2) * 3) ||
      a.x - b.x,
  );
}

/** A page of made drawings, the same for the same seed. */
export function madePage({
  layout,
  seed,
  width = 1000,
  share = 0.7071,
  line = 3,
  figures,
}: PageOptions): MadePage {
  const chance = seeded(seed);
  const pages = layout.kind === 'spread' ? 2 : 1;
  const height = Math.round(width / (share * pages));
  const dark = new Float32Array(width * height);
  const boxes = boxesOf(layout, share, chance);
  if (layout.kind === 'grid' && layout.ruled) {
    const { columns, rows } = layout.cells;
    for (let i = 1; i < columns; i += 1)
      drawLine(
        dark,
        width,
        height,
        [
          { x: (i * width) / columns, y: 0.01 * height },
          { x: (i * width) / columns, y: 0.99 * height },
        ],
        line * 0.7,
      );
    for (let i = 1; i < rows; i += 1)
      drawLine(
        dark,
        width,
        height,
        [
          { x: 0.01 * width, y: (i * height) / rows },
          { x: 0.99 * width, y: (i * height) / rows },
        ],
        line * 0.7,
      );
  }
  const drawings = boxes.map((box, i) => {
    const made = figures ? figures[i] : madeFigure(chance);
    for (const { points, weight } of made ?? [])
      drawLine(
        dark,
        width,
        height,
        points.map(({ x, y }) => ({
          x: (box.x + x * box.width) * width,
          y: (box.y + y * box.height) * height,
        })),
        line * weight,
      );
    return { x: box.x * width, y: box.y * height, width: box.width * width, height: box.height * height };
  });
  return { width, height, dark, drawings, spread: pages === 2 };
}
