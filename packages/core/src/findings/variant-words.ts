import { listed } from '../words/listed.ts';
import { plainNumber } from './sentences.ts';
import type { Bearing, Variants } from './variants.ts';

/** A lean below this is upright, degrees. */
const UPRIGHT = 1.5;
/** So many things that were varied are named. */
const NAMED = 3;

const leanInWords = (lean: number): string =>
  Math.abs(lean) < UPRIGHT ? 'upright' : `${plainNumber(lean)}° to the ${lean > 0 ? 'right' : 'left'}`;

/** How one drawing stands: "leans 4° to the left, 12 square heads"; empty where nothing is known of it. */
export function bearingInWords({ lean, area }: Bearing): string {
  const parts = [
    lean === null ? '' : Math.abs(lean) < UPRIGHT ? 'stands upright' : `leans ${leanInWords(lean)}`,
    area === null ? '' : `${plainNumber(area)} square heads`,
  ];
  return parts.filter((part) => part !== '').join(', ');
}

function ranged(values: readonly (number | null)[]): [number, number] | null {
  const known = values.filter((value) => value !== null);
  return known.length > 1 ? [Math.min(...known), Math.max(...known)] : null;
}

/** From the least room to the most, in one number where both are the same. */
const areaRange = ([least, most]: [number, number]): string =>
  plainNumber(least) === plainNumber(most)
    ? plainNumber(least)
    : `${plainNumber(least)} to ${plainNumber(most)}`;

/**
 * Several drawings of one picture beside each other, a sentence each: how they lean, how much room they
 * take, what was varied.
 */
export function variantSentences<Key>({ each, picture, varied }: Variants<Key>): string[] {
  const [lean, area] = [ranged(each.map((one) => one.lean)), ranged(each.map((one) => one.area))];
  const own = (said: string | null): string => (said ? `; the picture ${said}` : '');
  const sentences: string[] = [];
  if (lean && lean[1] - lean[0] < UPRIGHT) sentences.push('None of them leans more than the others.');
  else if (lean)
    sentences.push(
      `They lean from ${leanInWords(lean[0])} to ${leanInWords(lean[1])}${own(
        picture.lean === null ? null : bearingInWords({ lean: picture.lean, area: null }),
      )}.`,
    );
  if (area && picture.area !== null)
    sentences.push(
      `They take ${areaRange(area)} square heads of room; the picture ${plainNumber(picture.area)}.`,
    );
  const named = varied
    .slice(0, NAMED)
    .map(({ about, way, by }) =>
      way === 'turned'
        ? `the ${about}, by ${plainNumber(by)}°`
        : `how large the ${about} is, by ${plainNumber(by)} %`,
    );
  sentences.push(
    named.length > 0
      ? `You varied most ${listed(named)}.`
      : 'Beyond that they are alike, as far as one can tell.',
  );
  return sentences;
}
