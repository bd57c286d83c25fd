const NUMBERS = [
  'none',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
] as const;

/** A whole number as one says it, "none" of 0; digits beyond twelve. */
export const counted = (count: number): string => NUMBERS[count] ?? String(count);
