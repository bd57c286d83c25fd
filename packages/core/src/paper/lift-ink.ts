import { soften } from '../tone/soften.ts';
import type { Mask } from '../mask/mask.ts';
import { lightSpots } from './light-spots.ts';
import { levelLight } from './lighting.ts';
import { luma, type Grey, type Rgb } from './picture.ts';
import { removeSpecks } from './specks.ts';

export interface LiftOptions {
  /** How faint a line still counts: 0 keeps only the darkest, 1 nearly everything. */
  readonly faint?: number;
}

/** What was drawn on a page: how sure each pixel is ink, 0 to 1, and the yes and no of it. */
export interface Lifted {
  readonly width: number;
  readonly height: number;
  readonly alpha: Float32Array;
  readonly mask: Mask;
  /** Red, green and blue of the ink, 0 to 255. */
  readonly colour: readonly [number, number, number];
}

/** Side of the window in which a threshold is told, as a share of the page's width. */
const WINDOW = 1 / 30;
/** Sauvola's weight of the local spread, and the spread that counts as full contrast. */
const K = 0.16;
const RANGE = 0.25;
/** Ink is at least so many spreads of the paper's own grain away from it. */
const GRAINS = { least: 3.2, most: 6 } as const;
/** Ink is so many times further from the paper than the paper's own light spots near it are. */
const LIGHTS = { least: 1.0, most: 1.9 } as const;
/** A spot with fewer pixels than this at a width of 1,000 is a speck. */
const SPECK = 14;

/** Sums over everything above and to the left, for the sum of any box at once. */
function sums(values: Float32Array, width: number, height: number, square: boolean): Float64Array {
  const out = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y += 1) {
    let row = 0;
    for (let x = 0; x < width; x += 1) {
      const v = values[y * width + x] as number;
      row += square ? v * v : v;
      out[(y + 1) * (width + 1) + x + 1] = (out[y * (width + 1) + x + 1] as number) + row;
    }
  }
  return out;
}

/**
 * The usual difference between neighbours on the paper, as a standard deviation (median absolute deviation;
 * most of a page is paper).
 */
function grainOf({ width, height, data }: Grey): number {
  const all: number[] = [];
  for (let y = 1; y < height - 1; y += 3)
    for (let x = 1; x < width - 3; x += 3)
      all.push(Math.abs((data[y * width + x] as number) - (data[y * width + x + 2] as number)));
  const differences = Float32Array.from(all).sort();
  return (1.4826 * (differences[differences.length >> 1] ?? 0)) / Math.SQRT2;
}

/** Lightly softened, so that grain is levelled before a threshold is asked. */
function calmed({ width, height, data }: Grey): Grey {
  const bytes = new Uint8ClampedArray(data.length);
  for (let k = 0; k < data.length; k += 1) bytes[k] = 200 * (data[k] as number);
  soften(bytes, width, height, 1, Math.max(0.7, width / 1250));
  const calm = new Float32Array(data.length);
  for (let k = 0; k < data.length; k += 1) calm[k] = (bytes[k] as number) / 200;
  return { width, height, data: calm };
}

/**
 * Lifts what was drawn from a page that was laid flat: the lighting levelled, a threshold told at each
 * place from the mean and spread round it (Sauvola and Pietikäinen 2000), from the paper's grain and from
 * its light spots; specks taken away. Pale pencil and toned paper count as well as black on white.
 */
export function liftInk(page: Rgb, { faint = 0.5 }: LiftOptions = {}): Lifted {
  const { width, height } = page;
  const even = levelLight(luma(page));
  // Evened once more, since of calmed grain the paper's own light is another share.
  const calm = levelLight(calmed(even));
  const grain = Math.max(0.004, grainOf(calm));
  const window = Math.max(4, Math.round((width * WINDOW) / 2));
  const [sum, squares] = [sums(calm.data, width, height, false), sums(calm.data, width, height, true)];
  const bits = new Uint8Array(width * height);
  const sure = new Uint8Array(width * height);
  const lights = lightSpots(calm);
  const light = LIGHTS.most - (LIGHTS.most - LIGHTS.least) * faint;
  const grains = GRAINS.most - (GRAINS.most - GRAINS.least) * faint;
  const rim = Math.round(width * 0.006);
  const row = width + 1;
  for (let y = rim; y < height - rim; y += 1) {
    const [up, low] = [Math.max(0, y - window) * row, Math.min(height, y + window + 1) * row];
    const rows = (low - up) / row;
    for (let x = rim; x < width - rim; x += 1) {
      const [left, right] = [Math.max(0, x - window), Math.min(width, x + window + 1)];
      const n = (right - left) * rows;
      const mean =
        ((sum[low + right] as number) -
          (sum[up + right] as number) -
          (sum[low + left] as number) +
          (sum[up + left] as number)) /
        n;
      const square =
        ((squares[low + right] as number) -
          (squares[up + right] as number) -
          (squares[low + left] as number) +
          (squares[up + left] as number)) /
        n;
      const spread = Math.sqrt(Math.max(0, square - mean * mean));
      const k = y * width + x;
      const below = mean - (calm.data[k] as number);
      const sauvola = mean * K * (1 - Math.min(1, spread / RANGE)) * (1.15 - 0.9 * faint);
      const least = Math.max(
        grains * grain,
        light * (lights.data[k] as number),
        Math.min(sauvola, 1.6 * spread),
      );
      if (below > 0.62 * least) bits[k] = 1;
      if (below > least) sure[k] = 1;
    }
  }
  removeSpecks(bits, sure, width, height, Math.max(4, Math.round(SPECK * (width / 1000) ** 2)));
  return { width, height, mask: { width, height, bits }, ...coloured(page, even, bits) };
}

/**
 * How much of its light each inked pixel takes, against the darkest of them, and the ink's colour on white
 * paper.
 */
function coloured(
  page: Rgb,
  even: Grey,
  bits: Uint8Array,
): { alpha: Float32Array; colour: [number, number, number] } {
  const taken = new Float32Array(bits.length);
  let inked = 0;
  for (let k = 0; k < bits.length; k += 1) if (bits[k]) taken[inked++] = 1 - (even.data[k] as number);
  const full = Math.max(0.05, taken.subarray(0, inked).sort()[Math.floor(inked * 0.9)] ?? 1);
  const alpha = new Float32Array(bits.length);
  // Sums of red, green, blue and how many, of ink that is dark enough to tell its colour, and of paper.
  const ink = new Float64Array(4);
  const paper = new Float64Array(4);
  for (let k = 0; k < bits.length; k += 1) {
    const dark = Math.min(1, Math.max(0, (1 - (even.data[k] as number)) / full));
    if (bits[k]) alpha[k] = Math.max(0.25, dark);
    if (bits[k] && dark <= 0.8) continue;
    const to = bits[k] ? ink : paper;
    for (let c = 0; c < 3; c += 1) to[c] = (to[c] as number) + (page.data[3 * k + c] as number);
    to[3] = (to[3] as number) + 1;
  }
  const share = (c: number): number =>
    (ink[c] as number) /
    Math.max(1, ink[3] as number) /
    Math.max(1, (paper[c] as number) / Math.max(1, paper[3] as number));
  const tone = (c: number): number => Math.round(Math.min(235, Math.max(0, 255 * share(c))));
  return { alpha, colour: [tone(0), tone(1), tone(2)] };
}
