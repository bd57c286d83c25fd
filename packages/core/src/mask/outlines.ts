import { contours } from 'd3-contour';
import type { Point } from '../geometry/point.ts';
import { polygonArea, thinned } from '../geometry/polygon.ts';
import type { Mask } from './mask.ts';

/** Corners of a suggested outline lie within this share of the longer side of it. */
const TOLERANCE = 0.0015;

/** Each piece's outer outline, and behind it those of its holes; closed, the first point again at the end. */
function piecesOf({ width, height, bits }: Mask): Point[][][] {
  const padded = new Array<number>((width + 2) * (height + 2)).fill(0);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) padded[(y + 1) * (width + 2) + x + 1] = bits[y * width + x] as number;
  const [found] = contours()
    .size([width + 2, height + 2])
    .thresholds([0.5])(padded);
  return (found?.coordinates ?? []).map((rings) =>
    rings.map((ring) => ring.map(([x = 0, y = 0]) => ({ x: x - 1, y: y - 1 }))),
  );
}

/**
 * All outlines of a mask (marching squares), where a pixel covers the square from its own index to the next:
 * whatever lies within an odd number of them is set. None for an empty mask.
 */
export const outlinesOf = (mask: Mask): Point[][] =>
  piecesOf(mask).flatMap((rings) => rings.map((ring) => ring.slice(0, -1)));

/** The outer outline of a mask's largest piece, pixels; empty where there is none. */
export function outlineOf(mask: Mask, tolerance = TOLERANCE * Math.max(mask.width, mask.height)): Point[] {
  const outer = piecesOf(mask).map(([ring = []]) => ring);
  const [longest] = outer.sort((p, q) => polygonArea(q) - polygonArea(p));
  return longest ? thinned(longest, tolerance).slice(0, -1) : [];
}
