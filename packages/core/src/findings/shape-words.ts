import { capital } from '../words/capital.ts';
import { asSurely, plainNumber, shareInWords } from './sentences.ts';
import type { GapOff } from './gaps-off.ts';
import type { ShapeAnswer, ShapeReport } from './shape.ts';
import type { Stretch } from './stretches.ts';

/** Where an outline is off, in one sentence. */
export function stretchSentence({ size, sure, where }: Stretch): string {
  const way = size > 0 ? 'out' : 'in';
  return asSurely(sure, `${capital(where)} the outline lies ${plainNumber(size)} % too far ${way}.`);
}

/** What would bring it where it is. */
export const stretchDeed = ({ size, where }: Stretch): string =>
  size > 0 ? `Take the outline in ${where}.` : `Let the outline out ${where}.`;

/** From this on a gap is as good as twice as large, or half. */
const TWICE = 1.9;

/** How much larger or smaller a gap is, in words: "a third too small", "more than twice as large". */
function gapSize(areas: number): string {
  if (areas >= TWICE) return 'about twice as large as it is';
  return `${shareInWords(Math.abs(1 - areas))} too ${areas > 1 ? 'large' : 'small'}`;
}

/** What is not right about a gap, in one sentence. */
export function gapSentence({ kind, areas, sure, where }: GapOff): string {
  const gap = `gap ${where}`;
  switch (kind) {
    case 'missing':
      return asSurely(sure, `The ${gap} is closed.`);
    case 'extra':
      return asSurely(sure, `There is a ${gap} that the picture does not have.`);
    case 'narrow':
    case 'wide':
      return asSurely(sure, `The ${gap} is ${gapSize(areas)}.`);
  }
}

/** What would make a gap what it is. */
export function gapDeed({ kind, where }: GapOff): string {
  const gap = `the gap ${where}`;
  switch (kind) {
    case 'missing':
      return `Leave ${gap} open.`;
    case 'extra':
      return `Close ${gap}.`;
    case 'narrow':
      return `Widen ${gap}.`;
    case 'wide':
      return `Narrow ${gap}.`;
  }
}

/** How far the outlines lie apart, and how much both cover, in two sentences. */
export function shapeSummary({ apart, shared, sharedSmall }: ShapeReport): string {
  const percent = (share: number): string => `${Math.round(100 * share)} %`;
  return (
    `The outlines lie ${apart.mean.toFixed(1)} % of the height apart on average. ` +
    `Of all that either covers both cover ${percent(shared)}, seen small ${percent(sharedSmall)}.`
  );
}

/** Why nothing can be told of a drawing's shape, and what would help; null where it can. */
export function whyNoShape(answer: ShapeAnswer): string | null {
  if (answer.told) return null;
  return answer.why === 'open outline'
    ? 'The outline of the drawing is too open for its shape to be told. Close it, and it can be.'
    : 'What belongs to the thing in this picture is not known. Trace its outline, and yours can be told.';
}

/** The first thing that is said of a drawing's outline, and of its gaps. */
export const outlineSentence = ({ stretches: [first] }: ShapeReport): string =>
  first ? stretchSentence(first) : 'The outline lies where it is in the picture, as near as is worth a word.';
export const gapsSentence = ({ gaps: [first] }: ShapeReport): string =>
  first ? gapSentence(first) : 'The gaps are as they are in the picture, as near as is worth a word.';
