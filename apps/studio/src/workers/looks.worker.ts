import { expose } from 'comlink';
import { gaps, silhouette, type Mask } from '@deft/core/mask';
import { guessFigure, lightnessHistogram, valueTable, valueThresholds } from '@deft/core/tone';

/** Distance across which ink is taken for closed, as a share of the picture's height. */
const CLOSES = 0.02;
/** How many gaps are told apart by shade. */
const SHADES = [235, 205, 175, 145];

/** A mask as pixels: the figure dark on paper, or the gaps in greys beside it. */
function shown(figure: Mask, what: 'silhouette' | 'gaps'): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(figure.bits.length * 4);
  const put = (i: number, grey: number): void => pixels.set([grey, grey, grey, 255], 4 * i);
  for (let i = 0; i < figure.bits.length; i += 1)
    put(i, what === 'silhouette' ? (figure.bits[i] ? 30 : 251) : 251);
  if (what === 'gaps') {
    for (let i = 0; i < figure.bits.length; i += 1) if (figure.bits[i]) put(i, 222);
    gaps(figure).forEach((gap, k) => {
      const grey = 40 + (235 - (SHADES[k % SHADES.length] as number));
      for (let i = 0; i < gap.bits.length; i += 1) if (gap.bits[i]) put(i, grey);
    });
  }
  return pixels;
}

const work = {
  /** The table of a squint: from grey to the grey of its group. @param rgba four bytes a pixel */
  values: (rgba: Uint8ClampedArray, count: number): number[] =>
    valueTable(valueThresholds(lightnessHistogram(rgba), count)),
  /** What ink encloses, as pixels. @param rgba ink alone on nothing: its alpha is looked at */
  drawn: (
    rgba: Uint8ClampedArray,
    width: number,
    height: number,
    what: 'silhouette' | 'gaps',
    closed: boolean,
  ): Uint8ClampedArray => {
    const bits = new Uint8Array(width * height);
    for (let i = 0; i < bits.length; i += 1) bits[i] = (rgba[4 * i + 3] as number) > 60 ? 1 : 0;
    const mask = { width, height, bits };
    return shown(closed ? mask : silhouette(mask, CLOSES * height), what);
  },
  /** A guess of the figure in a picture, as pixels. */
  pictured: (
    rgba: Uint8ClampedArray,
    width: number,
    height: number,
    what: 'silhouette' | 'gaps',
  ): Uint8ClampedArray => shown(guessFigure(rgba, width, height), what),
};

export type LooksWork = typeof work;
expose(work);
