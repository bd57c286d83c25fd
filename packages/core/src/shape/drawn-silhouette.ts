import { distance, type Point } from '../geometry/point.ts';
import { markLine, stepsAlong } from '../mask/fill.ts';
import { emptyMask, inverted, type Mask } from '../mask/mask.ts';
import { regions } from '../mask/regions.ts';

/** How far back from its end a line's direction is taken, as a share of the reach. */
const BACK = 0.5;
/** Cosine of the angle to either side of its direction within which a line may go on. */
const AHEAD = 0.2;
/** Nearer than this an end is joined already, pixels. */
const JOINED = 1.5;
/** A line may be joined to itself from so many reaches along it on. */
const OWN = 3;

/** Which line runs through each pixel, and how far along it, pixels; the last one where several do. */
interface Traced {
  readonly walls: Mask;
  readonly line: Int32Array;
  readonly along: Float32Array;
}

function traced(lines: readonly (readonly Point[])[], width: number, height: number): Traced {
  const walls = emptyMask(width, height);
  const line = new Int32Array(width * height).fill(-1);
  const along = new Float32Array(width * height);
  lines.forEach((points, k) => {
    let gone = 0;
    for (let i = 1; i < points.length; i += 1) {
      const [a, b] = [points[i - 1] as Point, points[i] as Point];
      const length = distance(a, b);
      const steps = stepsAlong(a, b);
      for (let s = 0; s <= steps; s += 1) {
        const x = Math.floor(a.x + ((b.x - a.x) * s) / steps);
        const y = Math.floor(a.y + ((b.y - a.y) * s) / steps);
        if (x < 0 || y < 0 || x >= width || y >= height) continue;
        walls.bits[y * width + x] = 1;
        line[y * width + x] = k;
        along[y * width + x] = gone + (length * s) / steps;
      }
      gone += length;
    }
  });
  return { walls, line, along };
}

/** Where a line ends: the direction in which it would go on, and how far along it the end is. */
interface End {
  readonly line: number;
  readonly at: Point;
  readonly way: Point;
  readonly along: number;
}

function endsOf(points: readonly Point[], line: number, back: number): End[] {
  const length = points.slice(1).reduce((sum, p, i) => sum + distance(p, points[i] as Point), 0);
  return [points, [...points].reverse()].map((walk, turned) => {
    const at = walk.at(-1) as Point;
    const before = [...walk].reverse().find((p) => distance(p, at) >= back) ?? (walk[0] as Point);
    const far = distance(before, at) || 1;
    return {
      line,
      at,
      way: { x: (at.x - before.x) / far, y: (at.y - before.y) / far },
      along: turned ? 0 : length,
    };
  });
}

/** Steps round a place, ring by ring outwards: within a ring all are about as far. */
function ringsTo(reach: number): readonly (readonly [number, number])[][] {
  return Array.from({ length: Math.ceil(reach) + 1 }, (_, r) => {
    const ring: [number, number][] = [];
    for (let y = -r; y <= r; y += 1)
      for (let x = -r; x <= r; x += Math.abs(y) === r ? 1 : Math.max(1, 2 * r)) ring.push([x, y]);
    return ring;
  });
}

/**
 * The nearest place ahead of a line's end where ink is that it may be joined to; null where there is none.
 * @param rings of steps round a place, as far as the reach
 */
function nextInk(
  { line, at, way, along }: End,
  { walls, ...ink }: Traced,
  rings: readonly (readonly (readonly [number, number])[])[],
  reach: number,
): Point | null {
  let [best, least]: [Point | null, number] = [null, reach];
  const [left, top] = [Math.floor(at.x), Math.floor(at.y)];
  for (const [r, ring] of rings.entries()) {
    // Nothing in a further ring lies nearer.
    if (least < r - 1) break;
    for (const [stepX, stepY] of ring) {
      const [x, y] = [left + stepX, top + stepY];
      if (x < 0 || y < 0 || x >= walls.width || y >= walls.height) continue;
      const i = y * walls.width + x;
      if (!walls.bits[i]) continue;
      if (ink.line[i] === line && Math.abs((ink.along[i] as number) - along) < OWN * reach) continue;
      const [dx, dy] = [x + 0.5 - at.x, y + 0.5 - at.y];
      const far = Math.sqrt(dx * dx + dy * dy);
      if (far >= least || (far > JOINED && dx * way.x + dy * way.y < AHEAD * far)) continue;
      [best, least] = [{ x: x + 0.5, y: y + 0.5 }, far];
    }
  }
  return best;
}

/** What lies on the rim of a mask's frame. */
const onFrame = ({ width, bits }: Mask, i: number): boolean =>
  i % width === 0 || i % width === width - 1 || i < width || i >= bits.length - width;

/**
 * What the lines of a drawing enclose. Where a line ends it goes on to the nearest ink ahead of it within
 * reach; then the paper is flooded from outside, and what is not reached is the silhouette, but for those
 * enclosed places that are said to be gaps. A line that encloses nothing is no part of it.
 * @param lines pixels of the mask that is made; what lies beyond it is cut off
 * @param on.reach how wide an opening is closed, pixels
 * @param on.isGap whether an enclosed place, given by its pixels, is seen through
 */
export function drawnSilhouette(
  lines: readonly (readonly Point[])[],
  on: {
    readonly width: number;
    readonly height: number;
    readonly reach: number;
    readonly isGap: (pixels: Int32Array) => boolean;
  },
): Mask {
  const { width, height, reach } = on;
  const ink = traced(lines, width, height);
  const rings = ringsTo(reach);
  const bridges = lines
    .flatMap((points, k) => (points.length > 1 ? endsOf(points, k, BACK * reach) : []))
    .map((end) => [end.at, nextInk(end, ink, rings, reach)] as const);
  for (const [at, next] of bridges) if (next) markLine(ink.walls, at, next);
  const body = emptyMask(width, height);
  for (const region of regions(inverted(ink.walls)))
    if (!region.some((i) => onFrame(ink.walls, i)) && !on.isGap(region))
      for (const i of region) body.bits[i] = 1;
  return withRim(body, ink.walls);
}

/** A body with the walls that it touches. */
function withRim(body: Mask, walls: Mask): Mask {
  const { width, height, bits } = body;
  const whole = { ...body, bits: Uint8Array.from(bits) };
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const i = y * width + x;
      if (!walls.bits[i]) continue;
      for (const j of [
        i - 1,
        i + 1,
        i - width,
        i + width,
        i - width - 1,
        i - width + 1,
        i + width - 1,
        i + width + 1,
      ])
        if (bits[j]) whole.bits[i] = 1;
    }
  return whole;
}
