import {
  planPictures,
  spokenTime as spoken,
  type Block,
  type Choice,
  type Doing,
  type Ground,
  type Plan,
  type Source,
} from '@deft/core/session';
import { MOST_PICTURE_MARKS } from '@deft/core/reference';
import { posesCounted } from '../data/brief-words';

export { spoken };

/** What a block's length is good for, by its seconds, in a word and in a line. */
export function goodFor(seconds: number): string {
  if (seconds <= 60) return 'movement first';
  if (seconds <= 300) return 'construction';
  if (seconds < 1800) return 'values';
  return 'study';
}

export function adviceFor(seconds: number): string {
  if (seconds <= 60) return 'Movement: one line of action, where the weight rests, the big tilts.';
  if (seconds <= 300) return 'Construction: the large forms, their sizes against each other, how they join.';
  if (seconds < 1800)
    return 'Values: light and dark parted in two or three groups over a sound construction.';
  return 'Study: measure first, build, check, then go into parts.';
}

export function minutesAndSeconds(ms: number): string {
  const seconds = Math.max(0, Math.ceil(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

/** A block in figures: what an eye takes in at once. */
export function blockLine({ count, seconds, ground, source, look, rest }: Block): string {
  const ways = [
    ground === 'on screen' ? '' : ground,
    source === 'sight'
      ? ''
      : `from ${source === 'knowledge' ? 'what you know' : source}, ${spoken(look * 1000)} to look`,
    rest ? `${spoken(rest * 1000)} rest` : '',
  ];
  return [`${count} × ${spoken(seconds * 1000)}`, ...ways].filter((part) => part !== '').join(', ');
}

export const planLine = ({ blocks }: Plan): string => blocks.map(blockLine).join('; ');

/** What a plan is good for: each kind once, as it comes. */
export function planPurpose(plan: Plan): string {
  const kinds = [...new Set(plan.blocks.map(({ seconds }) => goodFor(seconds)))].join(', then ');
  return `${posesCounted(planPictures(plan))}. ${kinds.charAt(0).toUpperCase()}${kinds.slice(1)}.`;
}

export const CHOICE_WORDS: Readonly<Record<Choice, string>> = {
  'least drawn': 'least drawn first',
  random: 'by chance',
  'new first': 'new first',
  'weakest subject': 'weakest subject first',
  'in order': 'in the set’s order',
};
export const GROUND_WORDS: Readonly<Record<Ground, string>> = {
  'on screen': 'on screen',
  'on a grid': 'on a grid',
  'on paper': 'on paper',
};
export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  sight: 'from the picture',
  memory: 'from memory',
  knowledge: 'from what you know',
};

/** What stands under a pose while it runs. */
export function doingWords(doing: Doing | null, source: Source, seconds: number): string {
  if (doing === 'look') return source === 'knowledge' ? 'look: what was different?' : 'look, it will be gone';
  if (doing === 'compare') return 'compare';
  if (doing === 'rest') return 'rest';
  return source === 'sight' ? goodFor(seconds) : source === 'memory' ? 'from memory' : 'from what you know';
}

/** What *not this one* is called: there is one other picture, which it brings back from then on. */
export const notThisOne = ({ isBack }: { readonly isBack: boolean }): string =>
  isBack ? 'The other picture' : 'Not this one';
export const WHOLE_PAGE = 'the whole page, with all its tools';
export const MARK_HOW = 'For the eye only: nothing of it becomes your drawing.';
export const MARKS_FULL = `${MOST_PICTURE_MARKS} marks are on this picture, which is all it takes. Take one back first.`;
export const FETCHING = 'Another picture comes …';

export const NO_SET =
  'There is no set with pictures yet. Bring some in under References, and put them into a set.';
export const PLANS = { own: 'Yours', ready: 'Ready-made plans' } as const;

export const NO_SESSIONS = 'No session yet. Start a pose from your desk, or choose a set under References.';

/** What a session's sheet says of its drawings. */
export const NOTHING_CLEAR = 'Nothing clearly off';
export const CANNOT_TELL = 'The desk cannot tell';
export const NOTHING_CAME_BACK = 'Nothing is off the same way in several of them.';
export const SHEET_FOLDED = 'The drawings come first. What the desk saw in them is here for a touch.';
export const PHOTOGRAPH_PAGE =
  'Photograph the page you drew on: whole, with a little of the table round it, in even light. Then it is laid flat, and what you drew is lifted from it.';
