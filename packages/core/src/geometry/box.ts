import type { Point } from './point.ts';

/** An upright rectangle, `min` corner included, in the unit of its points. */
export interface Box {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

/** The smallest box round `points`; null where there are none. */
export function boxOf(points: Iterable<Point>): Box | null {
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  for (const { x, y } of points) {
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return minX > maxX ? null : { minX, minY, maxX, maxY };
}

/** The smallest box round points that stand in two lists; null where there are none. */
export function boxOfLists(count: number, x: ArrayLike<number>, y: ArrayLike<number>): Box | null {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < count; i += 1) {
    const [px, py] = [x[i] as number, y[i] as number];
    if (px < minX) minX = px;
    if (px > maxX) maxX = px;
    if (py < minY) minY = py;
    if (py > maxY) maxY = py;
  }
  return minX > maxX ? null : { minX, minY, maxX, maxY };
}

/** A box with its edges moved outwards by `by`, in its unit; a negative one may turn it inside out. */
export const grow = (box: Box, by: number): Box => ({
  minX: box.minX - by,
  minY: box.minY - by,
  maxX: box.maxX + by,
  maxY: box.maxY + by,
});

/** The longer side of a box, in its unit. */
export const longerSide = (box: Box): number => Math.max(box.maxX - box.minX, box.maxY - box.minY);

/** The smallest box that holds both; null stands for an empty one, and two of those give null. */
export const unionOf = (a: Box | null, b: Box | null): Box | null =>
  a && b
    ? {
        minX: Math.min(a.minX, b.minX),
        minY: Math.min(a.minY, b.minY),
        maxX: Math.max(a.maxX, b.maxX),
        maxY: Math.max(a.maxY, b.maxY),
      }
    : (a ?? b);

/** Whether two boxes share a point; edges that touch do. */
export const overlaps = (a: Box, b: Box): boolean =>
  a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY;

/** The corners of a box: left top, right top, right bottom, left bottom, as seen on the page. */
export const cornersOf = (box: Box): [Point, Point, Point, Point] => [
  { x: box.minX, y: box.minY },
  { x: box.maxX, y: box.minY },
  { x: box.maxX, y: box.maxY },
  { x: box.minX, y: box.maxY },
];
