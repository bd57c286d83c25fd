import { hull } from '../geometry/hull.ts';
import type { Point } from '../geometry/point.ts';
import { filled } from './fill.ts';
import { areaOf, maskOf, type Mask } from './mask.ts';
import { regions } from './regions.ts';

/** The corners of set pixels, as far out as the pixels of each row reach. */
function cornersOf({ width, height, bits }: Mask): Point[] {
  const corners: Point[] = [];
  for (let y = 0; y < height; y += 1) {
    const row = bits.subarray(y * width, (y + 1) * width);
    const [first, last] = [row.indexOf(1), row.lastIndexOf(1)];
    if (first < 0) continue;
    for (const [x, of] of [
      [first, y],
      [first, y + 1],
      [last + 1, y],
      [last + 1, y + 1],
    ] as const)
      corners.push({ x, y: of });
  }
  return corners;
}

/** A mask without dents: every pixel within the hull of the set ones. Empty for an empty mask. */
export const hullMask = (mask: Mask): Mask => filled([hull(cornersOf(mask))], mask.width, mask.height);

/**
 * The gaps of a silhouette: holes in it and bays of its hull, each at least `least` of the hull's
 * area, the largest first.
 */
export function gaps(figure: Mask, least = 0.004): Mask[] {
  const within = hullMask(figure);
  const area = areaOf(within);
  const free = { ...within, bits: within.bits.map((bit, i) => (bit && !figure.bits[i] ? 1 : 0)) };
  return regions(free)
    .filter((region) => region.length >= least * area)
    .sort((p, q) => q.length - p.length)
    .map((region) => maskOf(figure, region));
}
