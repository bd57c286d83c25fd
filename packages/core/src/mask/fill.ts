import type { Point } from '../geometry/point.ts';
import { emptyMask, type Mask } from './mask.ts';

/**
 * What lies within an odd number of closed outlines, as a mask: a pixel is set where its middle does. A pixel
 * covers the square from its own index to the next.
 */
export function filled(outlines: readonly (readonly Point[])[], width: number, height: number): Mask {
  const mask = emptyMask(width, height);
  const crossings: number[][] = Array.from({ length: height }, () => []);
  for (const outline of outlines)
    outline.forEach((p, i) => {
      const q = outline[(i + 1) % outline.length] as Point;
      const [top, low] = p.y < q.y ? [p, q] : [q, p];
      const last = Math.min(height - 1, Math.ceil(low.y - 0.5) - 1);
      for (let y = Math.max(0, Math.ceil(top.y - 0.5)); y <= last; y += 1)
        crossings[y]?.push(top.x + ((low.x - top.x) * (y + 0.5 - top.y)) / (low.y - top.y));
    });
  crossings.forEach((xs, y) => {
    xs.sort((a, b) => a - b);
    for (let k = 1; k < xs.length; k += 2) {
      const from = Math.max(0, Math.ceil((xs[k - 1] as number) - 0.5));
      const to = Math.min(width - 1, Math.ceil((xs[k] as number) - 0.5) - 1);
      if (to >= from) mask.bits.fill(1, y * width + from, y * width + to + 1);
    }
  });
  return mask;
}

/** In how many steps one goes along a line so that each is a little shorter than a pixel, either way. */
export const stepsAlong = (from: Point, to: Point): number =>
  Math.ceil(1.01 * Math.max(Math.abs(to.x - from.x), Math.abs(to.y - from.y))) + 1;

/**
 * Sets the pixels that a straight line runs through, each a neighbour of the last, also at a corner;
 * clipped.
 */
export function markLine({ width, height, bits }: Mask, from: Point, to: Point): void {
  const steps = stepsAlong(from, to);
  for (let i = 0; i <= steps; i += 1) {
    const x = Math.floor(from.x + ((to.x - from.x) * i) / steps);
    const y = Math.floor(from.y + ((to.y - from.y) * i) / steps);
    if (x >= 0 && y >= 0 && x < width && y < height) bits[y * width + x] = 1;
  }
}
