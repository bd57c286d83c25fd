import { grown } from './distances.ts';
import { emptyMask, inverted, type Mask } from './mask.ts';
import { regions } from './regions.ts';

/**
 * What ink encloses, filled: the paper is flooded from outside, not through gaps narrower than
 * `gap` pixels, and the rest is the silhouette.
 */
export function silhouette(ink: Mask, gap: number): Mask {
  const { width, height } = ink;
  const walls = grown(ink, gap / 2);
  const outside = emptyMask(width, height);
  for (const region of regions(inverted(walls))) {
    const touchesEdge = region.some(
      (i) => i % width === 0 || i % width === width - 1 || i < width || i >= width * (height - 1),
    );
    if (touchesEdge) for (const i of region) outside.bits[i] = 1;
  }
  // Growing the ink took a rim from the outside; it gets that back.
  return inverted(grown(outside, gap / 2));
}
