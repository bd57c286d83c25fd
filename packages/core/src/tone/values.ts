import { labOf } from './lab.ts';

/** Bins of L* from 0 to 100. */
export const VALUE_BINS = 64;

/** How often each lightness occurs. @param rgba four bytes a pixel; transparent ones are not counted */
export function lightnessHistogram(rgba: Uint8ClampedArray): number[] {
  const bins = new Array<number>(VALUE_BINS).fill(0);
  for (let i = 0; i < rgba.length; i += 4) {
    if ((rgba[i + 3] as number) < 128) continue;
    const { l } = labOf(rgba[i] as number, rgba[i + 1] as number, rgba[i + 2] as number);
    const bin = Math.min(VALUE_BINS - 1, Math.max(0, Math.floor((l / 100) * VALUE_BINS)));
    bins[bin] = (bins[bin] as number) + 1;
  }
  return bins;
}

/**
 * The lightnesses that part a picture into groups of values: the split of the histogram with the
 * least variance within its groups (Otsu 1979; the best split for several groups by dynamic
 * programming, as Liao, Chen and Chung 2001 have it).
 * @returns `count - 1` values of L*, rising
 */
export function valueThresholds(histogram: readonly number[], count: number): number[] {
  const n = histogram.length;
  const weight = [0];
  const first = [0];
  histogram.forEach((h, i) => {
    weight.push((weight[i] as number) + h);
    first.push((first[i] as number) + h * i);
  });
  /** Between-group term of bins from a up to, not including, b. */
  const gain = (a: number, b: number): number => {
    const w = (weight[b] as number) - (weight[a] as number);
    const m = (first[b] as number) - (first[a] as number);
    return w > 0 ? (m * m) / w : 0;
  };
  let best = Array.from({ length: n + 1 }, (_, b) => gain(0, b));
  const cuts: number[][] = [];
  for (let group = 1; group < count; group += 1) {
    const next = new Array<number>(n + 1).fill(0);
    const cut = new Array<number>(n + 1).fill(0);
    for (let b = 0; b <= n; b += 1) {
      for (let a = 0; a <= b; a += 1) {
        const value = (best[a] as number) + gain(a, b);
        if (value > (next[b] as number)) [next[b], cut[b]] = [value, a];
      }
    }
    cuts.push(cut);
    best = next;
  }
  const found: number[] = [];
  let b = n;
  for (const cut of cuts.reverse()) {
    b = cut[b] as number;
    found.unshift((b / n) * 100);
  }
  return found;
}

/** sRGB lightness, 0 to 1, of a given L*. */
const greyOf = (l: number): number => {
  const y = l > 8 ? ((l + 16) / 116) ** 3 : l / 903.3;
  return y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055;
};

/**
 * A table from grey (0 to 1, evenly) to the middle grey of its group of values: what a discrete filter takes.
 */
export function valueTable(thresholds: readonly number[], size = 128): number[] {
  const edges = [0, ...thresholds, 100];
  return Array.from({ length: size }, (_, i) => {
    const grey = (i + 0.5) / size;
    const group = thresholds.filter((t) => greyOf(t) <= grey).length;
    const [low, high] = [edges[group] as number, edges[group + 1] as number];
    // The darkest and the lightest group are shown as black and white would be on paper.
    const l =
      group === 0
        ? low + 0.25 * (high - low)
        : group === thresholds.length
          ? high - 0.1 * (high - low)
          : (low + high) / 2;
    return Math.round(greyOf(l) * 1000) / 1000;
  });
}
