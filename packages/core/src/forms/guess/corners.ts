import { LineFit } from '../../geometry/line-fit.ts';
import type { Point } from '../../geometry/point.ts';

/** Sums over the first places of a loop gone round twice, so that any stretch of it is one difference. */
class Stretches {
  readonly #sums: Float64Array[];

  constructor(readonly loop: readonly Point[]) {
    const n = loop.length;
    this.#sums = Array.from({ length: 5 }, () => new Float64Array(2 * n + 1));
    for (let i = 0; i < 2 * n; i += 1) {
      const { x, y } = loop[i % n] as Point;
      for (const [k, value] of [x, y, x * x, x * y, y * y].entries()) {
        const sums = this.#sums[k] as Float64Array;
        sums[i + 1] = (sums[i] as number) + value;
      }
    }
  }

  #mean(k: number, from: number, to: number, count: number): number {
    const sums = this.#sums[k] as Float64Array;
    return ((sums[to + 1] as number) - (sums[from] as number)) / count;
  }

  /** Squared distances of a stretch's places from the straight line that fits them best, in all. */
  error(from: number, to: number): number {
    const count = to - from + 1;
    if (count < 3) return 0;
    const x = this.#mean(0, from, to, count);
    const y = this.#mean(1, from, to, count);
    const a = this.#mean(2, from, to, count) - x * x;
    const b = this.#mean(3, from, to, count) - x * y;
    const c = this.#mean(4, from, to, count) - y * y;
    return count * Math.max(0, (a + c) / 2 - Math.sqrt(((a - c) / 2) ** 2 + b * b));
  }
}

/** Where two lines meet; null where they hardly do. */
function meeting(a: LineFit, b: LineFit): Point | null {
  const [p, q] = [a.line(), b.line()];
  const across = Math.sin(q.angle - p.angle);
  if (Math.abs(across) < 0.12) return null;
  const [dx, dy] = [q.through.x - p.through.x, q.through.y - p.through.y];
  const along = (dx * Math.sin(q.angle) - dy * Math.cos(q.angle)) / across;
  return { x: p.through.x + along * Math.cos(p.angle), y: p.through.y + along * Math.sin(p.angle) };
}

/**
 * The polygon of so many sides that lies nearest a loop: neighbouring stretches are joined where that costs
 * least until so many are left, their ends are moved while that helps, and a straight line is laid through
 * each (bottom-up segmentation).
 * @param loop evenly spread places, at least four for each side
 * @returns its corners in the loop's order for each count asked for; none where two sides hardly meet
 */
export function polygonsAround(
  loop: readonly Point[],
  counts: readonly number[],
): ReadonlyMap<number, readonly Point[]> {
  const n = loop.length;
  const stretches = new Stretches(loop);
  let starts = Array.from({ length: Math.floor(n / 3) }, (_, i) => i * 3);
  const end = (i: number, all: readonly number[]): number =>
    i + 1 < all.length ? (all[i + 1] as number) : (all[0] as number) + n;
  const found = new Map<number, readonly Point[]>();
  const least = Math.min(...counts);
  while (starts.length >= least) {
    if (counts.includes(starts.length)) {
      starts = settled(starts, stretches);
      const corners = cornersOf(starts, loop);
      if (corners) found.set(starts.length, corners);
    }
    let [best, cost] = [0, Infinity];
    for (let i = 0; i < starts.length; i += 1) {
      const from = starts[i] as number;
      const next = end(i, starts);
      const last = i + 1 < starts.length ? end(i + 1, starts) : end(0, starts) + n;
      const added = stretches.error(from, last) - stretches.error(from, next) - stretches.error(next, last);
      if (added < cost) [best, cost] = [(i + 1) % starts.length, added];
    }
    starts = starts.filter((_, i) => i !== best);
  }
  return found;
}

/** The ends of the stretches moved, one place at a time, while that brings the lines nearer. */
function settled(starts: readonly number[], stretches: Stretches): number[] {
  const n = stretches.loop.length;
  const all = [...starts];
  const around = (i: number): [number, number, number] => {
    const [before, here, after] = [
      all[(i + all.length - 1) % all.length],
      all[i],
      all[(i + 1) % all.length],
    ] as [number, number, number];
    const from = before > here ? before - n : before;
    return [from, here, after <= here ? after + n : after];
  };
  for (let round = 0; round < 12; round += 1) {
    let moved = false;
    for (let i = 0; i < all.length; i += 1) {
      const [from, here, to] = around(i);
      const cost = (at: number): number => {
        const shift = from < 0 ? n : 0;
        return stretches.error(from + shift, at + shift) + stretches.error(at + shift, to + shift);
      };
      const better = [here - 1, here + 1]
        .filter((at) => at - from > 3 && to - at > 3)
        .filter((at) => cost(at) < cost(here) - 1e-12)
        .sort((a, b) => cost(a) - cost(b))[0];
      if (better === undefined) continue;
      all[i] = (better + n) % n;
      moved = true;
    }
    all.sort((a, b) => a - b);
    if (!moved) break;
  }
  return all;
}

function cornersOf(starts: readonly number[], loop: readonly Point[]): Point[] | null {
  const n = loop.length;
  const lines = starts.map((from, i) => {
    const to = i + 1 < starts.length ? (starts[i + 1] as number) : (starts[0] as number) + n;
    const fit = new LineFit(loop[from % n] as Point);
    // Near its corners a line is drawn round.
    const room = Math.min(2, Math.floor((to - from) / 5));
    for (let k = from + room; k <= to - room; k += 1)
      fit.add((loop[k % n] as Point).x, (loop[k % n] as Point).y);
    return fit;
  });
  const corners = lines.map((line, i) =>
    meeting(lines[(i + lines.length - 1) % lines.length] as LineFit, line),
  );
  return corners.every((corner) => corner !== null) ? corners : null;
}
