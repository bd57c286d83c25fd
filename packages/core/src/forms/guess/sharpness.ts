import type { Point } from '../../geometry/point.ts';

/** How far to each side of a corner it is looked at, in places of a loop. */
const SIDE = 3;
/** How far off a corner that was fitted the drawn one may be, in places. */
const NEAR = 4;

/** How much a loop turns over a short way round each of its places, degrees, either way. */
export function turns(loop: readonly Point[]): number[] {
  const n = loop.length;
  return loop.map((p, i) => {
    const [a, b] = [loop[(i - SIDE + n) % n] as Point, loop[(i + SIDE) % n] as Point];
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - p.x, b.y - p.y];
    return Math.abs((Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy) * 180) / Math.PI);
  });
}

/**
 * How much of its whole turn a loop makes in some corners: nearly 1 where they are drawn as corners, and
 * little where it is round there. Where two would be the same one it counts once.
 */
export function sharpness(
  loop: readonly Point[],
  turned: readonly number[],
  corners: readonly Point[],
): number {
  const n = loop.length;
  const taken = new Set<number>();
  let sum = 0;
  for (const corner of corners) {
    let nearest = 0;
    let least = Infinity;
    loop.forEach((p, i) => {
      const far = (p.x - corner.x) ** 2 + (p.y - corner.y) ** 2;
      if (far < least) [least, nearest] = [far, i];
    });
    const around = Array.from({ length: 2 * NEAR + 1 }, (_, k) => (nearest + k - NEAR + n) % n);
    const free = around.filter((i) => !taken.has(i));
    if (free.length === 0) continue;
    const best = free.reduce((a, b) => ((turned[b] as number) > (turned[a] as number) ? b : a));
    sum += turned[best] as number;
    for (let k = -SIDE; k <= SIDE; k += 1) taken.add((best + k + n) % n);
  }
  return sum / 360;
}
