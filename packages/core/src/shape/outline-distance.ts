import { distance, type Point } from '../geometry/point.ts';
import { squaredDistances } from '../mask/distances.ts';
import { inverted, type Mask } from '../mask/mask.ts';

/** How far each pixel's middle lies from the edge of a silhouette, pixels: outside above 0, inside below. */
export type SignedDistances = Pick<Mask, 'width' | 'height'> & { readonly at: Float64Array };

/**
 * Signed distances to a silhouette's edge, from the exact distances to its nearest pixel and to the nearest
 * that is none (Felzenszwalb and Huttenlocher 2012). Meaningless where it is empty, or fills its frame.
 */
export function signedDistances(mask: Mask): SignedDistances {
  const [out, inside] = [squaredDistances(mask), squaredDistances(inverted(mask))];
  const at = Float64Array.from(out, (d, i) =>
    d > 0 ? Math.sqrt(d) - 0.5 : 0.5 - Math.sqrt(inside[i] as number),
  );
  return { width: mask.width, height: mask.height, at };
}

/** The signed distance at any place, between pixels in proportion; beyond the frame that of its rim. */
export function distanceAt({ width, height, at }: SignedDistances, { x, y }: Point): number {
  const [u, v] = [Math.min(Math.max(x - 0.5, 0), width - 1), Math.min(Math.max(y - 0.5, 0), height - 1)];
  const [left, top] = [Math.min(Math.floor(u), width - 2), Math.min(Math.floor(v), height - 2)];
  const [s, t] = [u - left, v - top];
  const of = (dx: number, dy: number): number => at[(top + dy) * width + left + dx] as number;
  return (1 - t) * ((1 - s) * of(0, 0) + s * of(1, 0)) + t * ((1 - s) * of(0, 1) + s * of(1, 1));
}

/** A piece of outline in equal steps, with how far off it is at each. */
export interface Strip {
  readonly points: readonly Point[];
  readonly off: readonly number[];
}

/** Points along a closed outline at equal steps of about `step`; none for fewer than three points. */
export function evenSteps(outline: readonly Point[], step: number): Point[] {
  const length = outline.reduce((sum, p, i) => sum + distance(p, outline.at(i - 1) as Point), 0);
  return evenPlaces(outline, Math.max(3, Math.round(length / step)));
}

/** So many points evenly along a closed outline, from its first; none for fewer than three points. */
export function evenPlaces(outline: readonly Point[], count: number): Point[] {
  if (outline.length < 3) return [];
  const closed = [...outline, outline[0] as Point];
  const length = closed.slice(1).reduce((sum, p, i) => sum + distance(p, closed[i] as Point), 0);
  const made: Point[] = [];
  let [gone, i] = [0, 1];
  for (let k = 0; k < count; k += 1) {
    const due = (length * k) / count;
    let side = distance(closed[i - 1] as Point, closed[i] as Point);
    while (gone + side < due && i < closed.length - 1) {
      gone += side;
      i += 1;
      side = distance(closed[i - 1] as Point, closed[i] as Point);
    }
    const [a, b] = [closed[i - 1] as Point, closed[i] as Point];
    const t = side > 0 ? (due - gone) / side : 0;
    made.push({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });
  }
  return made;
}

/** How far outlines lie from a silhouette's edge all along them, in steps of about `step` pixels. */
export const stripsAlong = (
  outlines: readonly (readonly Point[])[],
  to: SignedDistances,
  step: number,
): Strip[] =>
  outlines.flatMap((outline) => {
    const points = evenSteps(outline, step);
    return points.length > 0 ? [{ points, off: points.map((p) => distanceAt(to, p)) }] : [];
  });

/**
 * How far two outlines lie apart, both ways, from strips along each to the other's edge.
 * @returns the mean, and what 95 % of both stay within, in the strips' unit; null where one has no outline
 */
export function outlineDistance(
  a: readonly Strip[],
  b: readonly Strip[],
): { readonly mean: number; readonly most: number } | null {
  const [p, q] = [a, b].map((strips) => strips.flatMap(({ off }) => off.map(Math.abs))) as [
    number[],
    number[],
  ];
  if (p.length === 0 || q.length === 0) return null;
  const meanOf = (list: readonly number[]): number => list.reduce((sum, d) => sum + d, 0) / list.length;
  const all = [...p, ...q].sort((x, y) => x - y);
  return {
    mean: (meanOf(p) + meanOf(q)) / 2,
    most: all[Math.min(all.length - 1, Math.floor(0.95 * all.length))] as number,
  };
}
