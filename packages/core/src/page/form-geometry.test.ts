import fc from 'fast-check';
import {
  about,
  compose,
  invert,
  rotation,
  scaling,
  transformPoint,
  translation,
} from '../geometry/affine.ts';
import { wrapTilt } from '../geometry/angle.ts';
import { momentEllipse, polygonMoments } from '../geometry/moments.ts';
import { formEllipse, formOutline, measureForm } from './form-geometry.ts';

const coordinate = fc.double({ min: -200, max: 200, noNaN: true });

test('an ellipse says its own axes and tilt', () => {
  const m = measureForm({
    shape: { kind: 'ellipse', rx: 30, ry: 10 },
    transform: compose(translation(50, 60), rotation(25)),
  });
  expect(m.centre.x).toBeCloseTo(50, 9);
  expect([m.length, m.width, m.tilt].map((v) => Number(v.toFixed(9)))).toEqual([60, 20, 25]);
  expect(m.axis[1].y).toBeLessThan(m.axis[0].y);
});

test('a trapezoid is as long as its middle line and as wide as its area allows', () => {
  const corners = [
    { x: -10, y: 0 },
    { x: 10, y: 0 },
    { x: 6, y: 60 },
    { x: -6, y: 60 },
  ] as const;
  const m = measureForm({ shape: { kind: 'trapezoid', corners }, transform: rotation(90) });
  expect([m.length, m.width].map((v) => Number(v.toFixed(9)))).toEqual([60, 16]);
  expect(m.tilt).toBeCloseTo(0, 9);
});

test('measures follow a move, a turn and a scale of the page', () => {
  fc.assert(
    fc.property(
      coordinate,
      coordinate,
      fc.double({ min: -180, max: 180, noNaN: true }),
      fc.double({ min: 0.2, max: 5, noNaN: true }),
      (x, y, turn, by) => {
        const shape = {
          kind: 'trapezoid',
          corners: [
            { x: -12, y: 0 },
            { x: 10, y: 4 },
            { x: 6, y: 60 },
            { x: -6, y: 62 },
          ],
        } as const;
        const plain = measureForm({ shape, transform: translation(3, 4) });
        const transform = compose(translation(x, y), rotation(turn), scaling(by));
        const moved = measureForm({ shape, transform: compose(transform, translation(3, 4)) });
        const centre = transformPoint(transform, plain.centre);
        expect(moved.centre.x).toBeCloseTo(centre.x, 6);
        expect(moved.length).toBeCloseTo(plain.length * by, 6);
        expect(moved.width).toBeCloseTo(plain.width * by, 6);
        expect(wrapTilt(moved.tilt - plain.tilt - turn)).toBeCloseTo(0, 6);
        expect(moved.ellipse.major).toBeCloseTo(plain.ellipse.major * by, 6);
      },
    ),
  );
});

test('moments go with any transform: as those of the outline where it lies; flattened, a form has none', () => {
  const shape = {
    kind: 'outline',
    corners: [
      { x: 3, y: -8 },
      { x: 40, y: 4 },
      { x: 22, y: 31 },
      { x: 18, y: 9 },
      { x: -6, y: 27 },
    ],
  } as const;
  const part = fc.double({ min: -2, max: 2, noNaN: true });
  fc.assert(
    fc.property(part, part, part, part, coordinate, (a, b, c, d, e) => {
      fc.pre(Math.abs(a * d - b * c) > 0.05);
      const form = { shape, transform: [a, b, c, d, e, -e] as const };
      const [own, outlined] = [formEllipse(form), momentEllipse(polygonMoments(formOutline(form)))];
      expect(own.major).toBeCloseTo(outlined.major, 6);
      expect(own.minor).toBeCloseTo(outlined.minor, 6);
      expect(own.centre.x).toBeCloseTo(outlined.centre.x, 6);
      if (own.major > 1.01 * own.minor) expect(wrapTilt(own.tilt - outlined.tilt)).toBeCloseTo(0, 5);
    }),
  );
  expect(() => formEllipse({ shape, transform: [1, 2, 2, 4, 0, 0] })).toThrow(RangeError);
});

test('a transform and its inverse cancel; a turn about a point leaves it', () => {
  const m = about({ x: 7, y: -3 }, compose(rotation(33), scaling(2, 3)));
  const back = compose(invert(m), m);
  back.forEach((v, i) => expect(v).toBeCloseTo([1, 0, 0, 1, 0, 0][i]!, 12));
  expect(transformPoint(m, { x: 7, y: -3 }).x).toBeCloseTo(7, 12);
  expect(() => invert([1, 1, 1, 1, 0, 0])).toThrow(RangeError);
});
