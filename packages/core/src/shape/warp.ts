import type { Point } from '../geometry/point.ts';
import { emptyMask, type Mask } from '../mask/mask.ts';

/** A place that is carried to another. */
export interface Carried {
  readonly from: Point;
  readonly to: Point;
}

/** So many pixels from knot to knot of the grid on which the warp is worked out. */
const KNOT = 6;
/** Nearer than this a place is carried exactly, pixels. */
const NEAR = 1e-3;

/**
 * Where a place goes that is carried along with others: moved, turned and scaled as those near it are
 * (moving least squares over similarities, Schaefer and others 2006, weights one over the fourth power of the
 * distance). With none nothing moves; with one everything moves alike.
 */
export function carriedAlong(place: Point, others: readonly Carried[]): Point {
  let [sum, px, py, qx, qy] = [0, 0, 0, 0, 0];
  const weights = new Float64Array(others.length);
  for (let i = 0; i < others.length; i += 1) {
    const { from, to } = others[i] as Carried;
    const square = (from.x - place.x) ** 2 + (from.y - place.y) ** 2;
    if (square < NEAR * NEAR) return to;
    const w = 1 / (square * square);
    weights[i] = w;
    sum += w;
    px += w * from.x;
    py += w * from.y;
    qx += w * to.x;
    qy += w * to.y;
  }
  if (sum === 0) return place;
  [px, py, qx, qy] = [px / sum, py / sum, qx / sum, qy / sum];
  let [own, re, im] = [0, 0, 0];
  for (let i = 0; i < others.length; i += 1) {
    const { from, to } = others[i] as Carried;
    const w = weights[i] as number;
    const [ax, ay, bx, by] = [from.x - px, from.y - py, to.x - qx, to.y - qy];
    own += w * (ax * ax + ay * ay);
    re += w * (ax * bx + ay * by);
    im += w * (ax * by - ay * bx);
  }
  const [c, s] = own > 0 ? [re / own, im / own] : [1, 0];
  const [x, y] = [place.x - px, place.y - py];
  return { x: qx + c * x - s * y, y: qy + s * x + c * y };
}

/**
 * A mask bent so that the places of others come to lie where they are carried; what is carried in from beyond
 * the frame is not set. Worked out at every sixth pixel, and between these in proportion.
 */
export function bentMask(mask: Mask, others: readonly Carried[]): Mask {
  const { width, height } = mask;
  const back = others.map(({ from, to }) => ({ from: to, to: from }));
  const columns = Math.ceil(width / KNOT) + 1;
  const rows = Math.ceil(height / KNOT) + 1;
  const knots = Array.from({ length: columns * rows }, (_, i) =>
    carriedAlong({ x: KNOT * (i % columns), y: KNOT * Math.floor(i / columns) }, back),
  );
  const bent = emptyMask(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [u, v] = [(x + 0.5) / KNOT, (y + 0.5) / KNOT];
      const [i, j] = [Math.floor(u), Math.floor(v)];
      const [s, t] = [u - i, v - j];
      const at = j * columns + i;
      const mix = (k: 'x' | 'y'): number =>
        (1 - t) * ((1 - s) * (knots[at] as Point)[k] + s * (knots[at + 1] as Point)[k]) +
        t * ((1 - s) * (knots[at + columns] as Point)[k] + s * (knots[at + columns + 1] as Point)[k]);
      const [from, row] = [Math.floor(mix('x')), Math.floor(mix('y'))];
      if (from >= 0 && row >= 0 && from < width && row < height)
        bent.bits[y * width + x] = mask.bits[row * width + from] as number;
    }
  return bent;
}
