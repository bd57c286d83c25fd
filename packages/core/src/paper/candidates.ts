import type { Point } from '../geometry/point.ts';
import { isConvex, type Quad } from '../geometry/homography.ts';
import { polygonArea } from '../geometry/polygon.ts';
import { STEP, type Line } from './lines.ts';

/** Share of the photo that a page takes up at the least. */
const LEAST_AREA = 0.08;
/** How far out of the photo a corner may lie, as a share of its size. */
const OUT = 0.03;
/** Share of each side on which edges must lie. */
const LEAST_SUPPORT = 0.34;
const KEPT = 60;

const cross = (a: Line, b: Line): Point | null => {
  const det = a.cos * b.sin - a.sin * b.cos;
  return Math.abs(det) < 0.2
    ? null
    : { x: (a.at * b.sin - b.at * a.sin) / det, y: (b.at * a.cos - a.at * b.cos) / det };
};

/** Share of a line between two places on which edges lie. */
function support(line: Line, a: Point, b: Point): number {
  const place = (p: Point): number => (-p.x * line.sin + p.y * line.cos - line.from) / STEP;
  const [low, high] = [place(a), place(b)].sort((p, q) => p - q) as [number, number];
  const [i, j] = [Math.max(0, Math.round(low)), Math.min(line.before.length - 1, Math.round(high))];
  return j <= i ? 0 : ((line.before[j] as number) - (line.before[i] as number)) / (high - low);
}

/** A quadrilateral that might be a page. */
export interface Candidate {
  readonly quad: Quad;
  /** Share of each side on which edges lie. */
  readonly supports: readonly number[];
  /** Share of the photo that it takes up. */
  readonly area: number;
}

/**
 * Quadrilaterals of four lines with edges along all sides, pixels, those with the most first; empty where no
 * four lines close one.
 */
export function candidates(lines: readonly Line[], width: number, height: number): Candidate[] {
  const found: Candidate[] = [];
  const inside = (p: Point | null): p is Point =>
    p !== null &&
    p.x > -OUT * width &&
    p.y > -OUT * height &&
    p.x < (1 + OUT) * width &&
    p.y < (1 + OUT) * height;
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
          const area = polygonArea(quad) / (width * height);
          if (area < LEAST_AREA) continue;
          const supports = [top, support(lb, bc, bd), support(ld, bd, ad), support(la, ad, ac)];
          if (Math.min(...supports) < LEAST_SUPPORT) continue;
          found.push({ quad, supports, area });
        }
      }
    }
  }
  const worth = ({ supports, area }: Candidate): number =>
    supports.reduce((sum, s) => sum + s, 0) / 4 + 0.5 * Math.min(...supports) + 0.3 * Math.sqrt(area);
  return found.sort((p, q) => worth(q) - worth(p)).slice(0, KEPT);
}
