import type { Point } from '../geometry/point.ts';
import { seeded } from '../random/seeded.ts';
import { drawFigure } from '../testing/drawn-figure.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { findLandmarks, type InkReference } from './find-landmarks.ts';
import { bonesOfLines } from './line-bones.ts';

const places = figurePlaces();
const reference: InkReference = {
  landmarks: [...places].map(([name, at]) => ({ name, at })),
  height: FIGURE_HEIGHT,
};
const drawing = (flipped: boolean): Point[][] =>
  drawFigure(places, FIGURE_HEIGHT, { manner: 'construction', wobble: 0.4, random: seeded(3) }).lines.map(
    (line) => line.map(({ x, y }) => ({ x: 100 + (flipped ? -0.1 : 0.1) * x, y: 0.1 * y })),
  );

const most = (shares: ReadonlyMap<string, number>): string | undefined =>
  [...shares].sort((a, b) => b[1] - a[1])[0]?.[0];

test.each([
  ['as it is', false],
  ['the other way round', true],
])('each closed shape of a figure drawn %s belongs to the bone that it is drawn round', (_, flipped) => {
  const lines = drawing(flipped);
  const { found } = findLandmarks(lines, reference);
  expect(found!.mirrored).toBe(flipped);
  const bones = bonesOfLines(lines, reference, found!);
  // Head, chest and pelvis first, then each limb from the trunk outwards.
  expect(bones.slice(0, 11).map(most)).toEqual([
    'head',
    'spine',
    'spine',
    ...['left', 'right'].flatMap((side) => [`${side} upper arm`, `${side} forearm`]),
    ...['left', 'right'].flatMap((side) => [`${side} thigh`, `${side} shin`]),
  ]);
  for (const shares of bones) {
    const total = [...shares.values()].reduce((sum, share) => sum + share, 0);
    expect(total).toBeLessThanOrEqual(1 + 1e-9);
  }
});

test('a line without length, one far away and a figure that is not known belong to none', () => {
  const lines = drawing(false);
  const { found } = findLandmarks(lines, reference);
  const [dot, far] = bonesOfLines(
    [[{ x: 3, y: 3 }], [0, 9].map((x) => ({ x: 900 + x, y: 5 }))],
    reference,
    found!,
  );
  expect(dot!.size).toBe(0);
  expect(far!.size).toBe(0);
  expect(
    bonesOfLines(lines.slice(0, 2), { landmarks: [], height: 0 }, found!).map(({ size }) => size),
  ).toEqual([0, 0]);
});
