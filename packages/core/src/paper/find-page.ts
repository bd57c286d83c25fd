import type { Point } from '../geometry/point.ts';
import { isConvex, type Quad } from '../geometry/homography.ts';
import { edgesOf } from './edges.ts';
import { linesOf, STEP, type Line } from './lines.ts';
import { atMost, type Rgb } from './picture.ts';
import { refineCorners } from './refine-corners.ts';

/** Where a page lies in a photo. */
export interface PageFound {
  /** From the left top on clockwise, pixels of the photo. */
  readonly corners: Quad;
  /** 0 to 1: how much speaks for it. */
  readonly sure: number;
}

/** Longer side at which a page is looked for, and at which its edges are measured, pixels. */
const LOOKED = 560;
const LINES = 52;
/** Share of the photo that a page takes up at the least. */
const LEAST_AREA = 0.08;
/** How far out of the photo a corner may lie, as a share of its size. */
const OUT = 0.03;
const LEAST_SUPPORT = 0.34;
const KEPT = 60;
/** Under this nothing is said to be a page. */
export const SURE = 0.5;

const cross = (a: Line, b: Line): Point | null => {
  const det = a.cos * b.sin - a.sin * b.cos;
  return Math.abs(det) < 0.2 ? null : { x: (a.at * b.sin - b.at * a.sin) / det, y: (b.at * a.cos - a.at * b.cos) / det };
};

/** Share of a line between two places on which edges lie. */
function support(line: Line, a: Point, b: Point): number {
  const place = (p: Point): number => (-p.x * line.sin + p.y * line.cos - line.from) / STEP;
  const [low, high] = [place(a), place(b)].sort((p, q) => p - q) as [number, number];
  const [i, j] = [Math.max(0, Math.round(low)), Math.min(line.before.length - 1, Math.round(high))];
  return j <= i ? 0 : ((line.before[j] as number) - (line.before[i] as number)) / (high - low);
}

const areaOf = (quad: Quad): number => Math.abs(quad.reduce((sum, p, i) => { const q = quad[(i + 1) % 4] as Point; return sum + p.x * q.y - q.x * p.y; }, 0)) / 2;

/** From the left top on clockwise: the side whose middle lies highest is the upper one. */
export function inReadingOrder(quad: Quad): Quad {
  const turned = quad.reduce((sum, p, i) => { const q = quad[(i + 1) % 4] as Point; return sum + (q.x - p.x) * (q.y + p.y); }, 0);
  const round = turned < 0 ? quad : ([...quad].reverse() as unknown as Quad);
  const tops = round.map((p, i) => p.y + (round[(i + 1) % 4] as Point).y);
  const first = tops.indexOf(Math.min(...tops));
  return [0, 1, 2, 3].map((i) => round[(first + i) % 4]) as unknown as Quad;
}

interface Candidate {
  readonly quad: Quad;
  readonly supports: readonly number[];
  readonly area: number;
}

function candidates(lines: readonly Line[], width: number, height: number): Candidate[] {
  const found: Candidate[] = [];
  const inside = (p: Point | null): p is Point => p !== null && p.x > -OUT * width && p.y > -OUT * height && p.x < (1 + OUT) * width && p.y < (1 + OUT) * height;
  for (let a = 0; a < lines.length; a += 1) {
    for (let b = a + 1; b < lines.length; b += 1) {
      const [la, lb] = [lines[a] as Line, lines[b] as Line];
      if (Math.abs(la.cos * lb.cos + la.sin * lb.sin) < 0.6) continue;
      for (let c = 0; c < lines.length; c += 1) {
        if (c === a || c === b) continue;
        const lc = lines[c] as Line;
        const [ac, bc] = [cross(la, lc), cross(lb, lc)];
        if (!inside(ac) || !inside(bc)) continue;
        const top = support(lc, ac, bc);
        if (top < LEAST_SUPPORT) continue;
        for (let d = c + 1; d < lines.length; d += 1) {
          if (d === a || d === b) continue;
          const ld = lines[d] as Line;
          const [ad, bd] = [cross(la, ld), cross(lb, ld)];
          if (!inside(ad) || !inside(bd)) continue;
          const quad: Quad = [ac, bc, bd, ad];
          if (!isConvex(quad)) continue;
          const area = areaOf(quad) / (width * height);
          if (area < LEAST_AREA) continue;
          const supports = [top, support(lb, bc, bd), support(ld, bd, ad), support(la, ad, ac)];
          if (Math.min(...supports) < LEAST_SUPPORT) continue;
          found.push({ quad, supports, area });
        }
      }
    }
  }
  const worth = ({ supports, area }: Candidate): number => supports.reduce((sum, s) => sum + s, 0) / 4 + 0.5 * Math.min(...supports) + 0.3 * Math.sqrt(area);
  return found.sort((p, q) => worth(q) - worth(p)).slice(0, KEPT);
}

const ALONG = 24;
/** How much paper differs from what lies beyond it, of 255 in good light. */
const CLEAR = 9;
/** How far beyond a side it is looked whether there is no paper, pixels. */
const NEXT = 4;
/** Places looked at within, each way, and the steps between them that halve the trust in its being paper. */
const GRID = 9;
const ROUGH = 12;
const FURTHER = 16;
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

const unlike = (a: readonly number[], b: readonly number[]): number => Math.hypot((a[0] as number) - (b[0] as number), (a[1] as number) - (b[1] as number), (a[2] as number) - (b[2] as number)) / Math.sqrt(3);

/**
 * How much speaks for a quadrilateral being a page, 0 to 1: edges along all its sides, paper that
 * differs from what lies beyond them, and that looks alike all along them and within.
 */
function judged(picture: Rgb, { quad, supports, area }: Candidate): number {
  const centre = { x: quad.reduce((s, p) => s + p.x, 0) / 4, y: quad.reduce((s, p) => s + p.y, 0) / 4 };
  const inner: { colour: [number, number, number] }[] = [];
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
      const within = colourAt(picture, { x: at.x + 4 * nx, y: at.y + 4 * ny });
      const [beyond, further] = [NEXT, FURTHER].map((d) => colourAt(picture, { x: at.x - d * nx, y: at.y - d * ny })) as [[number, number, number], [number, number, number]];
      inner.push({ colour: within });
      if (Number.isNaN(beyond[0])) continue;
      seen += 1;
      // Where paper goes on behind it, it is a line or the gutter of a spread.
      const least = CLEAR * Math.min(1, Math.max(0.35, (within[0] + within[1] + within[2]) / 450));
      // Where another edge follows inside, what was taken for paper is a strip of the desk.
      const deeper = colourAt(picture, { x: at.x + DEEPER * nx, y: at.y + DEEPER * ny });
      if (stepBetween(within, deeper) < STRIP && unlike(within, beyond) > least && (Number.isNaN(further[0]) || unlike(within, further) > least)) clear += 1;
    }
    return seen === 0 ? 0 : clear / seen;
  });
  const steps = inner.map(({ colour }, i) => stepBetween(colour, (inner[(i + 1) % inner.length] as (typeof inner)[number]).colour));
  const grid: (readonly [number, number, number])[][] = [];
  for (let j = 0; j < GRID; j += 1) {
    grid.push([]);
    for (let i = 0; i < GRID; i += 1) {
      const [s, t] = [(i + 0.7) / (GRID + 0.4), (j + 0.7) / (GRID + 0.4)];
      const [a, b, c, d] = quad;
      grid[j]?.push(colourAt(picture, { x: (a.x * (1 - s) + b.x * s) * (1 - t) + (d.x * (1 - s) + c.x * s) * t, y: (a.y * (1 - s) + b.y * s) * (1 - t) + (d.y * (1 - s) + c.y * s) * t }));
    }
  }
  const within = grid.flatMap((row, j) => row.flatMap((colour, i) => [row[i + 1], grid[j + 1]?.[i]].flatMap((next) => (next ? [stepBetween(colour, next)] : []))));
  const smooth = 1 / (1 + ((usual(steps) + usual(within)) / ROUGH) ** 2);
  const clear = 0.5 * (sides.reduce((sum, s) => sum + s, 0) / 4) + 0.5 * Math.min(...sides);
  const edged = 0.6 * (supports.reduce((sum, s) => sum + Math.min(1, s), 0) / 4) + 0.4 * Math.min(1, ...supports);
  return edged * clear * smooth * Math.min(1, 0.8 + 0.35 * Math.sqrt(area));
}

/** How much two places of paper differ, of 255 in good light: little, be the light ever so uneven. */
function stepBetween(a: readonly [number, number, number], b: readonly [number, number, number]): number {
  const light = Math.max(50, (a[0] + a[1] + a[2] + b[0] + b[1] + b[2]) / 6);
  return (unlike(a, b) * 160) / light;
}

/** What three fifths of some values do not exceed. */
const usual = (values: readonly number[]): number => [...values.filter((v) => !Number.isNaN(v))].sort((a, b) => a - b)[Math.floor(values.length * 0.6)] ?? 255;

interface Judged extends Candidate {
  readonly sure: number;
}

/** Furthest that a corner of one lies from the same corner of the other. */
const apart = (a: Quad, b: Quad): number => Math.max(...a.map((p, i) => Math.hypot(p.x - (b[i] as Point).x, p.y - (b[i] as Point).y)));

/** One that holds the other and is well larger: a page of a spread lies in the spread. */
const holds = (outer: Judged, inner: Judged): boolean => outer.area > 1.5 * inner.area && inner.quad.every((p) => isWithin(outer.quad, p, 6));

/** Whether a place lies in a quadrilateral, or no further than so many pixels out of it. */
function isWithin(quad: Quad, p: Point, out: number): boolean {
  return quad.every((a, i) => {
    const b = quad[(i + 1) % 4] as Point;
    return ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / (Math.hypot(b.x - a.x, b.y - a.y) || 1) > -out;
  });
}

/** A larger one that holds the best is taken if so much of its sureness speaks for it. */
const HOLDING = 0.6;
/** Two that differ by more than this share of the diagonal and are about as convincing leave it unsure. */
const OTHER = 0.015;
const AS_GOOD = 0.9;

/** The most convincing of all, as far as no other is about as convincing. */
function choose(all: readonly Judged[], diagonal: number): { quad: Quad; sure: number } | null {
  const order = [...all].sort((a, b) => b.sure - a.sure);
  let [best] = order;
  if (!best) return null;
  for (const other of order) if (other.sure > HOLDING * best.sure && holds(other, best)) best = other;
  const chosen = best;
  const rival = order.find((other) => other !== chosen && apart(other.quad, chosen.quad) > OTHER * diagonal && !holds(chosen, other) && other.sure > AS_GOOD * chosen.sure);
  return { quad: chosen.quad, sure: rival ? chosen.sure * DOUBT : chosen.sure };
}

const DOUBT = 0.6;
/** So many of the most convincing are measured finely; nearer than this share of the diagonal two are the same. */
const REFINED = 10;
const SAME = 0.006;

/**
 * Finds the page in a photo: the most convincing quadrilateral of straight edges with paper inside,
 * its sides then measured finely. Pixels of the photo; null where nothing convinces.
 */
export function findPage(photo: Rgb): PageFound | null {
  const { picture, by } = atMost(photo, LOOKED);
  const lines = linesOf(edgesOf(picture), LINES);
  const diagonal = Math.hypot(picture.width, picture.height);
  const rough = candidates(lines, picture.width, picture.height).map((candidate) => ({ ...candidate, quad: inReadingOrder(candidate.quad), sure: judged(picture, candidate) })).sort((a, b) => b.sure - a.sure);
  const distinct: Judged[] = [];
  for (const one of rough) if (distinct.length < REFINED && distinct.every((other) => apart(other.quad, one.quad) > SAME * diagonal)) distinct.push(one);
  const fine = distinct.flatMap((one): Judged[] => {
    const refined = refineCorners(photo, one.quad.map(({ x, y }) => ({ x: (x + 0.5) / by, y: (y + 0.5) / by })) as unknown as Quad);
    if (!refined) return [];
    const quad = refined.corners.map(({ x, y }) => ({ x: x * by - 0.5, y: y * by - 0.5 })) as unknown as Quad;
    const { agreeing } = refined;
    return [{ ...one, quad, area: areaOf(quad) / (picture.width * picture.height), sure: judged(picture, { ...one, quad }) * (0.5 * (agreeing.reduce((sum, s) => sum + s, 0) / 4) + 0.5 * Math.min(...agreeing)) }];
  });
  const best = choose(fine, diagonal);
  if (!best || best.sure < SURE) return null;
  return { corners: best.quad.map(({ x, y }) => ({ x: (x + 0.5) / by, y: (y + 0.5) / by })) as unknown as Quad, sure: best.sure };
}
