import { hull } from '../geometry/hull.ts';
import type { Point } from '../geometry/point.ts';
import type { Mask } from '../mask/mask.ts';
import { regions } from '../mask/regions.ts';

/** Longer side of the raster on which ink is grouped. */
const COARSE = 160;
/**
 * Gaps bridged, as shares of the page's longer side: the least that leaves no more groups than are wanted is
 * taken.
 */
const GAPS = [0.012, 0.02, 0.03, 0.042, 0.056, 0.075, 0.1] as const;
/** A group with less ink than this share of the largest is a stray mark. */
const STRAY = 0.06;
const ROOM = 0.012;

/** In the order in which one reads: what overlaps in height is one row; of a spread first the left page. */
function inOrder(loops: Point[][], width: number, spread: boolean): Point[][] {
  const box = (loop: readonly Point[]) => ({
    x: (Math.min(...loop.map((p) => p.x)) + Math.max(...loop.map((p) => p.x))) / 2,
    top: Math.min(...loop.map((p) => p.y)),
    low: Math.max(...loop.map((p) => p.y)),
  });
  const pages = spread
    ? [loops.filter((l) => box(l).x < width / 2), loops.filter((l) => box(l).x >= width / 2)]
    : [loops];
  return pages.flatMap((page) => {
    const waiting = [...page].sort((a, b) => box(a).top - box(b).top);
    const out: Point[][] = [];
    while (waiting.length > 0) {
      const first = box(waiting[0] as Point[]);
      const middle = (loop: Point[]): number => (box(loop).top + box(loop).low) / 2;
      const row = waiting.filter((loop) => middle(loop) <= first.low);
      out.push(...row.sort((a, b) => box(a).x - box(b).x));
      for (const loop of row) waiting.splice(waiting.indexOf(loop), 1);
    }
    return out;
  });
}

/**
 * A loop round each drawing on a page, proposed from what ink lies together, in reading order.
 * @param wanted how many drawings there should be; null where that is not known
 * @returns outlines in pixels of the mask
 */
export function loopsRound({ width, height, bits }: Mask, wanted: number | null, spread = false): Point[][] {
  const by = Math.min(1, COARSE / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.ceil(width * by)), Math.max(1, Math.ceil(height * by))];
  const cells = new Uint8Array(w * h);
  const ink = new Float32Array(w * h);
  for (let k = 0; k < bits.length; k += 1) {
    if (!bits[k]) continue;
    const n = Math.floor(Math.floor(k / width) * by) * w + Math.floor((k % width) * by);
    cells[n] = 1;
    ink[n] = (ink[n] as number) + 1;
  }
  let best: Int32Array[] = [];
  for (const gap of wanted === null ? [GAPS[3]] : GAPS) {
    const reach = Math.max(1, Math.round(gap * Math.max(w, h)));
    const groups = regions({ width: w, height: h, bits: cells }, reach);
    const weight = (group: Int32Array): number => group.reduce((sum, k) => sum + (ink[k] as number), 0);
    const most = Math.max(...groups.map(weight), 1);
    best = groups.filter((group) => weight(group) >= STRAY * most);
    if (wanted === null || best.length <= wanted) break;
  }
  const room = ROOM * Math.max(width, height);
  const loops = best.map((group) =>
    hull(
      [...group].flatMap((k) => {
        const [x, y] = [(k % w) / by, Math.floor(k / w) / by];
        const cell = 1 / by;
        return [
          [x - room, y - room],
          [x + cell + room, y - room],
          [x + cell + room, y + cell + room],
          [x - room, y + cell + room],
        ].map(([px, py]) => ({
          x: Math.min(width, Math.max(0, px as number)),
          y: Math.min(height, Math.max(0, py as number)),
        }));
      }),
    ),
  );
  return inOrder(loops, width, spread);
}
