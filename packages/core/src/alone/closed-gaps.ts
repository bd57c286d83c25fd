import type { Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { grown } from '../mask/distances.ts';
import { filled } from '../mask/fill.ts';
import { emptyMask, inverted, maskOf, type Mask } from '../mask/mask.ts';
import { outlineOf } from '../mask/outlines.ts';
import { regions } from '../mask/regions.ts';
import { roomOf, type Enclosing } from './outlines.ts';

/** Pixels that the longer side of a drawing is looked at in. */
const FINE = 160;
/** Nothing lies nearer to the rim than this, so that the ground round a drawing is one. */
const RIM = 2;
/** A gap smaller than this share of the drawing's room is none. */
const LEAST = 0.0015;
/** A gap of which less than this share is left is closed. */
const LEFT = 0.2;

/** From page millimetres to pixels, and back. */
export interface Grid {
  readonly width: number;
  readonly height: number;
  readonly to: (p: Point) => Point;
  readonly back: (p: Point) => Point;
}

export function gridOver({ minX, minY, maxX, maxY }: Box): Grid {
  const by = FINE / Math.max(maxX - minX, maxY - minY, 1e-9);
  return {
    width: Math.ceil((maxX - minX) * by) + 2 * RIM,
    height: Math.ceil((maxY - minY) * by) + 2 * RIM,
    to: ({ x, y }) => ({ x: (x - minX) * by + RIM, y: (y - minY) * by + RIM }),
    back: ({ x, y }) => ({ x: (x - RIM) / by + minX, y: (y - RIM) / by + minY }),
  };
}

/** The room that some outlines enclose together. */
function roomIn(outlines: readonly Enclosing[], { width, height, to }: Grid): Mask {
  const all = emptyMask(width, height);
  for (const { outline } of outlines) {
    const { bits } = filled([outline.map(to)], width, height);
    for (let i = 0; i < bits.length; i += 1) if (bits[i]) all.bits[i] = 1;
  }
  return all;
}

/** Ground that is enclosed, as a mask each. */
function gapsIn(all: Mask): Mask[] {
  const { width, height } = all;
  const onRim = (i: number): boolean => {
    const x = i % width;
    const y = (i - x) / width;
    return x === 0 || y === 0 || x === width - 1 || y === height - 1;
  };
  return regions(inverted(all))
    .filter((pixels) => pixels.length >= LEAST * width * height && !pixels.some(onRim))
    .map((pixels) => maskOf(all, pixels));
}

/** In how many pieces outlines lie, those counted as one that are at most `apart` pixels from each other. */
function piecesOf(outlines: readonly Enclosing[], apart: number): number {
  const room = roomOf(outlines);
  return room ? regions(grown(roomIn(outlines, gridOver(room)), apart / 2), Math.SQRT2).length : 0;
}

/**
 * Tells of gaps that outlines enclose as they stand, which of them they no longer do once some are moved;
 * each by its outline as it was, page millimetres.
 * @param room that they take as they stand
 * @param apart openings of so many pixels are none, since lines of a hand do not quite meet; then what is
 * taken off altogether closes nothing, which may be what it was taken off
 */
export function gapsClosing(
  before: readonly Enclosing[],
  room: Box,
  apart = 0,
): (after: readonly Enclosing[]) => Point[][] {
  const grid = gridOver(room);
  const gapsOf = (outlines: readonly Enclosing[]): Mask[] => {
    const taken = roomIn(outlines, grid);
    return gapsIn(apart > 0 ? grown(taken, apart / 2) : taken);
  };
  const was = gapsOf(before);
  const pieces = apart > 0 ? piecesOf(before, apart) : 0;
  return (after) => {
    if (was.length === 0) return [];
    const now = gapsOf(after);
    const left = ({ bits }: Mask): number => {
      let [all, still] = [0, 0];
      for (let i = 0; i < bits.length; i += 1) {
        if (!bits[i]) continue;
        all += 1;
        if (now.some((gap) => gap.bits[i])) still += 1;
      }
      return still / all;
    };
    const gone = was.filter((gap) => left(gap) < LEFT);
    if (apart > 0 && gone.length > 0 && piecesOf(after, apart) > pieces) return [];
    return gone.map((gap) => outlineOf(gap).map(grid.back));
  };
}
