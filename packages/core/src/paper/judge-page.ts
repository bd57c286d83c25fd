import type { Point } from '../geometry/point.ts';
import type { Candidate } from './candidates.ts';
import type { Rgb } from './picture.ts';

/** Places looked at along a side. */
const ALONG = 24;
/** How much paper differs from what lies beyond it, of 255 in good light. */
const CLEAR = 9;
/** How far beyond a side it is looked whether there is no paper, pixels. */
const NEXT = 4;
const FURTHER = 16;
/** Places looked at within, each way, and the steps between them that halve the trust in its being paper. */
const GRID = 9;
const ROUGH = 12;
/** How far within it is looked whether paper goes on, and how much that may differ. */
const DEEPER = 26;
const STRIP = 16;

/** Average colour of a small square. */
function colourAt({ width, height, data }: Rgb, { x, y }: Point, reach = 1): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0];
  let n = 0;
  for (let dy = -reach; dy <= reach; dy += 1) {
    for (let dx = -reach; dx <= reach; dx += 1) {
      const [i, j] = [Math.round(x - 0.5) + dx, Math.round(y - 0.5) + dy];
      if (i < 0 || j < 0 || i >= width || j >= height) continue;
      n += 1;
      for (const c of [0, 1, 2] as const) sum[c] += data[(j * width + i) * 3 + c] as number;
    }
  }
  return n === 0 ? [NaN, NaN, NaN] : [sum[0] / n, sum[1] / n, sum[2] / n];
}

const unlike = (a: readonly number[], b: readonly number[]): number =>
  Math.hypot(
    (a[0] as number) - (b[0] as number),
    (a[1] as number) - (b[1] as number),
    (a[2] as number) - (b[2] as number),
  ) / Math.sqrt(3);

/**
 * How much speaks for a quadrilateral being a page, 0 to 1: edges along all its sides, paper that
 * differs from what lies beyond them, and that looks alike all along them and within.
 */
export function pageScore(picture: Rgb, { quad, supports, area }: Candidate): number {
  const centre = { x: quad.reduce((s, p) => s + p.x, 0) / 4, y: quad.reduce((s, p) => s + p.y, 0) / 4 };
  const inner: [number, number, number][] = [];
  const sides = quad.map((p, i) => {
    const q = quad[(i + 1) % 4] as Point;
    const length = Math.hypot(q.x - p.x, q.y - p.y) || 1;
    let [nx, ny] = [(q.y - p.y) / length, (p.x - q.x) / length];
    if ((centre.x - p.x) * nx + (centre.y - p.y) * ny < 0) [nx, ny] = [-nx, -ny];
    let clear = 0;
    let seen = 0;
    for (let k = 1; k <= ALONG; k += 1) {
      const t = k / (ALONG + 1);
      const at = { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t };
      const within = colourAt(picture, { x: at.x + NEXT * nx, y: at.y + NEXT * ny });
      const [beyond, further] = [NEXT, FURTHER].map((d) =>
        colourAt(picture, { x: at.x - d * nx, y: at.y - d * ny }),
      ) as [[number, number, number], [number, number, number]];
      inner.push(within);
      if (Number.isNaN(beyond[0])) continue;
      seen += 1;
      // Where paper goes on behind it, it is a line or the gutter of a spread.
      const least = CLEAR * Math.min(1, Math.max(0.35, (within[0] + within[1] + within[2]) / 450));
      // Where another edge follows inside, what was taken for paper is a strip of the desk.
      const deeper = colourAt(picture, { x: at.x + DEEPER * nx, y: at.y + DEEPER * ny });
      if (
        stepBetween(within, deeper) < STRIP &&
        unlike(within, beyond) > least &&
        (Number.isNaN(further[0]) || unlike(within, further) > least)
      )
        clear += 1;
    }
    return seen === 0 ? 0 : clear / seen;
  });
  const steps = inner.map((colour, i) =>
    stepBetween(colour, inner[(i + 1) % inner.length] as [number, number, number]),
  );
  const grid: (readonly [number, number, number])[][] = [];
  for (let j = 0; j < GRID; j += 1) {
    grid.push([]);
    for (let i = 0; i < GRID; i += 1) {
      const [s, t] = [(i + 0.7) / (GRID + 0.4), (j + 0.7) / (GRID + 0.4)];
      const [a, b, c, d] = quad;
      grid[j]?.push(
        colourAt(picture, {
          x: (a.x * (1 - s) + b.x * s) * (1 - t) + (d.x * (1 - s) + c.x * s) * t,
          y: (a.y * (1 - s) + b.y * s) * (1 - t) + (d.y * (1 - s) + c.y * s) * t,
        }),
      );
    }
  }
  const within = grid.flatMap((row, j) =>
    row.flatMap((colour, i) =>
      [row[i + 1], grid[j + 1]?.[i]].flatMap((next) => (next ? [stepBetween(colour, next)] : [])),
    ),
  );
  const smooth = 1 / (1 + ((median(steps) + median(within)) / ROUGH) ** 2);
  const clear = 0.5 * (sides.reduce((sum, s) => sum + s, 0) / 4) + 0.5 * Math.min(...sides);
  const edged =
    0.6 * (supports.reduce((sum, s) => sum + Math.min(1, s), 0) / 4) + 0.4 * Math.min(1, ...supports);
  return edged * clear * smooth * Math.min(1, 0.8 + 0.35 * Math.sqrt(area));
}

/** How much two places of paper differ, of 255 in good light: little, be the light ever so uneven. */
function stepBetween(a: readonly [number, number, number], b: readonly [number, number, number]): number {
  const light = Math.max(50, (a[0] + a[1] + a[2] + b[0] + b[1] + b[2]) / 6);
  return (unlike(a, b) * 160) / light;
}

/** What three fifths of some values do not exceed. */
const median = (values: readonly number[]): number =>
  [...values.filter((v) => !Number.isNaN(v))].sort((a, b) => a - b)[Math.floor(values.length * 0.6)] ?? 255;
