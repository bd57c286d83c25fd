import { inParts, MOST_REMOVED } from '@deft/contract';
import { SUBJECT_KEYS } from '@deft/core/subjects';
import { dayBegins, dayWords, momentWords } from '../data/date-words';
import { daysLeft, removedWords } from './words';
import { askedFor, isFiltered, soughtIn } from './use-practice-query';

const NOW = new Date(2026, 10, 27, 12);
const DAY = 86_400_000;

describe('days', () => {
  test('say their year where it is not this one', () => {
    expect(dayWords(new Date(2026, 0, 5), NOW)).toBe('Mon 5 Jan');
    expect(dayWords(new Date(2025, 11, 31), NOW)).toBe('Wed 31 Dec 2025');
    expect(momentWords(new Date(2026, 2, 1, 9, 5), NOW)).toBe('1 Mar, 09:05');
    expect(momentWords(new Date(2024, 2, 1, 9, 5), NOW)).toBe('1 Mar 2024, 09:05');
  });

  test('are asked for from the first one’s beginning to the last one’s end, where one is', () => {
    const asked = askedFor({ q: 'goat', since: '2026-11-01', until: '2026-11-30' });
    expect(asked).toEqual({
      q: 'goat',
      since: new Date(2026, 10, 1).getTime(),
      before: new Date(2026, 11, 1).getTime(),
    });
    // An hour more or less, where the clocks are changed in between.
    expect(Math.abs(asked.before! - asked.since! - 30 * DAY)).toBeLessThanOrEqual(3_600_000);
    for (const day of ['', 'soon', '2026-11', '11/27/2026']) expect(dayBegins(day)).toBeNull();
    expect(askedFor({ since: 'soon' })).toEqual({});
  });
});

test('only what goes beyond words is a filter', () => {
  expect(isFiltered({ q: 'goat' })).toBe(false);
  expect(isFiltered({ starred: true })).toBe(true);
  expect(isFiltered({ until: '2026-11-27' })).toBe(true);
});

test('of an address that makes no sense, what does is kept', () => {
  expect(
    soughtIn({ q: 'goat', subject: 'dragon', starred: 'perhaps', since: 'soon', until: '2026-11-27' }),
  ).toEqual({ q: 'goat', until: '2026-11-27' });
  expect(soughtIn({ subject: SUBJECT_KEYS[0], starred: '1', pass: 'build' })).toEqual({
    subject: SUBJECT_KEYS[0],
    starred: true,
    pass: 'build',
  });
  expect(soughtIn({})).toEqual({});
});

describe('what was removed', () => {
  test('is told by its name where it is one, and by its number where it is several', () => {
    expect(removedWords('study', 1, 'Goat')).toBe('The study “Goat” is removed.');
    expect(removedWords('session', 12, '')).toBe('12 sessions are removed.');
  });

  test('is asked for in parts that the desk takes, each thing once', () => {
    expect(inParts([])).toEqual([]);
    const ids = Array.from({ length: 2 * MOST_REMOVED + 1 }, (_, i) => `thing ${i}`);
    const parts = inParts(ids);
    expect(parts.map(({ length }) => length)).toEqual([MOST_REMOVED, MOST_REMOVED, 1]);
    expect(parts.flat()).toEqual(ids);
  });

  test('has so many days left', () => {
    const now = NOW.getTime();
    expect(daysLeft(now, now)).toBe('30 days left');
    expect(daysLeft(now - 28.5 * DAY, now)).toBe('2 days left');
    expect(daysLeft(now - 29.5 * DAY, now)).toBe('1 day left');
    expect(daysLeft(now - 31 * DAY, now)).toBe('goes for good today');
  });
});
