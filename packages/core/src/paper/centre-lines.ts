import type { Point } from '../geometry/point.ts';
import { emptyMask, type Mask } from '../mask/mask.ts';

/** Shorter pieces than this are the thinning's own burrs, pixels. */
const SHORTEST = 4;
/** The eight neighbours of a pixel in turn, from straight above. */
const AROUND = [
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
] as const;

/** A mask with a frame of unset pixels round it, so that every pixel has its neighbours. */
function framed({ width, height, bits }: Mask): Mask {
  const out = emptyMask(width + 2, height + 2);
  for (let y = 0; y < height; y += 1)
    out.bits.set(bits.subarray(y * width, (y + 1) * width), (y + 1) * (width + 2) + 1);
  return out;
}

/** Thins a framed mask to lines one pixel wide, in place (Zhang and Suen 1984). */
function thin({ width, bits }: Mask): void {
  const steps = AROUND.map(([x, y]) => y * width + x);
  let set = Array.from(bits.keys()).filter((i) => bits[i]);
  for (let changed = true; changed;) {
    changed = false;
    for (const second of [false, true]) {
      const going = set.filter((i) => {
        // A pixel whose straight neighbours are all set lies inside.
        const [up, right] = [bits[i - width], bits[i + 1]];
        const [down, left] = [bits[i + width], bits[i - 1]];
        if (up && right && down && left) return false;
        let [count, turns] = [0, 0];
        let before = bits[i + (steps[7] as number)];
        for (let k = 0; k < 8; k += 1) {
          const bit = bits[i + (steps[k] as number)];
          if (bit) count += 1;
          if (bit && !before) turns += 1;
          before = bit;
        }
        if (count < 2 || count > 6 || turns !== 1) return false;
        return second
          ? !(up && right && left) && !(up && down && left)
          : !(up && right && down) && !(right && down && left);
      });
      for (const i of going) bits[i] = 0;
      if (going.length === 0) continue;
      changed = true;
      set = set.filter((i) => bits[i]);
    }
  }
}

/**
 * The lines that ink is made of: thinned to one pixel and followed from end to end and crossing to crossing.
 * @param ink set where there is ink
 * @returns polylines in the mask's pixels, through the middles of theirs; none where nothing is set
 */
export function centreLines(ink: Mask): Point[][] {
  const mask = framed(ink);
  thin(mask);
  const { width, bits } = mask;
  const steps = AROUND.map(([x, y]) => y * width + x);
  // Straight neighbours first, so that a corner is not cut.
  const order = [0, 2, 4, 6, 1, 3, 5, 7].map((k) => steps[k] as number);
  const left = new Uint8Array(bits);
  const next = (i: number): number[] => order.map((step) => i + step).filter((k) => left[k]);
  const follow = (from: number): void => {
    const line = [from];
    left[from] = 0;
    for (let at = next(from)[0]; at !== undefined; at = next(at)[0]) {
      left[at] = 0;
      line.push(at);
    }
    if (line.length >= SHORTEST)
      lines.push(line.map((i) => ({ x: (i % width) - 0.5, y: Math.floor(i / width) - 0.5 })));
  };
  const lines: Point[][] = [];
  const set = Array.from(bits.keys()).filter((i) => bits[i]);
  for (const i of set) if (left[i] && next(i).length === 1) follow(i);
  for (const i of set) if (left[i]) follow(i);
  return lines;
}

/** Half of the eight neighbours: level, upright and the two diagonals. */
const ACROSS = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
] as const;
/** As many points of a line are taken to run one way. */
const STRAIGHT = 12;

/**
 * How wide the ink is along each of its centre lines, pixels: piece by piece the mean run of ink across it,
 * level, upright or along a diagonal, whichever is shortest; at least 1.
 * @param lines as `centreLines` gives them for this mask
 */
export function lineWidths(ink: Mask, lines: readonly (readonly Point[])[]): number[] {
  const { width, bits } = framed(ink);
  const runFrom = (from: number, step: number): number => {
    let count = 0;
    for (let i = from + step; bits[i]; i += step) count += 1;
    return count;
  };
  const across = ACROSS.map(([dx, dy]) => ({ step: dy * width + dx, length: Math.hypot(dx, dy) }));
  return lines.map((line) => {
    const pixels = line.map(({ x, y }) => Math.floor(y + 1) * width + Math.floor(x + 1));
    let sum = 0;
    for (let i = 0; i < pixels.length; i += STRAIGHT) {
      const piece = pixels.slice(i, i + STRAIGHT);
      const runs = across.map(({ step, length }) =>
        piece.reduce((all, k) => all + length * (1 + runFrom(k, step) + runFrom(k, -step)), 0),
      );
      sum += Math.min(...runs);
    }
    return Math.max(1, sum / (pixels.length || 1));
  });
}
