import type { Point } from '../geometry/point.ts';
import { asSurely } from './sentences.ts';
import type { ExtremePlace, ValueReport } from './values.ts';

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** How the values stand apart, in one sentence. */
export function valuesSentence({ off, agreement }: ValueReport): string {
  if (!off)
    return agreement >= 0.5
      ? 'Dark, middle and light lie where they do in the picture, and stand as far apart.'
      : 'Dark, middle and light lie in other places than in the picture.';
  const { pair, moved, sure } = off;
  const apart = `${pair[0]} and the ${pair[1]} values hardly stand apart`;
  const sentence = moved ? `The ${moved.group} values are too ${moved.way}: the ${apart}.` : `The ${apart}.`;
  return asSurely(sure, sentence);
}

/** What would bring the values apart as they are; null where they are. */
export function valuesDeed({ off }: ValueReport): string | null {
  if (!off) return null;
  const { pair, moved } = off;
  if (!moved) return `Set the ${pair[0]} and the ${pair[1]} values further apart.`;
  return `${moved.way === 'light' ? 'Darken' : 'Lighten'} the ${moved.group} values.`;
}

/** How much room each group takes, in one sentence; of the one that is off most first. */
export function roomSentence({ shares, room }: ValueReport): string {
  if (!room) {
    const list = (['dark', 'middle', 'light'] as const).map(
      (group) => `${group} ${percent(shares[group].drawn)}`,
    );
    return `Of the thing ${list.join(', ')}: about as in the picture.`;
  }
  const { drawn, reference } = shares[room];
  return `The ${room} values take ${percent(drawn)} of the thing, in the picture ${percent(reference)}.`;
}

/**
 * Where the darkest or the lightest place is, where that is another one than in the picture; null where
 * not.
 */
export function extremeSentence(
  which: 'darkest' | 'lightest',
  { isOther, drawn, reference }: ExtremePlace,
  nearest: (at: Point) => string | null,
): string | null {
  if (!isOther) return null;
  const [here, there] = [nearest(drawn), nearest(reference)];
  if (!here || !there || here === there) return `The ${which} place is another one than in the picture.`;
  return `The ${which} place is by the ${here}, in the picture by the ${there}.`;
}

/** Planes that do not stand in the order of the light, in one sentence; null where they do. */
export function planesSentence({ planes }: ValueReport): string | null {
  if (!planes?.off) return null;
  const { lighter, darker, way, sure } = planes.off;
  const here = way === 'reversed' ? 'here it is darker' : 'here both are as light';
  return asSurely(sure, `In the picture the ${lighter} is lighter than the ${darker}; ${here}.`);
}

/** What would bring them into the order of the light; null where they are. */
export const planesDeed = ({ planes }: ValueReport): string | null =>
  planes?.off ? `Darken the ${planes.off.darker} until the ${planes.off.lighter} stands out lighter.` : null;

/** What was left unfilled, in one sentence; null where nothing was. */
export function holesSentence({ holes }: ValueReport): string | null {
  if (holes.length === 0) return null;
  return holes.length === 1
    ? 'One place within the tone is left unfilled.'
    : `${holes.length} places within the tone are left unfilled.`;
}
