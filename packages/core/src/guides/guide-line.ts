import { add, distance, scale, subtract, type Point } from '../geometry/point.ts';

/** One line of a guide, in the unit of its points. */
export interface GuideLine {
  /** A place that lies on it exactly, from its begin at 0 to its end at 1. */
  readonly at: (t: number) => Point;
  /** In how many straight pieces it is drawn; 1 for a straight line. */
  readonly pieces: number;
}

/** The straight line from one place to another. */
export const straight = (from: Point, to: Point): GuideLine => ({
  at: (t) => add(from, scale(subtract(to, from), t)),
  pieces: 1,
});

/** A line as it is drawn: both its ends, and between them as many places as its bend asks for. */
export const drawnLine = ({ at, pieces }: GuideLine): Point[] =>
  Array.from({ length: pieces + 1 }, (_, i) => at(i / pieces));

/** Steps in which the nearest place of a bent line is closed in on: each leaves a share of (√5 − 1) / 2. */
const CLOSING_IN = 60;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The place of a line that lies nearest: by projection on a straight one, else the nearest of its pieces'
 * ends, closed in on by golden sections (Kiefer 1953).
 */
export function nearestOn(line: GuideLine, p: Point): Point {
  const { at, pieces } = line;
  if (pieces === 1) {
    const [from, to] = [at(0), at(1)];
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const along = ((p.x - from.x) * dx + (p.y - from.y) * dy) / (dx * dx + dy * dy || 1);
    return at(Math.min(1, Math.max(0, along)));
  }
  const far = (t: number): number => distance(at(t), p);
  let best = 0;
  for (let i = 1; i <= pieces; i += 1) if (far(i / pieces) < far(best / pieces)) best = i;
  let [low, high] = [Math.max(0, best - 1) / pieces, Math.min(pieces, best + 1) / pieces];
  for (let i = 0; i < CLOSING_IN; i += 1) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (far(a) < far(b)) high = b;
    else low = a;
  }
  return at((low + high) / 2);
}
