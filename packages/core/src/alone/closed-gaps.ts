import type { Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { filled } from '../mask/fill.ts';
import { emptyMask, inverted, maskOf, type Mask } from '../mask/mask.ts';
import { outlineOf } from '../mask/outlines.ts';
import { regions } from '../mask/regions.ts';
import type { Outlined } from './outlines.ts';

/** Pixels that the longer side of a drawing is looked at in. */
const FINE = 160;
/** Nothing lies nearer to the rim than this, so that the ground round a drawing is one. */
const RIM = 2;
/** A gap smaller than this share of the drawing's room is none. */
const LEAST = 0.0015;
/** A gap of which less than this share is left is closed. */
const LEFT = 0.2;

/** From page millimetres to pixels, and back. */
interface Grid {
  readonly width: number;
  readonly height: number;
  readonly to: (p: Point) => Point;
  readonly back: (p: Point) => Point;
}

function gridOver({ minX, minY, maxX, maxY }: Box): Grid {
  const by = FINE / Math.max(maxX - minX, maxY - minY, 1e-9);
  return {
    width: Math.ceil((maxX - minX) * by) + 2 * RIM,
    height: Math.ceil((maxY - minY) * by) + 2 * RIM,
    to: ({ x, y }) => ({ x: (x - minX) * by + RIM, y: (y - minY) * by + RIM }),
    back: ({ x, y }) => ({ x: (x - RIM) / by + minX, y: (y - RIM) / by + minY }),
  };
}

/** Ground that forms enclose, as a mask each. */
function gapsOf(outlines: readonly Outlined[], { width, height, to }: Grid): Mask[] {
  const all = emptyMask(width, height);
  for (const { outline } of outlines) {
    const { bits } = filled([outline.map(to)], width, height);
    for (let i = 0; i < bits.length; i += 1) if (bits[i]) all.bits[i] = 1;
  }
  const onRim = (i: number): boolean => {
    const x = i % width;
    const y = (i - x) / width;
    return x === 0 || y === 0 || x === width - 1 || y === height - 1;
  };
  return regions(inverted(all))
    .filter((pixels) => pixels.length >= LEAST * width * height && !pixels.some(onRim))
    .map((pixels) => maskOf(all, pixels));
}

/**
 * Tells of gaps that forms enclose as they stand, which of them they no longer do once some are moved; each
 * by its outline as it was, page millimetres.
 * @param room that the forms take as they stand
 */
export function gapsClosing(
  before: readonly Outlined[],
  room: Box,
): (after: readonly Outlined[]) => Point[][] {
  const grid = gridOver(room);
  const was = gapsOf(before, grid);
  return (after) => {
    if (was.length === 0) return [];
    const now = gapsOf(after, grid);
    const left = ({ bits }: Mask): number => {
      let [all, still] = [0, 0];
      for (let i = 0; i < bits.length; i += 1) {
        if (!bits[i]) continue;
        all += 1;
        if (now.some((gap) => gap.bits[i])) still += 1;
      }
      return still / all;
    };
    return was.filter((gap) => left(gap) < LEFT).map((gap) => outlineOf(gap).map(grid.back));
  };
}
