import { counted } from '../words/counted.ts';

/** Shares as one says them; what stands before the name of a unit. */
const SHARES: readonly (readonly [share: number, words: string])[] = [
  [1 / 8, 'an eighth'],
  [1 / 6, 'a sixth'],
  [1 / 5, 'a fifth'],
  [1 / 4, 'a quarter'],
  [1 / 3, 'a third'],
  [2 / 5, 'two fifths'],
  [1 / 2, 'half'],
  [3 / 5, 'three fifths'],
  [2 / 3, 'two thirds'],
  [3 / 4, 'three quarters'],
  [4 / 5, 'four fifths'],
];
const SMALL: typeof SHARES = [
  [1 / 20, 'a twentieth'],
  [1 / 12, 'a twelfth'],
  [1 / 10, 'a tenth'],
];

const nearest = (shares: typeof SHARES, value: number): readonly [number, string] =>
  shares.reduce((best, share) =>
    Math.abs(Math.log(share[0] / value)) < Math.abs(Math.log(best[0] / value)) ? share : best,
  );

/** A share of something, more or less: "a fifth"; from four fifths on "as much again". */
export function shareWords(share: number): string {
  if (share > 0.9) return share > 1.5 ? `${share.toFixed(1)} times as much` : 'as much again';
  return nearest([...SMALL, ...SHARES], Math.max(share, 0.02))[1];
}

/** Whole numbers and the shares that one says after them. */
const AFTER: readonly (readonly [number, string])[] = [
  [0, ''],
  [1 / 4, ' and a quarter'],
  [1 / 3, ' and a third'],
  [1 / 2, ' and a half'],
  [2 / 3, ' and two thirds'],
  [3 / 4, ' and three quarters'],
  [1, ''],
];

const plural = (unit: string): string =>
  /[^aeiou]y$/.test(unit) ? `${unit.slice(0, -1)}ies` : /(s|x|ch|sh)$/.test(unit) ? `${unit}es` : `${unit}s`;
const article = (unit: string): string => (/^[aeiou]/.test(unit) ? 'an' : 'a');

/**
 * A length in another, to the nearest share that one says aloud: "half a head", "as long as a head" is "one
 * head", "two and a half heads". Less than an eighth is said as a hundredth part would be: "0.1 heads".
 * @param value in units, not negative
 */
export function inUnits(value: number, unit: string): string {
  if (value < 0.11) return `${value.toFixed(2)} ${plural(unit)}`;
  if (value < 0.9) {
    const [, words] = nearest(SHARES, value);
    return words === 'half' ? `half ${article(unit)} ${unit}` : `${words} of ${article(unit)} ${unit}`;
  }
  const [share, words] = AFTER.reduce((best, one) =>
    Math.abs(one[0] - (value % 1)) < Math.abs(best[0] - (value % 1)) ? one : best,
  );
  const whole = Math.floor(value) + (share === 1 ? 1 : 0);
  if (whole === 0) return `one ${unit}`;
  return whole === 1 && words === ''
    ? `one ${unit}`
    : `${whole > 10 ? String(whole) : counted(whole)}${words} ${plural(unit)}`;
}
