import { LineFit } from '../geometry/line-fit.ts';
import { distance } from '../geometry/point.ts';
import type { StrokePoint } from './stroke-code.ts';

/** Least share of a line's length that lies between its ends for it to be straightened. */
const LEAST_CHORD = 0.6;

/**
 * The stroke along the straight line that fits its points best (total least squares, Pearson 1901),
 * from where its first to where its last point falls on it. Times and pressures stay; places along
 * the line keep their share of the length drawn.
 * @returns null for a line that turns too far to be meant straight
 */
export function straightened(points: readonly StrokePoint[]): StrokePoint[] | null {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last || points.length < 2) return null;
  const walked = [0];
  for (let i = 1; i < points.length; i += 1)
    walked.push((walked[i - 1] as number) + distance(points[i - 1] as StrokePoint, points[i] as StrokePoint));
  const length = walked.at(-1) as number;
  if (!(length > 0) || distance(first, last) / length < LEAST_CHORD) return null;
  const fit = new LineFit(first);
  for (const { x, y } of points) fit.add(x, y);
  const {
    through: { x: cx, y: cy },
    angle,
  } = fit.line();
  const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
  const along = (p: StrokePoint): number => (p.x - cx) * ux + (p.y - cy) * uy;
  const [from, to] = [along(first), along(last)];
  return points.map((p, i) => {
    const s = from + ((to - from) * (walked[i] as number)) / length;
    return { ...p, x: cx + s * ux, y: cy + s * uy };
  });
}
