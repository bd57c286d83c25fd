import { middle, segmentDistance, type Point } from '../geometry/point.ts';
import { areJoined, BODY_PARTS, type BodyPart, type Front } from '../subjects/body-parts.ts';
import type { Degree } from './sureness.ts';

/** Two parts that cover each other, and which of them does in the drawing. */
export interface Overlap {
  /** In the picture: the one in front, and the one behind. */
  readonly front: string;
  readonly behind: string;
  /** Whether the drawing has it the other way round. */
  readonly reversed: boolean;
  readonly sure: Degree;
  /** Where they cross in the drawing, the picture's pixels. */
  readonly at: Point;
}

/** A point of drawn ink with the direction of its line, a unit vector. */
interface InkPoint extends Point {
  readonly ux: number;
  readonly uy: number;
}

/** Lines are looked at in steps of this, parts of the height. */
const STEP = 0.004;
/**
 * Well within a part is what lies nearer to its line than this share of its half width, less this, parts
 * of the height: its own edges lie beyond, and there what is behind may leave off a little late.
 */
const WITHIN = { share: 0.9, less: 0.011 };
/**
 * An edge is looked for so far from where it should run: half widths of its part, and parts of the height.
 */
const [BESIDE, LEAST_BESIDE] = [0.5, 0.012];
/** And so far from its direction. Two parts that cross more flatly cannot be told. */
const [AGAINST, FLATTEST] = [30, 40];
/** So many half widths from a part's line an edge is beyond it, and this share of it must be drawn there. */
const [BEYOND, DRAWN_BEYOND] = [1.15, 0.25];
/** An edge that crosses a part for less than this, parts of the height, shows nothing. */
const LEAST_CROSSING = 0.01;
/**
 * What is in front has so much more of its edges drawn across the other than the other across it, to be said
 * perhaps and clearly.
 */
const [MORE, CLEARLY_MORE] = [0.4, 0.6];

const cosine = (degrees: number): number => Math.cos((degrees * Math.PI) / 180);

/** A part where it lies in a drawing: a band about a line. */
interface Band {
  readonly name: string;
  readonly a: Point;
  readonly b: Point;
  readonly half: number;
}

function bandOf(part: BodyPart, places: ReadonlyMap<string, Point>, height: number): Band | null {
  const end = (names: readonly string[]): Point | null => {
    const [p, q] = names.map((name) => places.get(name));
    return p && q ? middle(p, q) : names.length === 1 ? (p ?? null) : null;
  };
  const [a, b] = [end(part.from), end(part.to)];
  return a && b && Math.hypot(b.x - a.x, b.y - a.y) > 0
    ? { name: part.name, a, b, half: part.half * height }
    : null;
}

/** Drawn lines as evenly stepped points with directions. */
function inkOf(lines: readonly (readonly Point[])[], step: number): InkPoint[] {
  const found: InkPoint[] = [];
  for (const line of lines)
    for (let i = 1; i < line.length; i += 1) {
      const [p, q] = [line[i - 1] as Point, line[i] as Point];
      const length = Math.hypot(q.x - p.x, q.y - p.y);
      if (!(length > 0)) continue;
      const [ux, uy] = [(q.x - p.x) / length, (q.y - p.y) / length];
      const count = Math.max(1, Math.round(length / step));
      for (let k = 0; k < count; k += 1) {
        const t = (k + 0.5) / count;
        found.push({ x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y), ux, uy });
      }
    }
  return found;
}

/** How much of a part's two edges is drawn where they cross another part, and whether it is beyond it. */
function drawnAcross(own: Band, other: Band, ink: readonly InkPoint[], height: number) {
  const length = Math.hypot(own.b.x - own.a.x, own.b.y - own.a.y);
  const [ux, uy] = [(own.b.x - own.a.x) / length, (own.b.y - own.a.y) / length];
  const step = STEP * height;
  const within = WITHIN.share * other.half - WITHIN.less * height;
  const beside = Math.max(BESIDE * own.half, LEAST_BESIDE * height);
  const near = ink.filter(
    (p) =>
      segmentDistance(p, own.a, own.b) <= own.half + beside &&
      Math.abs(p.ux * ux + p.uy * uy) >= cosine(AGAINST),
  );
  let [crossing, drawn, beyond, drawnBeyond] = [0, 0, 0, 0];
  let [x, y] = [0, 0];
  for (const side of [-1, 1])
    for (let s = step / 2; s < length; s += step) {
      const at = {
        x: own.a.x + s * ux - side * own.half * uy,
        y: own.a.y + s * uy + side * own.half * ux,
      };
      const far = segmentDistance(at, other.a, other.b);
      if (far > within && far <= BEYOND * other.half) continue;
      const has = near.some((p) => {
        const [dx, dy] = [p.x - at.x, p.y - at.y];
        return Math.abs(dx * ux + dy * uy) <= 0.8 * step && Math.abs(dy * ux - dx * uy) <= beside;
      });
      if (far > within) {
        beyond += 1;
        drawnBeyond += has ? 1 : 0;
        continue;
      }
      crossing += 1;
      drawn += has ? 1 : 0;
      x += at.x;
      y += at.y;
    }
  return {
    isDrawn: beyond * step >= LEAST_CROSSING * height && drawnBeyond >= DRAWN_BEYOND * beyond,
    long: crossing * step >= LEAST_CROSSING * height,
    share: crossing > 0 ? drawn / crossing : 0,
    at: crossing > 0 ? { x: x / crossing, y: y / crossing } : null,
  };
}

/** Which of two parts is in front in a drawing, from whose edges go on over the other. */
function frontOf(
  a: Band,
  b: Band,
  ink: readonly InkPoint[],
  height: number,
): { first: boolean; difference: number; at: Point } | null {
  const cross = (a.b.x - a.a.x) * (b.b.x - b.a.x) + (a.b.y - a.a.y) * (b.b.y - b.a.y);
  const lengths = Math.hypot(a.b.x - a.a.x, a.b.y - a.a.y) * Math.hypot(b.b.x - b.a.x, b.b.y - b.a.y);
  if (Math.abs(cross) / lengths > cosine(FLATTEST)) return null;
  const [own, other] = [drawnAcross(a, b, ink, height), drawnAcross(b, a, ink, height)];
  const at = own.at ?? other.at;
  if (!at || !own.long || !other.long) return null;
  const difference = Math.abs(own.share - other.share);
  // Both are drawn through, or neither is drawn there.
  if (difference < MORE) return null;
  const first = own.share > other.share;
  // What is behind is drawn as far as it is not covered: else it may only not be there yet.
  return (first ? other : own).isDrawn ? { first, difference, at } : null;
}

/**
 * Which of a figure's parts cover each other otherwise than in the picture, from its lines alone: an edge in
 * front goes on where the one behind leaves off (T-junctions; Guzman 1968). Nothing is said where both are
 * drawn through, as in a construction, or where they run along each other.
 * @param lines of the drawing, laid on the picture, its pixels
 * @param places of the drawing's landmarks, likewise; where it has none, those of the picture
 * @param fronts which parts cover which in the picture
 */
export function overlapsOf(
  lines: readonly (readonly Point[])[],
  places: ReadonlyMap<string, Point>,
  fronts: readonly Front[],
  height: number,
): Overlap[] {
  if (!(height > 0) || fronts.length === 0) return [];
  const ink = inkOf(lines, STEP * height);
  const bands = new Map(
    BODY_PARTS.flatMap((part) => {
      const band = bandOf(part, places, height);
      return band ? [[part.name, band] as const] : [];
    }),
  );
  return fronts.flatMap(([front, behind]): Overlap[] => {
    const [a, b] = [bands.get(front), bands.get(behind)];
    if (!a || !b || areJoined(front, behind)) return [];
    const told = frontOf(a, b, ink, height);
    if (!told) return [];
    const { first, difference, at } = told;
    return [
      { front, behind, reversed: !first, sure: difference >= CLEARLY_MORE ? 'clearly' : 'perhaps', at },
    ];
  });
}
