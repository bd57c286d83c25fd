import fc from 'fast-check';
import { LEAST_SECONDS, MOST_SECONDS } from './plan.ts';
import { readTime } from './read-time.ts';
import { spokenTime } from './spoken-time.ts';

test('times as one says them', () => {
  expect(
    [0, 400, 1600, 59_000, 60_000, 61_000, 119_600, 120_000, 3_599_600, 3_600_000, 3_661_000, 7_199_000].map(
      spokenTime,
    ),
  ).toEqual([
    '0 s',
    '0 s',
    '2 s',
    '59 s',
    '1 min',
    '61 s',
    '2 min',
    '2 min',
    '1 h',
    '1 h',
    '1 h 1 min 1 s',
    '1 h 59 min 59 s',
  ]);
});

test('what is said of a pose’s length is read as just that length', () => {
  fc.assert(
    fc.property(fc.integer({ min: LEAST_SECONDS, max: MOST_SECONDS }), (seconds) => {
      expect(readTime(spokenTime(seconds * 1000))).toBe(seconds);
    }),
  );
});
