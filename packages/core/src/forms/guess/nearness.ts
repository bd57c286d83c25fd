import { distance, type Point } from '../../geometry/point.ts';
import { refined } from '../../geometry/polygon.ts';
import { shapeOutline, type Fineness } from '../outline.ts';
import type { Shape } from '../shape.ts';

/** How far each of some places lies off a closed outline: outside or inside it, by their signs. */
export function offOutline(places: readonly Point[], outline: readonly Point[], out: Float64Array): void {
  const count = outline.length;
  for (let k = 0; k < places.length; k += 1) {
    const { x, y } = places[k] as Point;
    let least = Infinity;
    let side = 1;
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
      }
      a = b;
    }
    out[k] = side * Math.sqrt(least);
  }
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

const meanSquare = (values: Float64Array): number =>
  values.reduce((sum, v) => sum + v * v, 0) / values.length;

/** How far two closed outlines are apart, there and back: root of the mean square, in their unit. */
export function apart(loop: readonly Point[], outline: readonly Point[]): number {
  const [there, back] = [new Float64Array(loop.length), new Float64Array(outline.length)];
  offOutline(loop, outline, there);
  offOutline(outline, loop, back);
  return Math.sqrt(Math.max(meanSquare(there), meanSquare(back)));
}
