// The package has no types of its own, and whoever uses the core needs these.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./jstat.d.ts" />
import jStat from 'jstat';

/**
 * Quantile of Student's t distribution: below it lies this probability.
 * @param freedom degrees of freedom, above 0
 */
export const studentQuantile = (probability: number, freedom: number): number =>
  jStat.studentt.inv(probability, freedom);
