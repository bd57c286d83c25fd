import type { Point } from '../geometry/point.ts';
import { nearTouches } from './near-touch.ts';

const circle = (x: number, y: number, r: number): Point[] =>
  Array.from({ length: 180 }, (_, i) => ({
    x: x + r * Math.cos((Math.PI * i) / 90),
    y: y + r * Math.sin((Math.PI * i) / 90),
  }));
const square = (x: number, y: number, side: number): Point[] => [
  { x, y },
  { x: x + side, y },
  { x: x + side, y: y + side },
  { x, y: y + side },
];
const on = { near: 2, shortest: 4 };

/** How long a stretch is. */
const lengthOf = (along: readonly Point[]): number =>
  along.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - along[i]!.x, p.y - along[i]!.y), 0);

test('sides that run along each other nearly touch over their whole length, as near as they are', () => {
  const [touch, ...more] = nearTouches(square(0, 0, 30), square(31, 5, 20), on);
  expect(more).toEqual([]);
  expect(touch!.least).toBeCloseTo(1, 6);
  // Beyond its ends the other one is near for as far as it is within reach round its corners.
  expect(lengthOf(touch!.along)).toBeCloseTo(20 + 2 * Math.sqrt(3), 0);
});

test('two circles that come close do so over the chord that follows from their radii', () => {
  const [r, gap] = [20, 0.5];
  const [touch] = nearTouches(circle(0, 0, r), circle(2 * r + gap, 0, r), on);
  expect(touch!.least).toBeCloseTo(gap, 1);
  // On the first circle at the angle a the other one lies hypot(2r + gap − r cos a, r sin a) − r away.
  const far = (a: number): number => Math.hypot(2 * r + gap - r * Math.cos(a), r * Math.sin(a)) - r;
  let a = 0;
  while (far(a) < on.near) a += 1e-4;
  expect(lengthOf(touch!.along) / (2 * a * r)).toBeCloseTo(1, 1);
});

test('what is apart, plainly crosses or only brushes with a corner does not', () => {
  expect(nearTouches(square(0, 0, 30), square(40, 0, 30), on)).toEqual([]);
  expect(nearTouches(square(0, 0, 30), square(15, 15, 30), on)).toEqual([]);
  expect(nearTouches(circle(0, 0, 20), circle(25, 0, 20), on)).toEqual([]);
  expect(
    nearTouches(
      square(0, 0, 30),
      [
        { x: 31, y: 15 },
        { x: 60, y: 0 },
        { x: 60, y: 30 },
      ],
      on,
    ),
  ).toEqual([]);
});

test('outlines that cross flatly run along each other', () => {
  const long = square(-100, -230, 260);
  // Its top lies a little, and plainly, above the lower side of the square: crossed at 6° and at 66°.
  const [touch] = nearTouches(long, circle(30, 229, 200), on);
  expect(touch!.least).toBe(0);
  expect(nearTouches(long, circle(30, 45, 25), on)).toEqual([]);
});

test('one laid on another touches all round, and of what is no outline nothing is said', () => {
  expect(nearTouches(square(0, 0, 30), square(0.5, 0.5, 29), on)).toHaveLength(1);
  expect(nearTouches([], square(0, 0, 30), on)).toEqual([]);
  expect(nearTouches(square(0, 0, 30), [{ x: 0, y: 0 }], on)).toEqual([]);
  expect(nearTouches(square(0, 0, 30), square(31, 0, 30), { near: 0, shortest: 1 })).toEqual([]);
});
