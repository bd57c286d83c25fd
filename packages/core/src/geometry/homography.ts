import { Matrix, solve } from 'ml-matrix';
import type { Point } from './point.ts';

export type Quad = readonly [Point, Point, Point, Point];

/** a to h of x' = (ax + by + c) / (gx + hy + 1), y' = (dx + ey + f) / (gx + hy + 1). */
export type Projection = readonly [number, number, number, number, number, number, number, number];

/**
 * The projective map that takes four corners to four others, as its coefficients (direct linear
 * transform, Hartley and Zisserman 2004, 4.1). Throws a RangeError where three of them lie in a line.
 */
export function projection(from: Quad, to: Quad): Projection {
  const rows: number[][] = [];
  const right: number[][] = [];
  from.forEach(({ x, y }, i) => {
    const { x: u, y: v } = to[i] as Point;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push([u], [v]);
  });
  let h: number[];
  try {
    h = solve(new Matrix(rows), new Matrix(right)).to1DArray();
  } catch {
    throw new RangeError('Four corners of which three lie in a line carry no picture.');
  }
  if (!h.every(Number.isFinite))
    throw new RangeError('Four corners of which three lie in a line carry no picture.');
  return h as unknown as Projection;
}

/**
 * The same as a map of points. Throws a RangeError where three corners lie in a line.
 * @returns a map of the plane; points on the line that goes to infinity come back far away, never as NaN
 */
export function homography(from: Quad, to: Quad): (p: Point) => Point {
  const [a, b, c, d, e, f, g, k] = projection(from, to);
  return ({ x, y }) => {
    const w = g * x + k * y + 1;
    const by = 1 / (Math.abs(w) < 1e-9 ? 1e-9 : w);
    return { x: (a * x + b * y + c) * by, y: (d * x + e * y + f) * by };
  };
}

/**
 * Whether four corners go round one way without crossing: what a picture can be drawn into. Three in a line
 * do not.
 */
export function isConvex(quad: Quad): boolean {
  const turns = quad.map((p, i) => {
    const q = quad[(i + 1) % 4] as Point;
    const r = quad[(i + 2) % 4] as Point;
    return Math.sign((q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x));
  });
  return turns.every((turn) => turn === turns[0] && turn !== 0);
}
