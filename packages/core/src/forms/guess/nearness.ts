import { distance, type Point } from '../../geometry/point.ts';
import { refined } from '../../geometry/polygon.ts';
import { shapeOutline, type Fineness } from '../outline.ts';
import type { Shape } from '../shape.ts';

/** Where on an outline each of some places lies nearest: the side that ends there, and how far along it. */
export interface Feet {
  readonly sides: Uint16Array;
  readonly shares: Float64Array;
}

export const feetFor = (count: number): Feet => ({
  sides: new Uint16Array(count),
  shares: new Float64Array(count),
});

/**
 * How far each of some places lies off a closed outline: outside or inside it, by their signs.
 * @param feet where that is is written there, if it is given
 */
export function offOutline(
  places: readonly Point[],
  outline: readonly Point[],
  out: Float64Array,
  feet: Feet | null = null,
): void {
  const count = outline.length;
  for (let k = 0; k < places.length; k += 1) {
    const { x, y } = places[k] as Point;
    let least = Infinity;
    let side = 1;
    let nearest = 0;
    let share = 0;
    let a = outline[count - 1] as Point;
    for (let i = 0; i < count; i += 1) {
      const b = outline[i] as Point;
      const dx = b.x - a.x;
      const dy = b.y - a.y;
      const px = x - a.x;
      const py = y - a.y;
      const along = px * dx + py * dy;
      const length = dx * dx + dy * dy;
      const t = along <= 0 || length === 0 ? 0 : along >= length ? 1 : along / length;
      const ex = px - t * dx;
      const ey = py - t * dy;
      const far = ex * ex + ey * ey;
      if (far < least) {
        least = far;
        side = dx * py - dy * px < 0 ? -1 : 1;
        nearest = i;
        share = t;
      }
      a = b;
    }
    out[k] = side * Math.sqrt(least);
    if (feet) {
      feet.sides[k] = nearest;
      feet.shares[k] = share;
    }
  }
}

/**
 * How much further off each place lies once an outline has become another one with as many corners: to first
 * order, since the foot of a place moves along the outline only to second.
 */
export function offChange(
  places: readonly Point[],
  was: readonly Point[],
  is: readonly Point[],
  off: Float64Array,
  feet: Feet,
): Float64Array {
  const count = was.length;
  const out = new Float64Array(places.length);
  for (let k = 0; k < places.length; k += 1) {
    const place = places[k] as Point;
    const i = feet.sides[k] as number;
    const t = feet.shares[k] as number;
    const before = (i + count - 1) % count;
    const [a, b] = [was[before] as Point, was[i] as Point];
    const [c, d] = [is[before] as Point, is[i] as Point];
    const footX = a.x + t * (b.x - a.x);
    const footY = a.y + t * (b.y - a.y);
    const far = off[k] as number;
    // Away from the outline, or, right on it, across its side.
    let [nx, ny] = [place.x - footX, place.y - footY];
    let by = far;
    if (Math.abs(far) < 1e-9) {
      [nx, ny] = [-(b.y - a.y), b.x - a.x];
      by = Math.hypot(nx, ny) || 1;
    }
    const movedX = c.x + t * (d.x - c.x) - footX;
    const movedY = c.y + t * (d.y - c.y) - footY;
    out[k] = -(nx * movedX + ny * movedY) / by;
  }
  return out;
}

/** Corners of a round outline that are enough to tell how far something lies off it, or to be settled. */
const ROUGH: Fineness = { round: 32, cap: 6, side: 12 };
export const ROUGHER: Fineness = { round: 20, cap: 4, side: 7 };
/** With fewer corners than this, sides are parted. */
const FEW = 24;

const aroundOf = (outline: readonly Point[]): number =>
  outline.reduce((sum, p, i) => sum + distance(p, outline[(i + 1) % outline.length] as Point), 0);

/** The outline of a shape with as many corners as are needed here. */
export function roughOutline(shape: Shape, fineness = ROUGH): readonly Point[] {
  const outline = shapeOutline(shape, fineness);
  return outline.length >= FEW || fineness === ROUGHER ? outline : refined(outline, aroundOf(outline) / FEW);
}

function meanSquare(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i += 1) sum += (values[i] as number) ** 2;
  return sum / values.length;
}

/** How far a loop's places are off a closed outline: root of the mean square, in their unit. */
export function offBy(loop: readonly Point[], outline: readonly Point[]): number {
  const out = new Float64Array(loop.length);
  offOutline(loop, outline, out);
  return Math.sqrt(meanSquare(out));
}

/** How far two closed outlines are apart, there and back: root of the mean square, in their unit. */
export function apart(loop: readonly Point[], outline: readonly Point[]): number {
  return Math.max(offBy(loop, outline), offBy(outline, loop));
}
