import * as fc from 'fast-check';
import { transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import {
  choosePerson,
  DETECTOR_SIDE,
  detectorAnchors,
  fittedSquare,
  peopleIn,
  regionAbout,
  type PersonRegion,
} from './detect.ts';

const PICTURE = { width: 900, height: 600 };

/** What the detector would give out of people, each at an anchor. Picture pixels. */
function given(people: readonly { anchor: number; hips: Point; edge: Point; size: number; logit: number }[]) {
  const anchors = detectorAnchors();
  const raw = new Float32Array(12 * anchors.length);
  const logits = new Float32Array(anchors.length).fill(-8);
  const [side, , , , left, top] = fittedSquare(PICTURE);
  for (const { anchor, hips, edge, size, logit } of people) {
    const put = (k: number, p: Point): void => {
      const { x, y } = anchors[anchor]!;
      raw[12 * anchor + k] = ((p.x - left) / side - x) * DETECTOR_SIDE;
      raw[12 * anchor + k + 1] = ((p.y - top) / side - y) * DETECTOR_SIDE;
    };
    put(0, hips);
    raw[12 * anchor + 2] = (size / side) * DETECTOR_SIDE;
    raw[12 * anchor + 3] = (size / side) * DETECTOR_SIDE;
    put(4, hips);
    put(6, edge);
    logits[anchor] = logit;
  }
  return { raw, logits };
}

test('anchors stand in the middles of their cells: two to a cell of the finer layers, six of the coarse', () => {
  const anchors = detectorAnchors();
  expect(anchors).toHaveLength(2 * 28 * 28 + 2 * 14 * 14 + 6 * 7 * 7);
  expect(anchors[0]).toEqual({ x: 0.5 / 28, y: 0.5 / 28 });
  expect(anchors[2]).toEqual({ x: 1.5 / 28, y: 0.5 / 28 });
  expect(anchors.at(-1)).toEqual({ x: 6.5 / 7, y: 6.5 / 7 });
});

test('a picture is fitted into the middle of a square', () => {
  const toPicture = fittedSquare(PICTURE);
  expect(transformPoint(toPicture, { x: 0.5, y: 0.5 })).toEqual({ x: 450, y: 300 });
  expect(transformPoint(toPicture, { x: 0, y: 0 })).toEqual({ x: 0, y: -150 });
});

test('a planted person is found where they stand, upright or turned', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 100, max: 800, noNaN: true }),
      fc.double({ min: 100, max: 500, noNaN: true }),
      fc.double({ min: 60, max: 300, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.integer({ min: 0, max: 2253 }),
      (x, y, reach, turn, anchor) => {
        const hips = { x, y };
        const edge = { x: x + reach * Math.sin(turn), y: y - reach * Math.cos(turn) };
        const { raw, logits } = given([{ anchor, hips, edge, size: reach, logit: 3 }]);
        const [found, ...more] = peopleIn(raw, logits, PICTURE);
        expect(more).toEqual([]);
        expect(found!.centre.x).toBeCloseTo(x, 1);
        expect(found!.centre.y).toBeCloseTo(y, 1);
        expect(found!.side).toBeCloseTo(2.5 * reach, 0);
        expect(found!.turn).toBeCloseTo(turn, 2);
        expect(found!.score).toBeCloseTo(1 / (1 + Math.exp(-3)), 5);
      },
    ),
  );
});

test('what several anchors say of one person is one; two apart are two, the surer first', () => {
  const person = (x: number, anchor: number, logit: number) => ({
    anchor,
    hips: { x, y: 300 },
    edge: { x, y: 100 },
    size: 200,
    logit,
  });
  const { raw, logits } = given([person(200, 900, 1), person(206, 901, 1), person(700, 1000, 4)]);
  const found = peopleIn(raw, logits, PICTURE);
  expect(found.map(({ centre }) => Math.round(centre.x))).toEqual([700, 203]);
});

test('nothing, or what is no number, is nobody', () => {
  expect(peopleIn([], [], PICTURE)).toEqual([]);
  expect(peopleIn(new Float32Array(12 * 2254).fill(NaN), new Float32Array(2254).fill(9), PICTURE)).toEqual(
    [],
  );
});

describe('which one is meant', () => {
  const at = (x: number, side: number): PersonRegion => ({
    ...regionAbout({ x, y: 0 }, { x, y: -1 }, 1),
    side,
  });
  test('the only one, or the one that is much larger', () => {
    expect(choosePerson([], null)).toBeNull();
    expect(choosePerson([at(5, 10)], null)?.centre.x).toBe(5);
    expect(choosePerson([at(5, 40), at(90, 100)], null)?.centre.x).toBe(90);
  });
  test('of several alike none, until one is touched', () => {
    expect(choosePerson([at(5, 90), at(90, 100)], null)).toBeNull();
    expect(choosePerson([at(5, 90), at(90, 100)], { x: 20, y: 0 })?.centre.x).toBe(5);
  });
});
