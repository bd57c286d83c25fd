import { studyQuerySchema, type StudyQuery } from '@deft/contract';
import { dayBegins } from '../data/date-words';
import { useAddressQuery } from '../data/use-address-query';

/** What stands in the address of a list of sessions or studies: days as a calendar gives them. */
export interface Sought extends Omit<StudyQuery, 'since' | 'before' | 'from' | 'count'> {
  readonly since?: string;
  readonly until?: string;
}

const NAMES = ['q', 'set', 'subject', 'starred', 'pass', 'since', 'until'] as const;

/** What is sought, as the desk is asked for it: from the first day's beginning to the last day's end. */
export function askedFor({ since, until, ...rest }: Sought): StudyQuery {
  const [begin, end] = [since ? dayBegins(since) : null, until ? dayBegins(until, 1) : null];
  return {
    ...rest,
    ...(begin === null ? {} : { since: begin }),
    ...(end === null ? {} : { before: end }),
  };
}

/** What of an address is ours; what makes no sense is left out. */
function read({ since, until, ...rest }: Readonly<Record<string, string>>): Sought {
  const { error, value } = studyQuerySchema.validate(rest);
  const {
    from: _from,
    count: _count,
    since: _since,
    before: _before,
    ...sound
  }: StudyQuery = error ? {} : value;
  return {
    ...sound,
    ...(since && dayBegins(since) !== null ? { since } : {}),
    ...(until && dayBegins(until) !== null ? { until } : {}),
  };
}

/** What a list of sessions or studies shows. */
export const usePracticeQuery = () => useAddressQuery<Sought>(NAMES, read);

/** Whether something beyond words is sought by. */
export const isFiltered = (sought: Sought): boolean =>
  NAMES.some((name) => name !== 'q' && sought[name] !== undefined);
