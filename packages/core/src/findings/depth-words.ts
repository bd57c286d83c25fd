import type { DepthReport } from './depth.ts';
import type { Overlap } from './overlaps.ts';
import type { Round } from './rounds.ts';
import { asSurely } from './sentences.ts';
import type { Touch } from './touches.ts';
import type { Turn } from './turns.ts';

/** Two parts that cover each other the other way round, in one sentence. */
export const overlapSentence = ({ front, behind, sure }: Overlap): string =>
  asSurely(sure, `In the picture the ${front} lies in front of the ${behind}; here it lies behind.`);

export const overlapDeed = ({ front, behind }: Overlap): string =>
  `Draw the ${front} across, and let the lines of the ${behind} leave off at it.`;

/** Two forms that nearly touch, in one sentence. */
export const touchSentence = ({ about: [a, b], sure }: Touch): string =>
  asSurely(sure, `The ${a} and the ${b} nearly touch here; in the picture they do not.`);

export const touchDeed = ({ about: [a, b] }: Touch): string =>
  `Part the ${a} from the ${b}, or let one plainly cover the other.`;

/** A form that is foreshortened too much or too little, in one sentence. */
export const roundSentence = ({ about, drawn, reference, sure }: Round): string =>
  asSurely(
    sure,
    `The ${about} is ${drawn.toFixed(2)} as wide as it is long; in the picture ${reference.toFixed(2)}.`,
  );

export const roundDeed = ({ about, size }: Round): string =>
  size > 0 ? `Narrow the ${about} across.` : `Open the ${about} wider across.`;

const wayOf = (size: number): string => (size < 0 ? 'clockwise' : 'counter-clockwise');

/** A form that is turned, in one sentence. */
export const turnSentence = ({ about, size, sure }: Turn): string =>
  asSurely(
    sure,
    `The ${about} is turned ${Math.round(Math.abs(size))}° ${wayOf(size)} against the picture’s.`,
  );

export const turnDeed = ({ about, size }: Turn): string => `Turn the ${about} a little ${wayOf(-size)}.`;

/** What is said where nothing is off, in one sentence. */
export function depthSentence({ overlaps, kept, touches, rounds, turns }: DepthReport): string {
  if (overlaps.length + touches.length + rounds.length + turns.length > 0) return '';
  return kept > 0
    ? `What covers what is as in the picture: ${kept} ${kept === 1 ? 'place' : 'places'}.`
    : 'Nothing nearly touches, and no form is turned, wider or narrower across than in the picture.';
}
