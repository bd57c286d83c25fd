import { KEPT_DAYS, type Removable } from '@deft/contract';

/** The sentences of lists of sessions and studies, and of what was removed. */

const NAMES: Readonly<Record<Removable, readonly [one: string, many: string]>> = {
  session: ['session', 'sessions'],
  study: ['study', 'studies'],
  attempt: ['drawing', 'drawings'],
};

/** So many of a kind. */
export const manyOf = (kind: Removable, count: number): string =>
  `${count} ${NAMES[kind][count === 1 ? 0 : 1]}`;
export const nameOf = (kind: Removable): string => NAMES[kind][0];

/** What is said after removing. @param title what it is called, where it is one */
export const removedWords = (kind: Removable, count: number, title: string): string =>
  count === 1 ? `The ${nameOf(kind)} “${title}” is removed.` : `${manyOf(kind, count)} are removed.`;

export const NOT_REMOVED = 'Nothing was removed.';
export const NOT_ALL_REMOVED = 'Not all of them were removed.';
export const NOT_BROUGHT_BACK = 'Nothing was brought back.';
export const NOTHING_REMOVED = 'Nothing is removed.';
export const REMOVED_NOTE = `What was removed lies here for ${KEPT_DAYS} days, and then goes for good, with its drawings and checks. Until then it is in no list and counts nowhere.`;
export const NOTHING_FITS = 'Nothing fits. Take out a word or a filter.';

const DAY_MS = 86_400_000;
/** How long something can still be brought back. */
export function daysLeft(removedAt: number, now = Date.now()): string {
  const left = Math.max(0, Math.ceil(KEPT_DAYS - (now - removedAt) / DAY_MS));
  return left === 0 ? 'goes for good today' : `${left} ${left === 1 ? 'day' : 'days'} left`;
}
