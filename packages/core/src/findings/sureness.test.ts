import { believable, chance } from './sureness.ts';

test('the chance of a gain is the tail of chi-squared', () => {
  // Tables of chi-squared: 5 %, 1 % and 0.1 %.
  expect(chance(3.841, 1)).toBeCloseTo(0.05, 4);
  expect(chance(6.635, 1)).toBeCloseTo(0.01, 4);
  expect(chance(10.828, 1)).toBeCloseTo(0.001, 5);
  expect(chance(5.991, 2)).toBeCloseTo(0.05, 4);
  expect(chance(9.21, 2)).toBeCloseTo(0.01, 4);
  expect([chance(0, 1), chance(-3, 2)]).toEqual([1, 1]);
});

test('of many candidates those are believed of which few are false (Benjamini and Hochberg’s own example)', () => {
  const p = [0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719];
  expect(believable([...p, 0.6528, 0.759, 1], 15, 0.05).filter(Boolean)).toHaveLength(4);
  // The same that many more could have been said: less is believed.
  expect(believable(p, 60, 0.05).filter(Boolean)).toHaveLength(3);
  expect(believable([], 10, 0.05)).toEqual([]);
});
