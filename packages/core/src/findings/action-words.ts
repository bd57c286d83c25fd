import type { ActionReport } from './action-line.ts';
import { perhaps } from './sentences.ts';

/** Below this share of its bend a line is as good as straight. */
const NEARLY_STRAIGHT = 0.2;

function standing({ share, bends }: ActionReport): string {
  if (share >= 1) return 'is bent more than it is';
  if (share < 0) return 'bends the other way';
  if (share < NEARLY_STRAIGHT || bends.drawn === 'straight') return 'is nearly straight, and it is not';
  return 'is straighter than it is';
}

const SHAPES = { straight: 'straight', C: 'one bend, like a C', S: 'two bends, like an S' } as const;

/** The line of action beside the picture's, in one sentence. */
export function actionSentence(action: ActionReport): string {
  if (!action.sure && action.past) return 'How the line of action bends is too close to tell.';
  if (!action.sure) return 'The line of action bends as it does in the picture.';
  const sentence = `The line of action ${standing(action)}.`;
  return action.sure === 'clearly' ? sentence : perhaps(sentence);
}

/** What to do about it; null where nothing is said. */
export function actionDeed({ sure, share }: ActionReport): string | null {
  if (!sure) return null;
  return share >= 1
    ? 'Calm the long curve from the head to the foot.'
    : 'Push the long curve from the head to the foot further.';
}

/** What the picture's line looks like, and the drawing's where that is something else. */
export function bendSentence({ bends, sure }: ActionReport): string {
  const picture = `In the picture it has ${SHAPES[bends.reference]}`;
  if (!sure || bends.drawn === bends.reference) return `${picture}.`;
  return bends.drawn === 'straight'
    ? `${picture}; in yours it is straight.`
    : `${picture}; in yours ${SHAPES[bends.drawn]}.`;
}
