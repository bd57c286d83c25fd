import { LuDecomposition, Matrix, solve } from 'ml-matrix';
import { compose, IDENTITY, scaling, transformPoint, translation, type Affine } from '../geometry/affine.ts';
import { median } from '../geometry/median.ts';
import type { Point } from '../geometry/point.ts';
import { distanceAt, type SignedDistances } from './outline-distance.ts';

const ROUNDS = 12;
/** Points of an outline that lie farther off than this many times the middle one's distance do not count. */
const FAR = 4;
/** But nearer than this they always do, pixels. */
const NEAR = 1.5;

/**
 * Moves and scales an outline a little, so that it comes to lie on a silhouette's edge: least squares of
 * how far it lies off, in which what lies far off counts less and less (Tukey's biweight; Gauss-Newton).
 * @param outline points in the silhouette's frame, pixels
 * @param most how far any place may be moved, pixels: beyond that it stays as it is
 * @returns the identity where there are too few points, or the silhouette does not hold them
 */
export function refitted(outline: readonly Point[], to: SignedDistances, most: number): Affine {
  if (outline.length < 8) return IDENTITY;
  const middle = {
    x: outline.reduce((sum, p) => sum + p.x, 0) / outline.length,
    y: outline.reduce((sum, p) => sum + p.y, 0) / outline.length,
  };
  let fit = IDENTITY;
  for (let round = 0; round < ROUNDS; round += 1) {
    const step = stepOf(
      outline.map((p) => transformPoint(fit, p)),
      middle,
      to,
    );
    if (!step) break;
    fit = compose(step, fit);
    if (outline.some((p) => farther(transformPoint(fit, p), p, most))) return IDENTITY;
  }
  return fit;
}

const farther = (a: Point, b: Point, most: number): boolean => Math.hypot(a.x - b.x, a.y - b.y) > most;

/** One step of the fit: null where it cannot be solved for. */
function stepOf(points: readonly Point[], middle: Point, to: SignedDistances): Affine | null {
  const off = points.map((p) => distanceAt(to, p));
  const reach = Math.max(NEAR, FAR * (median(off.map(Math.abs)) ?? 0));
  const [normal, right] = [Matrix.zeros(3, 3), Matrix.zeros(3, 1)];
  points.forEach((p, i) => {
    const d = off[i] as number;
    if (Math.abs(d) >= reach) return;
    const weight = (1 - (d / reach) ** 2) ** 2;
    const nx = (distanceAt(to, { x: p.x + 1, y: p.y }) - distanceAt(to, { x: p.x - 1, y: p.y })) / 2;
    const ny = (distanceAt(to, { x: p.x, y: p.y + 1 }) - distanceAt(to, { x: p.x, y: p.y - 1 })) / 2;
    const row = Matrix.columnVector([nx, ny, nx * (p.x - middle.x) + ny * (p.y - middle.y)]);
    normal.add(row.mmul(row.transpose()).mul(weight));
    right.sub(row.clone().mul(weight * d));
  });
  if (new LuDecomposition(normal).isSingular()) return null;
  const [x = NaN, y = NaN, size = NaN] = solve(normal, right).to1DArray();
  if (![x, y, size].every(Number.isFinite)) return null;
  return compose(
    translation(middle.x + x, middle.y + y),
    scaling(1 + size),
    translation(-middle.x, -middle.y),
  );
}
