import type { KindChange } from './between-kinds.ts';
import type { EqualMeasures, Measure } from './equal-measures.ts';
import type { Estimate } from './estimate.ts';
import { capital } from '../words/capital.ts';
import { counted } from '../words/counted.ts';
import { listed } from '../words/listed.ts';
import { inUnits, shareWords } from './number-words.ts';
import type { Recipe, RecipePart } from './recipe.ts';

const SIDES = /^(left|right) /;
/** From so many sentences on a list is no longer read. */
const MOST_EQUAL = 4;
/** A part that differs by less from trace to trace than this share is said to be so without more words. */
const HARDLY = 0.04;

const the = (name: string): string => `the ${name}`;

/** How much more or less it may be; nothing where that is hardly anything, or where nobody knows. */
const giveOrTake = ({ spread }: Estimate): string =>
  spread === null || spread < HARDLY ? '' : `, give or take ${shareWords(spread)}`;

const measureWords = ({ part, of }: Measure): string =>
  `${the(part)} is ${of === 'length' ? 'long' : 'wide'}`;

/** "The neck is as wide as the eye is long." */
export function equalSentence({ a, b }: Pick<EqualMeasures, 'a' | 'b'>): string {
  const as = a.of === 'length' ? 'long' : 'wide';
  const end = a.of === b.of ? the(b.part) : measureWords(b);
  return `${capital(the(a.part))} is as ${as} as ${end}.`;
}

/** "The body is four heads long, give or take a fifth." */
export const lengthSentence = (part: Pick<RecipePart, 'name' | 'length'>, unit: string): string =>
  `${capital(the(part.name))} is ${inUnits(part.length.mean, unit)} long${giveOrTake(part.length)}.`;

/** Two sides that are as good as alike are told once. */
function alike(a: RecipePart, b: RecipePart): boolean {
  return Math.abs(Math.log(a.length.mean / b.length.mean)) < 0.05;
}

/**
 * A recipe in sentences: what hardly changes, how long its parts are, and which measures are alike. Sides
 * that are alike are told together.
 */
export function recipeSentences(recipe: Recipe): string[] {
  const { unit, parts, character, equal, traces } = recipe;
  const others = parts.filter(({ name }) => name !== unit);
  const lengths = others.flatMap((part) => {
    const side = SIDES.exec(part.name)?.[1];
    const twin =
      side &&
      others.find(({ name }) => name === part.name.replace(SIDES, side === 'left' ? 'right ' : 'left '));
    if (!twin || !alike(part, twin)) return [lengthSentence(part, unit)];
    if (others.indexOf(twin) < others.indexOf(part)) return [];
    return [lengthSentence({ ...part, name: part.name.replace(SIDES, '') }, unit)];
  });
  const steady = character.filter((name) => name !== unit);
  return [
    ...(steady.length > 0 ? [`What hardly changes from trace to trace: ${listed(steady)}.`] : []),
    ...lengths,
    ...equal.slice(0, MOST_EQUAL).map(equalSentence),
    ...(traces === 1 ? ['This comes from one trace only: what varies shows from three on.'] : []),
  ];
}

/** What is drawn at one of its steps: "Ellipse, half a head long and a third of a head wide." */
export function stepSentence(part: RecipePart, unit: string): string {
  const { shape, length, width, name } = part;
  if (name === unit) return `${capital(shape.kind)}. All else is measured by its length.`;
  const wide = width && shape.kind !== 'line' ? ` and ${inUnits(width.mean, unit)} wide` : '';
  return `${capital(shape.kind)}, ${inUnits(length.mean, unit)} long${wide}; ${whereWords(part, unit)}.`;
}

/** So near to the unit's own middle is at it, in units. */
const AT = 0.06;

/** Where a part's middle lies, seen from the unit part's: "a third of a head below it". */
export function whereWords({ x, y }: Pick<RecipePart, 'x' | 'y'>, unit: string): string {
  const words = [
    ...(Math.abs(y.mean) < AT
      ? []
      : [`${inUnits(Math.abs(y.mean), unit)} ${y.mean > 0 ? 'below' : 'above'}`]),
    ...(Math.abs(x.mean) < AT
      ? []
      : [`${inUnits(Math.abs(x.mean), unit)} to the ${x.mean > 0 ? 'right' : 'left'}`]),
  ];
  return words.length === 0
    ? `its middle at that of ${the(unit)}`
    : `its middle ${words.join(' and ')} of the middle of ${the(unit)}`.replace(/(below|above) of/, '$1');
}

/** What differs between two kinds: "With ears up the ear is longer by a third." */
export function changeSentence({ part, what, from, to }: KindChange, kind: string, unit: string): string {
  const name = `${capital(kind)}: ${the(part)}`;
  if (what === 'tilt') return `${name} is turned by ${Math.round(Math.abs(to - from))}°.`;
  if (what === 'place') return `${name} lies ${inUnits(to, unit)} elsewhere.`;
  const more = to > from;
  const word = what === 'length' ? (more ? 'longer' : 'shorter') : more ? 'wider' : 'narrower';
  return `${name} is ${word} by ${shareWords(Math.abs(to / from - 1))}.`;
}

/** How many traces a recipe comes from. */
export const tracesWords = (traces: number): string =>
  traces === 1 ? 'From one trace' : `From ${counted(traces)} traces`;
