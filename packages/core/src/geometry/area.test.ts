import fc from 'fast-check';
import {
  allOf,
  areaSize,
  areaWithin,
  cutFrom,
  cutFromAll,
  isWithin,
  joined,
  shared,
  type Area,
} from './area.ts';
import { distance, type Point } from './point.ts';

const place = fc.record({
  x: fc.double({ min: 0, max: 100, noNaN: true }),
  y: fc.double({ min: 0, max: 100, noNaN: true }),
});
const loop = fc.array(place, { minLength: 3, maxLength: 24 });

/** How far a place lies from an edge of one of these outlines. */
const toEdge = (outlines: Area, p: Point): number =>
  Math.min(
    ...outlines.flatMap((outline) =>
      outline.map((a, i) => {
        const b = outline[(i + 1) % outline.length]!;
        const long = distance(a, b) ** 2;
        const t =
          long > 0
            ? Math.min(1, Math.max(0, ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / long))
            : 0;
        return Math.hypot(a.x + (b.x - a.x) * t - p.x, a.y + (b.y - a.y) * t - p.y);
      }),
    ),
  );

/** Whether a loop goes round a place, by its turns about it. */
const goesRound = (outline: readonly Point[], p: Point): boolean => {
  const turn = outline.reduce((sum, a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const from = Math.atan2(a.y - p.y, a.x - p.x);
    const by = Math.atan2(b.y - p.y, b.x - p.x) - from;
    return sum + by - 2 * Math.PI * Math.round(by / (2 * Math.PI));
  }, 0);
  return Math.abs(turn) > 1;
};

const square = (x: number, y: number, side: number): Point[] => [
  { x, y },
  { x: x + side, y },
  { x: x + side, y: y + side },
  { x, y: y + side },
];

test('known sizes: joined, cut, a hole, a hole in a piece within a hole, nothing', () => {
  const big = areaWithin(square(0, 0, 10));
  expect(areaSize(joined(big, areaWithin(square(5, 5, 10))))).toBeCloseTo(175, 9);
  expect(areaSize(shared(big, areaWithin(square(5, 5, 10))))).toBeCloseTo(25, 9);
  const holed = cutFrom(big, areaWithin(square(2, 2, 6)));
  expect([holed.length, areaSize(holed), isWithin(holed, { x: 5, y: 5 })]).toEqual([2, 64, false]);
  const island = joined(holed, areaWithin(square(4, 4, 2)));
  expect([island.length, areaSize(island), isWithin(island, { x: 5, y: 5 })]).toEqual([3, 68, true]);
  expect(cutFrom(big, big)).toEqual([]);
  expect(
    areaWithin([
      { x: 0, y: 0 },
      { x: 9, y: 9 },
      { x: 0, y: 0 },
    ]),
  ).toEqual([]);
  expect(areaSize([])).toBe(0);
});

test('however a loop crosses itself, what it goes round lies within', () => {
  fc.assert(
    fc.property(loop, fc.array(place, { minLength: 20, maxLength: 20 }), (outline, places) => {
      const area = areaWithin(outline);
      for (const p of places)
        if (toEdge([outline], p) > 0.01) expect(isWithin(area, p)).toBe(goesRound(outline, p));
    }),
  );
});

test('after fifty additions and cuts it is what brute force makes of them, edges within a tenth of a millimetre', () => {
  const edit = fc.record({ outline: loop, cuts: fc.boolean() });
  fc.assert(
    fc.property(
      fc.array(edit, { minLength: 50, maxLength: 50 }),
      fc.array(place, { minLength: 60, maxLength: 60 }),
      (edits, places) => {
        let area: Area = [];
        for (const { outline, cuts } of edits) area = (cuts ? cutFrom : joined)(area, areaWithin(outline));
        const drawn = edits.map(({ outline }) => outline);
        for (const p of places) {
          if (toEdge(drawn, p) < 0.1) continue;
          const truth = edits.reduce((is, { outline, cuts }) => (goesRound(outline, p) ? !cuts : is), false);
          expect(isWithin(area, p)).toBe(truth);
        }
      },
    ),
    { numRuns: 15 },
  );
});

test('many put together at once are the same as one after the other', () => {
  fc.assert(
    fc.property(loop, fc.array(loop, { maxLength: 6 }), (first, more) => {
      const [one, others] = [areaWithin(first), more.map(areaWithin)];
      const union = others.reduce<Area>((sum, area) => joined(sum, area), []);
      expect(Math.abs(areaSize(allOf(others)) - areaSize(union))).toBeLessThan(0.5);
      expect(Math.abs(areaSize(cutFromAll(one, others)) - areaSize(cutFrom(one, union)))).toBeLessThan(0.5);
    }),
  );
});

test('sizes add up: what is cut off and what is left make the whole', () => {
  fc.assert(
    fc.property(loop, loop, (a, b) => {
      const [one, other] = [areaWithin(a), areaWithin(b)];
      const [left, both, all] = [cutFrom(one, other), shared(one, other), joined(one, other)];
      // Splinters are left out: each is smaller than a hundredth of a square millimetre.
      expect(Math.abs(areaSize(left) + areaSize(both) - areaSize(one))).toBeLessThan(0.5);
      expect(Math.abs(areaSize(all) - areaSize(left) - areaSize(other))).toBeLessThan(0.5);
    }),
  );
});
