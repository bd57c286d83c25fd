import fc from 'fast-check';
import type { Point } from '../geometry/point.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { findLandmarks, type InkReference } from './find-landmarks.ts';

/** Drawings of no use: whatever they are, the answer is one that a program can go on with. */

const reference: InkReference = {
  landmarks: [...figurePlaces()].map(([name, at]) => ({ name, at })),
  height: FIGURE_HEIGHT,
};

const somewhere = fc.oneof(
  fc.double({ min: -50, max: 300, noNaN: true }),
  fc.constantFrom(0, 1e-12, 1e6, -1e6, NaN, Infinity),
);
const point = fc.record({ x: somewhere, y: somewhere });
const line = fc.array(point, { maxLength: 12 });

test('random ink is answered with numbers, or not at all', () => {
  fc.assert(
    fc.property(fc.array(line, { maxLength: 8 }), (lines: Point[][]) => {
      const { found } = findLandmarks(lines, reference);
      if (!found) return;
      for (const { at, byInk, spread } of found.landmarks)
        for (const value of [at.x, at.y, byInk.x, byInk.y, spread]) expect(value).not.toBeNaN();
      expect(found.covariance.flat().every(Number.isFinite)).toBe(true);
    }),
    { numRuns: 25, seed: 12 },
  );
});

test.each([
  ['nothing', []],
  ['lines without points', [[], []]],
  ['a dot', [[{ x: 5, y: 5 }]]],
  ['a line', [[0, 40, 90].map((x) => ({ x, y: 3 * x }))]],
  ['all in one place', Array.from({ length: 50 }, () => [0, 1].map(() => ({ x: 7, y: 7 })))],
  ['a comb of 600 strokes', Array.from({ length: 600 }, (_, i) => [10, 200].map((y) => ({ x: i / 3, y })))],
])('%s is not taken for a figure', (_, lines) => {
  expect(findLandmarks(lines, reference).found).toBeNull();
});
