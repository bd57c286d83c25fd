import { boxOf } from '../../geometry/box.ts';
import { distance, type Point } from '../../geometry/point.ts';

/** Places along a line, evenly spread by its length. */
const SPREAD = 96;
/** A loop may lack so much of its way, and run on over its begin for so much, as shares of the line. */
const MOST_OPEN = 0.1;
const MOST_OVER = 0.2;
/**
 * Less area than this for its way squared is a line gone twice, not a loop. A long thin limb has twice
 * that.
 */
const LEAST_AREA = 0.012;

/** Places spread evenly over a line by its length; the line itself where it has none. */
export function spread(line: readonly Point[], count: number): Point[] {
  const lengths = line.map((p, i) => (i === 0 ? 0 : distance(p, line[i - 1] as Point)));
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  if (!(whole > 0)) return [...line];
  const out: Point[] = [];
  let [i, gone] = [1, 0];
  for (let k = 0; k < count; k += 1) {
    const sought = (whole * k) / (count - 1);
    while (i < line.length - 1 && gone + (lengths[i] as number) < sought) {
      gone += lengths[i] as number;
      i += 1;
    }
    const [p, q] = [line[i - 1] as Point, line[i] as Point];
    const t = Math.min(1, Math.max(0, (sought - gone) / ((lengths[i] as number) || 1)));
    out.push({ x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) });
  }
  return out;
}

/** A line without what runs on beyond the place where it meets itself again; null where it does not. */
function closedPart(line: readonly Point[]): Point[] | null {
  const most = Math.floor(line.length * MOST_OVER);
  let best: { from: number; to: number; cost: number; apart: number } | null = null;
  const step = distance(line[0] as Point, line[1] as Point);
  for (let from = 0; from <= most; from += 1)
    for (let to = line.length - 1; to >= line.length - 1 - most; to -= 1) {
      const apart = distance(line[from] as Point, line[to] as Point);
      // What is cut off counts a little, so that a loop that only nearly closes is not worn away.
      const cost = apart + 0.15 * step * (from + line.length - 1 - to);
      if (!best || cost < best.cost) best = { from, to, cost, apart };
    }
  if (!best || best.apart > MOST_OPEN * step * (best.to - best.from)) return null;
  return line.slice(best.from, best.to + 1);
}

/** Whether a closed way crosses itself, but for where it begins and ends. */
function crossesItself(loop: readonly Point[]): boolean {
  const count = loop.length;
  const near = Math.ceil(count * 0.04);
  const side = (a: Point, b: Point, c: Point): number =>
    (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  for (let i = near; i < count - 1 - near; i += 1)
    for (let k = i + 2; k < count - 1 - near; k += 1) {
      const [a, b, c, d] = [loop[i], loop[i + 1], loop[k], loop[k + 1]] as [Point, Point, Point, Point];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return true;
    }
  return false;
}

/** What a line is, before it is asked which form: a loop, an open line, or neither. */
export type Way =
  | { readonly kind: 'loop'; readonly points: readonly Point[]; readonly size: number }
  | { readonly kind: 'line'; readonly points: readonly Point[]; readonly size: number }
  | { readonly kind: 'neither' };

const areaOf = (loop: readonly Point[]): number =>
  loop.reduce((sum, p, i) => {
    const q = loop[(i + 1) % loop.length] as Point;
    return sum + (p.x * q.y - p.y * q.x) / 2;
  }, 0);

/**
 * A drawn line as a loop, clockwise as it is seen and evenly spread, or as an open line; neither where it has
 * no length or crosses itself. Its size is the diagonal of its box.
 */
export function wayOf(line: readonly Point[]): Way {
  const box = boxOf(line);
  const size = box ? Math.hypot(box.maxX - box.minX, box.maxY - box.minY) : 0;
  if (line.length < 2 || !(size > 0)) return { kind: 'neither' };
  const even = spread(line, SPREAD);
  const loop = closedPart(even);
  if (!loop) return { kind: 'line', points: even, size };
  const area = areaOf(loop);
  const around = loop.reduce((sum, p, i) => sum + distance(p, loop[(i + 1) % loop.length] as Point), 0);
  if (Math.abs(area) < LEAST_AREA * around * around || crossesItself(loop)) return { kind: 'neither' };
  // The last place is the first again.
  const once = spread([...loop, loop[0] as Point], SPREAD + 1).slice(0, -1);
  return { kind: 'loop', points: area > 0 ? once : once.reverse(), size };
}
