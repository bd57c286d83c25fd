import type { Mask } from '../mask/mask.ts';
import { regions } from '../mask/regions.ts';
import { colourDifference, labOf, type Lab } from './lab.ts';

/** Width of the strips at both edges from which the background is told, as a share of the picture's. */
const STRIP = 0.06;
const LEVELS = 64;
/** Least and most difference (CIEDE2000) at which something may be told from the background. */
const SMALLEST_THRESHOLD = 6;
const LARGEST_DIFFERENCE = 40;
/** Quantile of the background's own differences, and so many times as much is something else. */
const [UNREST, CALM] = [0.95, 2];

/**
 * A guess of the figure in a picture: what differs from the background, which is told row by row from the
 * picture's own edges, by more than a calm background differs from itself, else from the split of least
 * variance on (Otsu 1979); the largest region. Meant for one figure before a calm background; cast shadows
 * may be taken in.
 * @param rgba four bytes a pixel
 */
export function guessFigure(rgba: Uint8ClampedArray, width: number, height: number): Mask {
  const strip = Math.max(1, Math.round(STRIP * width));
  const at = (x: number, y: number): Lab => {
    const i = 4 * (y * width + x);
    return labOf(rgba[i] as number, rgba[i + 1] as number, rgba[i + 2] as number);
  };
  const mean = (y: number, from: number): Lab => {
    const all = Array.from({ length: strip }, (_, k) => at(from + k, y));
    const of = (key: keyof Lab): number => all.reduce((sum, lab) => sum + lab[key], 0) / strip;
    return { l: of('l'), a: of('a'), b: of('b') };
  };
  const off = new Float64Array(width * height);
  for (let y = 0; y < height; y += 1) {
    const [left, right] = [mean(y, 0), mean(y, width - strip)];
    for (let x = 0; x < width; x += 1) {
      const t = x / (width - 1 || 1);
      const ground = {
        l: left.l + (right.l - left.l) * t,
        a: left.a + (right.a - left.a) * t,
        b: left.b + (right.b - left.b) * t,
      };
      const own = at(x, y);
      // A shadow that lies in one of the strips is not what lies behind the whole row.
      const first = colourDifference(own, ground);
      off[y * width + x] =
        first <= SMALLEST_THRESHOLD
          ? first
          : Math.min(first, colourDifference(own, left), colourDifference(own, right));
    }
  }
  const threshold = Math.min(split(off), Math.max(SMALLEST_THRESHOLD, CALM * unrestOf(off, width, strip)));
  const bits = Uint8Array.from(off, (d) => (d > threshold ? 1 : 0));
  const [largest] = regions({ width, height, bits }).sort((p, q) => q.length - p.length);
  const made = new Uint8Array(width * height);
  for (const i of largest ?? []) made[i] = 1;
  return { width, height, bits: made };
}

/** How much the background differs from what it is told to be: a high quantile within its own strips. */
function unrestOf(off: Float64Array, width: number, strip: number): number {
  const own = off.filter((_, i) => i % width < strip || i % width >= width - strip).sort();
  return own[Math.floor(UNREST * own.length)] ?? 0;
}

/** Otsu's split of differences, kept within what an eye would call different. */
function split(off: Float64Array): number {
  const bins = new Array<number>(LEVELS).fill(0);
  for (const d of off) {
    const bin = Math.min(LEVELS - 1, Math.floor((d / LARGEST_DIFFERENCE) * LEVELS));
    bins[bin] = (bins[bin] as number) + 1;
  }
  const total = off.length;
  const sum = bins.reduce((all, h, i) => all + h * i, 0);
  let [below, sumBelow, best, at] = [0, 0, -1, 0];
  bins.forEach((h, i) => {
    below += h;
    sumBelow += h * i;
    const above = total - below;
    if (below === 0 || above === 0) return;
    const between = below * above * (sumBelow / below - (sum - sumBelow) / above) ** 2;
    if (between > best) [best, at] = [between, i];
  });
  return Math.max(SMALLEST_THRESHOLD, ((at + 1) / LEVELS) * LARGEST_DIFFERENCE);
}
