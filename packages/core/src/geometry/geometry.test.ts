import fc from 'fast-check';
import { about, compose, rotation, scaleOf, scaling, transformPoint, translation } from './affine.ts';
import { lineTilt, wrapAngle, wrapTilt } from './angle.ts';
import { boxOf, grow, longerSide } from './box.ts';
import { momentEllipse, polygonMoments } from './moments.ts';
import { distance, lengthOf, middle, segmentDistance, subtract } from './point.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('angles', () => {
  test.each([
    [0, 0],
    [180, 180],
    [-180, 180],
    [181, -179],
    [540, 180],
    [-270, 90],
    [720, 0],
  ])('%d° wraps to %d°', (from, to) => {
    expect(wrapAngle(from)).toBeCloseTo(to, 12);
  });

  test.each([
    [90, 90],
    [-90, 90],
    [91, -89],
    [180, 0],
    [-135, 45],
  ])('a tilt of %d° wraps to %d°', (from, to) => {
    expect(wrapTilt(from)).toBeCloseTo(to, 12);
  });

  test('an angle hardly off a half turn, or a tilt hardly off a quarter, is not a hair beyond it', () => {
    expect(wrapAngle(-179.99999999999997)).toBeLessThanOrEqual(180);
    for (const degrees of [-89.99999999999999, -90, 90.00000000000001, 269.99999999999994])
      expect(wrapTilt(degrees)).toBeLessThanOrEqual(90);
  });

  test('a line that rises to the right on the page tilts counter-clockwise, whichever way it was drawn', () => {
    const [a, b] = [
      { x: 0, y: 10 },
      { x: 10, y: 0 },
    ];
    expect(lineTilt(a, b)).toBeCloseTo(45, 12);
    expect(lineTilt(b, a)).toBeCloseTo(45, 12);
  });

  test('wrapping never changes the direction', () => {
    fc.assert(
      fc.property(real(-2000, 2000), (angle) => {
        expect(Math.cos((wrapAngle(angle) * Math.PI) / 180)).toBeCloseTo(
          Math.cos((angle * Math.PI) / 180),
          9,
        );
        expect(wrapAngle(angle)).toBeGreaterThan(-180 - 1e-9);
        expect(wrapAngle(angle)).toBeLessThanOrEqual(180);
      }),
    );
  });
});

describe('transforms', () => {
  test('a quarter turn counter-clockwise takes right to up', () => {
    const p = transformPoint(rotation(90), { x: 1, y: 0 });
    expect([p.x, p.y].map((v) => Math.round(v * 1e12) / 1e12 + 0)).toEqual([0, -1]);
  });

  test('composing is applying from the last to the first', () => {
    fc.assert(
      fc.property(real(-9, 9), real(-9, 9), real(-180, 180), real(0.1, 4), (x, y, turn, by) => {
        const p = { x: 3, y: -2 };
        const whole = transformPoint(compose(translation(x, y), rotation(turn), scaling(by)), p);
        const steps = transformPoint(
          translation(x, y),
          transformPoint(rotation(turn), transformPoint(scaling(by), p)),
        );
        expect(distance(whole, steps)).toBeLessThan(1e-9);
        expect(scaleOf(compose(rotation(turn), scaling(by)))).toBeCloseTo(by, 9);
      }),
    );
  });
});

describe('moments', () => {
  test('of a rectangle are its sides squared over twelve', () => {
    const { area, centre, xx, xy, yy } = polygonMoments([
      { x: 2, y: 3 },
      { x: 8, y: 3 },
      { x: 8, y: 13 },
      { x: 2, y: 13 },
    ]);
    expect([area, centre.x, centre.y]).toEqual([60, 5, 8]);
    expect(xx).toBeCloseTo(36 / 12, 12);
    expect(yy).toBeCloseTo(100 / 12, 12);
    expect(xy).toBeCloseTo(0, 12);
  });

  test('do not depend on which way round a shape is drawn, nor on where it lies', () => {
    const shape = [
      { x: 0, y: 0 },
      { x: 9, y: 1 },
      { x: 7, y: 6 },
      { x: 1, y: 8 },
    ];
    const there = polygonMoments(shape.map((p) => ({ x: p.x + 1e4, y: p.y - 1e4 })).reverse());
    const here = polygonMoments(shape);
    for (const key of ['area', 'xx', 'xy', 'yy'] as const) expect(there[key]).toBeCloseTo(here[key], 6);
  });

  test('of many corners round an ellipse give the ellipse back', () => {
    const made = about({ x: 40, y: 30 }, compose(rotation(35), translation(40, 30)));
    const corners = Array.from({ length: 720 }, (_, i) =>
      transformPoint(made, { x: 20 * Math.cos((i * Math.PI) / 360), y: 8 * Math.sin((i * Math.PI) / 360) }),
    );
    const { major, minor, tilt } = momentEllipse(polygonMoments(corners));
    expect(major).toBeCloseTo(20, 2);
    expect(minor).toBeCloseTo(8, 2);
    expect(tilt).toBeCloseTo(35, 6);
  });

  test('what has no area has no centre', () => {
    expect(() =>
      polygonMoments([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
      ]),
    ).toThrow(RangeError);
    expect(() =>
      polygonMoments([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 2, y: 2 },
      ]),
    ).toThrow(RangeError);
  });
});

test('boxes hold their points, and none where there is none', () => {
  expect(boxOf([])).toBeNull();
  const box = boxOf([
    { x: 3, y: -1 },
    { x: -2, y: 7 },
  ])!;
  expect(box).toEqual({ minX: -2, minY: -1, maxX: 3, maxY: 7 });
  expect(longerSide(grow(box, 1))).toBe(10);
  expect(lengthOf(subtract(middle({ x: 0, y: 0 }, { x: 6, y: 8 }), { x: 0, y: 0 }))).toBe(5);
});

test.each([
  ['beside it', { x: 4, y: 3 }, 3],
  ['beyond its end', { x: 13, y: 4 }, 5],
  ['before its beginning', { x: -5, y: 12 }, 13],
  ['on it', { x: 7, y: 0 }, 0],
])('a place %s lies as far from a piece as from its nearest point', (_, p, far) => {
  const [a, b] = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
  ];
  expect(segmentDistance(p, a, b)).toBeCloseTo(far, 12);
  expect(segmentDistance(p, b, a)).toBeCloseTo(far, 12);
  expect(segmentDistance(p, a, a)).toBeCloseTo(distance(p, a), 12);
});
