import type { ReferenceQuery, ViewKey } from '@deft/contract';
import { comingWords } from '../observing/words';
import type { ItemState } from './importing-slice';
import type { ReadingState, ReadOutcome } from './reading-slice';

export const VIEW_NAMES: Readonly<Record<ViewKey, string>> = {
  front: 'front',
  'three-quarter': 'three-quarter',
  side: 'side',
  back: 'back',
  above: 'from above',
  below: 'from below',
};

export const countOf = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** What one can filter the wall by: each a part of the query that is on or off. */
export const FILTERS: readonly { readonly label: string; readonly on: Partial<ReferenceQuery> }[] = [
  { label: 'never drawn', on: { drawn: 'never' } },
  { label: 'with landmarks', on: { marked: true } },
  ...(Object.entries(VIEW_NAMES) as [ViewKey, string][]).map(([view, label]) => ({ label, on: { view } })),
  { label: 'upright', on: { shape: 'upright' } },
  { label: 'wide', on: { shape: 'wide' } },
  { label: 'square', on: { shape: 'square' } },
  { label: 'in no set', on: { loose: true } },
  { label: 'hidden', on: { hidden: true } },
];

/** In which order the wall stands: as it lies, for all pictures and for a set, or as asked for. */
export const SORT_WORDS: readonly {
  readonly sort: ReferenceQuery['sort'];
  readonly label: string;
  readonly setLabel: string;
}[] = [
  { sort: undefined, label: 'newest first', setLabel: 'in the set’s order' },
  { sort: 'least drawn', label: 'least drawn first', setLabel: 'least drawn first' },
  { sort: 'title', label: 'by title', setLabel: 'by title' },
];

export const EMPTY_SET =
  'No picture in this set yet. Bring some in, or choose several on the wall and put them into it.';

/** Says which originals are gone, as many as one reads. */
export const lostWords = (titles: readonly string[]): string =>
  `The files of these pictures are gone from the desk’s folder: ${titles.slice(0, 5).join(', ')}${
    titles.length > 5 ? ` and ${titles.length - 5} more` : ''
  }. Bring them in again to have them back.`;

/** How to put pictures in order. */
export const orderingWords = (wide: boolean): string =>
  wide
    ? 'Drag a picture to its place; with a finger, rest on it first. By keys: Enter picks one up, the arrows carry it, Enter lays it down.'
    : 'Rest a finger on a picture, then drag it to its place.';

export const STATE_WORDS: Readonly<Record<ItemState, string>> = {
  waiting: 'waits',
  sending: 'on its way',
  in: 'in',
  known: 'already here',
  refused: 'refused',
  stopped: 'stopped',
};

const OUTCOME_WORDS: Readonly<Record<ReadOutcome, string>> = {
  found: 'a person in',
  several: 'several people in',
  nobody: 'nobody in',
  known: 'landmarks already in',
  failed: 'could not be read:',
};

/** How far the reading of pictures is, or what it came to. */
export function readingWords({ working, coming, done, total }: ReadingState): string {
  if (coming !== null) return comingWords(coming);
  if (working) return `Looking for people: ${done.length} of ${total}`;
  const parts = (Object.keys(OUTCOME_WORDS) as ReadOutcome[]).flatMap((outcome) => {
    const of = done.filter((picture) => picture.outcome === outcome).length;
    return of > 0 ? [`${OUTCOME_WORDS[outcome]} ${of}`] : [];
  });
  return `${countOf(done.length, 'picture')} read${parts.length > 0 ? `: ${parts.join(', ')}` : ''}.`;
}

export const EMPTY_WALL =
  'No picture yet. Bring in pictures of one subject, as many as you like: files, a folder, a zip, or whatever you drop or paste here. The picture service has some to begin with.';
export const NOTHING_FITS = 'No picture fits. Take a word away, or turn off a filter.';
export const SERVICE_NOTE =
  'A stand-in for a service on the network: made pictures with author and licence, which come along with each picture you take.';

/** How to draw what is drawn on a picture that is prepared. */
export const PREPARE_HINTS = {
  crop: 'Drag the frame’s corners, or drag inside it to move it.',
  round: 'Draw once round the thing.',
  inside: 'Draw a line or two over the thing, through its different colours.',
  outside: 'Draw a line over what is not the thing.',
} as const;
