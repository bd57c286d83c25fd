import type { ReferenceQuery, ViewKey } from '@deft/contract';
import type { ItemState } from '../data/bringing-in';

export const VIEW_NAMES: Readonly<Record<ViewKey, string>> = {
  front: 'front',
  'three-quarter': 'three-quarter',
  side: 'side',
  back: 'back',
  above: 'from above',
  below: 'from below',
};

export const countOf = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** What one can sift the wall by: each a part of the query that is on or off. */
export const SIEVES: readonly { readonly label: string; readonly on: Partial<ReferenceQuery> }[] = [
  { label: 'never drawn', on: { drawn: 'never' } },
  { label: 'with landmarks', on: { marked: true } },
  ...(Object.entries(VIEW_NAMES) as [ViewKey, string][]).map(([view, label]) => ({ label, on: { view } })),
  { label: 'upright', on: { shape: 'upright' } },
  { label: 'wide', on: { shape: 'wide' } },
  { label: 'square', on: { shape: 'square' } },
  { label: 'in no set', on: { loose: true } },
  { label: 'hidden', on: { hidden: true } },
];

export const STATE_WORDS: Readonly<Record<ItemState, string>> = {
  waiting: 'waits',
  coming: 'on its way',
  in: 'in',
  here: 'already here',
  refused: 'refused',
  stopped: 'stopped',
};

export const EMPTY_WALL =
  'No picture yet. Bring in pictures of one subject, as many as you like: files, a folder, a zip, or whatever you drop or paste here. The picture service has some to begin with.';
export const NOTHING_FITS = 'No picture fits. Take a word away, or turn off what you sift by.';
export const SERVICE_NOTE =
  'A stand-in for a service on the network: made pictures with author and licence, which come along with each picture you take.';
