import { median } from '../geometry/median.ts';
import { lengthOf, type Point } from '../geometry/point.ts';
import { fitSimilarity, type Fit, type FitOptions } from './similarity.ts';

export interface RobustOptions extends FitOptions {
  /** Placement noise of one coordinate, reference unit: misses below it are not suspected. */
  readonly noise: number;
}

/** A robust fit, and how much each pair was trusted, 0 to 1. */
export interface RobustFit extends Fit {
  readonly trust: readonly number[];
}

const FEWEST = 5;
const ROUNDS = 40;
/** Tukey's constant: 95 % efficient where the misses are normal. */
const TUKEY = 4.685;
/** Median length of a plane vector with unit normal coordinates. */
const RAYLEIGH_MEDIAN = 1.1774;

/**
 * A fit that one bad landmark does not smear over the others: iteratively reweighted least
 * squares, first towards the least sum of distances, then with Tukey's biweight scaled by the
 * median residual (Holland and Welsch 1977). With fewer than five pairs no pair can be told to
 * be the bad one, and the plain fit is returned.
 */
export function fitRobust(
  drawn: readonly Point[],
  reference: readonly Point[],
  options: RobustOptions,
): RobustFit {
  const prior = (i: number): number => options.weights?.[i] ?? 1;
  const plain = fitSimilarity(drawn, reference, options);
  if (drawn.length < FEWEST || options.freedom === 'none') return { ...plain, trust: drawn.map(() => 1) };
  const again = (trust: readonly number[]): Fit =>
    fitSimilarity(drawn, reference, { ...options, weights: trust.map((t, i) => t * prior(i)) });
  const floor = Math.max(options.noise, 1e-12);
  let fit = plain;
  for (let round = 0; round < ROUNDS; round += 1) {
    fit = again(fit.residuals.map((r) => floor / Math.max(lengthOf(r), floor)));
  }
  let trust: number[] = drawn.map(() => 1);
  for (let round = 0; round < ROUNDS; round += 1) {
    const sizes = fit.residuals.map(lengthOf);
    const reach = TUKEY * Math.max((median(sizes) ?? 0) / RAYLEIGH_MEDIAN, floor);
    trust = sizes.map((size) => (size < reach ? (1 - (size / reach) ** 2) ** 2 : 0));
    fit = again(trust);
  }
  return { ...fit, trust };
}
