import { median } from '../geometry/median.ts';
import type { StrokePoint } from '../page/stroke-code.ts';
import type { HandStroke } from './hand-strokes.ts';
import { smoothnessOf } from './smoothness.ts';

/** How the lines of one drawing were drawn, in numbers. None of them is a fault. */
export interface LineFigures {
  readonly strokes: number;
  /** Of all lines together, in figure heights. */
  readonly length: number;
  /** The share of it that goes over earlier lines, 0 to 1. */
  readonly restated: number;
  /** The middle speed of the hand, figure heights a second; null where no times are known. */
  readonly pace: number | null;
  /** The middle line's spectral arc length (smoothness.ts); null where no line lasts long enough. */
  readonly smoothness: number | null;
  /** How much the pressure varies, as a share of its mean; null where the device knows none. */
  readonly pressure: number | null;
}

/** So many lines, evenly from first to last, tell the hand's smoothness. */
const MOST_SMOOTHED = 200;

/** How much pressure varies over all points, as a share of its mean; null where every one is the same. */
function pressureSpread(points: readonly StrokePoint[]): number | null {
  let [sum, squares] = [0, 0];
  for (const { pressure } of points) {
    sum += pressure;
    squares += pressure * pressure;
  }
  const mean = sum / points.length;
  const spread = Math.sqrt(Math.max(0, squares / points.length - mean * mean));
  return mean > 0 && spread > 1e-6 ? spread / mean : null;
}

/**
 * How the lines of a drawing were drawn.
 * @param strokes in the order in which they were drawn, millimetres
 * @param height of the figure in the drawing, millimetres
 * @param restated the share of their length that goes over earlier lines (restated.ts)
 * @returns null where nothing is drawn or the height is not above 0
 */
export function lineFigures(
  strokes: readonly HandStroke[],
  height: number,
  restated: number,
): LineFigures | null {
  if (strokes.length === 0 || !(height > 0)) return null;
  const timed = strokes.filter(({ ms }) => ms > 0);
  const every = Math.max(1, Math.ceil(timed.length / MOST_SMOOTHED));
  const smooth = timed.filter((_, i) => i % every === 0).flatMap(({ points }) => smoothnessOf(points) ?? []);
  return {
    strokes: strokes.length,
    length: strokes.reduce((sum, { length }) => sum + length, 0) / height,
    restated,
    pace: median(timed.map(({ length, ms }) => (1000 * length) / ms / height)),
    smoothness: median(smooth),
    pressure: pressureSpread(strokes.flatMap(({ points }) => points)),
  };
}
