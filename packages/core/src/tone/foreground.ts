import type { Mask } from '../mask/mask.ts';
import { regions } from '../mask/regions.ts';
import { labOf } from './lab.ts';

/** How many colours of a hint are looked at. */
const SAMPLES = 160;
/** Spread of a colour that counts as the same, L*a*b*. */
const SAME = 5;
/** What a step of one pixel costs, beside what the picture costs: keeps flat places fair. */
const STEP = 0.002;
/** Width of the rim that counts as background where nothing is said, as a share of the picture. */
const RIM = 0.02;

/** Pixels that are surely the thing and surely not, as indices, row by row. */
export interface Hints {
  readonly inside: readonly number[];
  readonly outside: readonly number[];
}

const samplesOf = (rgba: Uint8ClampedArray, hints: readonly number[]): Float64Array => {
  const every = Math.max(1, Math.floor(hints.length / SAMPLES));
  const chosen = hints.filter((_, i) => i % every === 0).slice(0, SAMPLES);
  return Float64Array.from(
    chosen.flatMap((i) => {
      const { l, a, b } = labOf(rgba[4 * i] as number, rgba[4 * i + 1] as number, rgba[4 * i + 2] as number);
      return [l, a, b];
    }),
  );
};

/** How often a colour occurs among samples (Parzen 1962). */
function density(samples: Float64Array, l: number, a: number, b: number): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i += 3) {
    const [dl, da, db] = [
      l - (samples[i] as number),
      a - (samples[i + 1] as number),
      b - (samples[i + 2] as number),
    ];
    sum += Math.exp(-(dl * dl + da * da + db * db) / (2 * SAME * SAME));
  }
  return sum / Math.max(1, samples.length / 3);
}

/** Least cost from given pixels to every other, in sweeps to and fro until nothing falls by much. */
function geodesic(
  likely: Float32Array,
  width: number,
  height: number,
  from: readonly number[],
): Float32Array {
  const cost = new Float32Array(likely.length).fill(1e9);
  for (const i of from) cost[i] = 0;
  const relax = (i: number, j: number): number => {
    const next = (cost[j] as number) + Math.abs((likely[i] as number) - (likely[j] as number)) + STEP;
    const gain = (cost[i] as number) - next;
    if (gain > 0) cost[i] = next;
    return gain;
  };
  for (let sweep = 0; sweep < 12; sweep += 1) {
    let most = 0;
    const forward = sweep % 2 === 0;
    for (let k = 0; k < likely.length; k += 1) {
      const i = forward ? k : likely.length - 1 - k;
      const x = i % width;
      const y = (i - x) / width;
      if (forward ? x > 0 : x < width - 1) most = Math.max(most, relax(i, forward ? i - 1 : i + 1));
      if (forward ? y > 0 : y < height - 1) most = Math.max(most, relax(i, forward ? i - width : i + width));
      if (forward ? x < width - 1 && y > 0 : x > 0 && y < height - 1)
        most = Math.max(most, relax(i, forward ? i - width + 1 : i + width - 1));
    }
    if (most < STEP && sweep > 1) break;
  }
  return cost;
}

/**
 * What belongs together with the hints: each pixel goes to the side from which it is reached with
 * the least change in how likely it is to be the thing (Bai and Sapiro 2007). Without hints of the
 * outside, the picture's rim stands for it. One piece, the largest that holds a hint.
 * @param rgba four bytes a pixel
 */
export function foreground(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  { inside, outside }: Hints,
): Mask {
  const rim = Math.max(1, Math.round(RIM * Math.min(width, height)));
  const beyond = new Set(inside);
  const edge =
    outside.length > 0
      ? outside
      : Array.from({ length: width * height }, (_, i) => i).filter((i) => {
          const [x, y] = [i % width, Math.floor(i / width)];
          return (x < rim || y < rim || x >= width - rim || y >= height - rim) && !beyond.has(i);
        });
  const [thing, ground] = [samplesOf(rgba, inside), samplesOf(rgba, edge)];
  const known = new Map<number, number>();
  const likely = new Float32Array(width * height);
  for (let i = 0; i < likely.length; i += 1) {
    const [r, g, b] = [rgba[4 * i] as number, rgba[4 * i + 1] as number, rgba[4 * i + 2] as number];
    const key = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    let value = known.get(key);
    if (value === undefined) {
      const lab = labOf(r, g, b);
      const [p, q] = [density(thing, lab.l, lab.a, lab.b), density(ground, lab.l, lab.a, lab.b)];
      value = (p + 1e-9) / (p + q + 2e-9);
      known.set(key, value);
    }
    likely[i] = value;
  }
  const [near, far] = [geodesic(likely, width, height, inside), geodesic(likely, width, height, edge)];
  const bits = Uint8Array.from(near, (cost, i) => (cost < (far[i] as number) ? 1 : 0));
  const held = regions({ width, height, bits }).filter((region) => region.some((i) => beyond.has(i)));
  const made = new Uint8Array(bits.length);
  for (const region of held) for (const i of region) made[i] = 1;
  return { width, height, bits: made };
}
