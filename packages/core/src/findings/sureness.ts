/** How surely something is said: clearly, or perhaps, with what would settle it. */
export type Degree = 'clearly' | 'perhaps';

/**
 * Of what is said clearly, as large a share may be false; the same of what is said at all, where places were
 * set. What is only a little less likely than that turned out false in three of ten made drawings.
 */
export const SHARE = 0.0035;

/** The complementary error function to 1.2e-7 of itself (Press and others, Numerical Recipes, 6.2.2). */
function erfc(x: number): number {
  const t = 1 / (1 + x / 2);
  const series = [
    -1.26551223, 1.00002368, 0.37409196, 0.09678418, -0.18628806, 0.27886807, -1.13520398, 1.48851587,
    -0.82215223, 0.17087277,
  ].reduceRight((sum, c) => sum * t + c, 0);
  return t * Math.exp(-x * x + series);
}

/**
 * How likely the sum of squared standardised residuals falls by this much where nothing is off.
 * @param gain by which it falls; none where it does not fall
 * @param count numbers that it took: 1 or 2 degrees of freedom of chi-squared
 */
export function chance(gain: number, count: 1 | 2): number {
  if (!(gain > 0)) return 1;
  return count === 1 ? erfc(Math.sqrt(gain / 2)) : Math.exp(-gain / 2);
}

/**
 * Which of some candidates are believed, so that of those believed no more than a share is false in the long
 * run (Benjamini and Hochberg 1995).
 * @param chances of each under the supposition that nothing is off
 * @param tried how many could have been said, those that are not in the list included
 * @param share of false ones among the believed
 */
export function believable(chances: readonly number[], tried: number, share: number): boolean[] {
  const sorted = [...chances].sort((a, b) => a - b);
  let limit = -1;
  sorted.forEach((p, i) => {
    if (p <= (share * (i + 1)) / Math.max(tried, chances.length)) limit = p;
  });
  return chances.map((p) => p <= limit);
}
