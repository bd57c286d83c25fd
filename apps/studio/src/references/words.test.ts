import { referenceQuerySchema } from '@deft/contract';
import { countOf, FILTERS, STATE_WORDS, VIEW_NAMES } from './words';

test('every sieve of the wall is a query that the desk takes', () => {
  for (const { on } of FILTERS) expect(referenceQuerySchema.validate(on).error).toBeUndefined();
  expect(new Set(FILTERS.map(({ label }) => label)).size).toBe(FILTERS.length);
  expect(Object.values(VIEW_NAMES).every((name) => FILTERS.some(({ label }) => label === name))).toBe(true);
});

test('words for numbers and states', () => {
  expect([countOf(1, 'picture'), countOf(0, 'picture'), countOf(2, 'study', 'studies')]).toEqual([
    '1 picture',
    '0 pictures',
    '2 studies',
  ]);
  expect(new Set(Object.values(STATE_WORDS)).size).toBe(6);
});
