import { studentQuantile } from './student-t.ts';

/** How sure an interval is. */
const CONFIDENCE = 0.95;

/** A mean over several traces, in the unit of what was measured. */
export interface Estimate {
  readonly mean: number;
  /** Standard deviation from trace to trace; null of a single one. */
  readonly spread: number | null;
  /** Where the true mean lies, 19 times of 20; null of a single one. */
  readonly interval: readonly [low: number, high: number] | null;
  /** How many traces say something of it. */
  readonly of: number;
}

/**
 * Mean, standard deviation and Student's interval of the mean.
 * @returns null of no values
 */
export function estimate(values: readonly number[]): Estimate | null {
  const n = values.length;
  if (n === 0) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  if (n === 1) return { mean, spread: null, interval: null, of: 1 };
  const spread = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const half = (studentQuantile((1 + CONFIDENCE) / 2, n - 1) * spread) / Math.sqrt(n);
  return { mean, spread, interval: [mean - half, mean + half], of: n };
}

/**
 * The same of ratios, which scatter evenly in their logarithms: the mean is the geometric one and the spread
 * a share of it, as much larger as it is smaller.
 * @param ratios positive; null of none
 */
export function estimateRatio(ratios: readonly number[]): Estimate | null {
  const logs = estimate(ratios.map(Math.log));
  if (!logs) return null;
  const { mean, spread, interval, of } = logs;
  return {
    mean: Math.exp(mean),
    spread: spread === null ? null : Math.expm1(spread),
    interval: interval && [Math.exp(interval[0]), Math.exp(interval[1])],
    of,
  };
}

/**
 * The same of tilts of lines, degrees, which begin anew after 180: about their axial mean (doubled angles;
 * Mardia and Jupp 2000).
 * @returns the mean within (-90, 90]; its interval may reach beyond. Null of none
 */
export function estimateTilt(tilts: readonly number[], wrap: (degrees: number) => number): Estimate | null {
  const doubled = tilts.map((tilt) => (2 * tilt * Math.PI) / 180);
  const [x, y] = [Math.cos, Math.sin].map((f) => doubled.reduce((sum, angle) => sum + f(angle), 0)) as [
    number,
    number,
  ];
  const middle = (Math.atan2(y, x) * 90) / Math.PI;
  const off = estimate(tilts.map((tilt) => wrap(tilt - middle)));
  if (!off) return null;
  const mean = wrap(middle + off.mean);
  return {
    ...off,
    mean,
    interval: off.interval && [mean + off.interval[0] - off.mean, mean + off.interval[1] - off.mean],
  };
}
