import { distance } from '../geometry/point.ts';
import type { Item } from './item.ts';

/** The average miss of a drawing and its standard error, per cent of the figure's height. */
export interface AverageMiss {
  readonly value: number;
  readonly error: number;
}

/**
 * Root mean squared distance between drawn and reference things after the fit. Placement noise
 * alone would make it positive, so its expected square is taken out (the method of moments for
 * the non-central chi-squared distribution); the standard error is by the delta method.
 * @param laid drawn items on the reference, pixels
 * @param freedoms how many numbers the fit took from the drawing
 */
export function averageMiss(
  laid: readonly Item[],
  reference: readonly Item[],
  height: number,
  freedoms: number,
): AverageMiss {
  const n = laid.length;
  const left = Math.max(0, 1 - freedoms / (2 * n));
  let square = 0;
  let bias = 0;
  const noises: number[] = [];
  laid.forEach((item, i) => {
    const other = reference[i] as Item;
    const noise = Math.hypot(item.spread, other.spread) * (item.ellipse ? Math.SQRT1_2 : 1);
    noises.push(noise);
    square += distance(item.centre, other.centre) ** 2 / n;
    bias += (2 * noise * noise * left) / n;
  });
  const real = Math.max(0, square - bias);
  const variance = noises.reduce((sum, s) => sum + 4 * s ** 4 + 4 * s * s * real, 0) / (n * n);
  const sd = Math.sqrt(variance);
  const error = real > 0 ? Math.min(sd / (2 * Math.sqrt(real)), Math.sqrt(sd)) : Math.sqrt(sd);
  return { value: (100 * Math.sqrt(real)) / height, error: (100 * error) / height };
}
