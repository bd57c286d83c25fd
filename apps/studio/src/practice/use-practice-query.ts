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

/** What of an address is ours; each part of it that makes no sense is left out. */
export function soughtIn({ since, until, ...rest }: Readonly<Record<string, string>>): Sought {
  const sound = Object.entries(rest).filter(
    ([name, value]) => !studyQuerySchema.validate({ [name]: value }).error,
  );
  const { value } = studyQuerySchema.validate(Object.fromEntries(sound), { noDefaults: true }) as {
    value: Sought;
  };
  return {
    ...value,
    ...(since && dayBegins(since) !== null ? { since } : {}),
    ...(until && dayBegins(until) !== null ? { until } : {}),
  };
}

/** What a list of sessions or studies shows. */
export const usePracticeQuery = () => useAddressQuery<Sought>(NAMES, soughtIn);

/** Whether something beyond words is sought by. */
export const isFiltered = (sought: Sought): boolean =>
  NAMES.some((name) => name !== 'q' && sought[name] !== undefined);
