import type { Box } from './box.ts';
import type { Point } from './point.ts';

/** Handles along each side of a bend. */
export const BEND_HANDLES = 3;

/** Where the nine handles of an unbent box lie: row by row from the left top, in its unit. */
export function bendHandles(box: Box): Point[] {
  const along = [0, 0.5, 1];
  return along.flatMap((v) =>
    along.map((u) => ({ x: box.minX + u * (box.maxX - box.minX), y: box.minY + v * (box.maxY - box.minY) })),
  );
}

/** Quadratic Lagrange weights at 0, 1/2 and 1. */
const weights = (t: number): [number, number, number] => [
  (2 * t - 1) * (t - 1),
  4 * t * (1 - t),
  t * (2 * t - 1),
];

/**
 * The smooth map that takes a box's nine handles to where they were pulled: displacements are
 * interpolated by the tensor product of quadratic Lagrange polynomials. It meets each handle
 * exactly, and is the identity where none was pulled.
 * @param pulled nine points, row by row
 */
export function bend(box: Box, pulled: readonly Point[]): (p: Point) => Point {
  const rest = bendHandles(box);
  const width = box.maxX - box.minX || 1;
  const height = box.maxY - box.minY || 1;
  return ({ x, y }) => {
    const wu = weights((x - box.minX) / width);
    const wv = weights((y - box.minY) / height);
    let dx = 0;
    let dy = 0;
    pulled.forEach((to, i) => {
      const from = rest[i] as Point;
      const w = (wu[i % BEND_HANDLES] as number) * (wv[Math.floor(i / BEND_HANDLES)] as number);
      dx += w * (to.x - from.x);
      dy += w * (to.y - from.y);
    });
    return { x: x + dx, y: y + dy };
  };
}
