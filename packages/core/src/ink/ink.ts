import { boxOf } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';

/** Drawn lines as evenly stepped points with the direction of the line at each. */
export interface Ink {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Unit direction of the line; which of the two ways along it is not told. */
  readonly dx: Float64Array;
  readonly dy: Float64Array;
  /** Distance between neighbours on a line, in the unit of the points. */
  readonly step: number;
}

/** Step as a share of the drawing's larger side. */
export const STEP = 0.009;
/** Directions that are told apart where lines lie on each other. */
const WAYS = 6;
/** More points than this say no more; a page full of lines keeps every so many-th. */
const MOST = 650;

/** Points along a polyline at equal steps, each with the direction of the piece that it lies on. */
function walk(
  line: readonly Point[],
  step: number,
  put: (x: number, y: number, dx: number, dy: number) => void,
) {
  let due = step / 2;
  for (let i = 1; i < line.length; i += 1) {
    const [a, b] = [line[i - 1] as Point, line[i] as Point];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (!(length > 0)) continue;
    const [dx, dy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    for (; due <= length; due += step) put(a.x + dx * due, a.y + dy * due, dx, dy);
    due -= length;
  }
}

/** The line with each point drawn towards its neighbours, so that its direction is not the sensor's grain. */
function levelled(line: readonly Point[], reach: number): Point[] {
  const dense: Point[] = [];
  walk(line, reach / 2, (x, y) => dense.push({ x, y }));
  if (dense.length < 3) return [...line];
  return dense.map((p, i) => {
    const [q, r] = [dense[Math.max(0, i - 1)] as Point, dense[Math.min(dense.length - 1, i + 1)] as Point];
    return i === 0 || i === dense.length - 1
      ? p
      : { x: (q.x + 2 * p.x + r.x) / 4, y: (q.y + 2 * p.y + r.y) / 4 };
  });
}

/**
 * Resamples drawn lines at 0.9 % of the drawing's larger side. Lines that lie on each other in the same
 * direction count once, so that what was restated weighs no more than what was drawn in one go.
 * @param lines polylines in one unit; dots and lines without length give nothing
 * @returns null where nothing has a length
 */
export function inkOf(lines: readonly (readonly Point[])[]): Ink | null {
  const finite = lines.map((line) => line.filter((p) => Number.isFinite(p.x) && Number.isFinite(p.y)));
  const box = boxOf(finite.flat());
  if (!box) return null;
  const side = Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const step = STEP * side;
  if (!(step > 0)) return null;
  const taken = new Set<number>();
  const points: number[] = [];
  for (const line of finite) {
    walk(levelled(line, step), step, (x, y, dx, dy) => {
      const way = Math.floor((WAYS * (Math.atan2(dy, dx) + Math.PI)) / Math.PI + 0.5) % WAYS;
      const cell = Math.floor((x - box.minX) / step) * 1000 + Math.floor((y - box.minY) / step);
      const key = cell * WAYS + way;
      if (taken.has(key)) return;
      taken.add(key);
      points.push(x, y, dx, dy);
    });
  }
  const total = points.length / 4;
  if (total === 0) return null;
  const every = Math.max(1, total / MOST);
  const count = Math.floor(total / every);
  const ink = {
    count,
    x: new Float64Array(count),
    y: new Float64Array(count),
    dx: new Float64Array(count),
    dy: new Float64Array(count),
    step: step * every,
  };
  for (let i = 0; i < count; i += 1) {
    const at = 4 * Math.floor(i * every);
    ink.x[i] = points[at] as number;
    ink.y[i] = points[at + 1] as number;
    ink.dx[i] = points[at + 2] as number;
    ink.dy[i] = points[at + 3] as number;
  }
  return ink;
}
