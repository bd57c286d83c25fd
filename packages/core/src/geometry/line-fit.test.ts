import fc from 'fast-check';
import { hull } from './hull.ts';
import { LineFit } from './line-fit.ts';
import { isInside, polygonArea } from './polygon.ts';

const near = fc.double({ min: -50, max: 50, noNaN: true });

test('a line is found through points that lie on it, wherever it lies and however they are weighted', () => {
  fc.assert(
    fc.property(
      near,
      near,
      fc.double({ min: -1.5, max: 1.5, noNaN: true }),
      fc.array(fc.tuple(near, fc.double({ min: 0.1, max: 5, noNaN: true })), { minLength: 3, maxLength: 20 }),
      (cx, cy, angle, along) => {
        fc.pre(Math.max(...along.map(([t]) => t)) - Math.min(...along.map(([t]) => t)) > 1);
        const fit = new LineFit({ x: cx, y: cy });
        for (const [t, weight] of along) fit.add(cx + t * Math.cos(angle), cy + t * Math.sin(angle), weight);
        const { through, angle: found } = fit.line();
        expect(Math.abs(Math.sin(found - angle))).toBeLessThan(1e-6);
        expect(
          Math.abs((through.x - cx) * Math.sin(angle) - (through.y - cy) * Math.cos(angle)),
        ).toBeLessThan(1e-6);
      },
    ),
  );
});

test('a heavier point draws the line to it; one point is a level line, none is refused', () => {
  const fit = new LineFit();
  for (const [x, y] of [
    [0, 0],
    [10, 0],
    [5, 3],
  ] as const)
    fit.add(x, y);
  expect(fit.line()).toEqual({ through: { x: 5, y: 1 }, angle: 0 });
  fit.add(5, 3, 7);
  expect([fit.weight, fit.line().through.y]).toEqual([10, 2.4]);
  const one = new LineFit();
  one.add(4, 7);
  expect(one.line()).toEqual({ through: { x: 4, y: 7 }, angle: 0 });
  expect(() => new LineFit().line()).toThrow(RangeError);
});

test('a hull holds all its points and has only corners, whatever the points', () => {
  const whole = fc.record({ x: fc.integer({ min: -9, max: 9 }), y: fc.integer({ min: -9, max: 9 }) });
  fc.assert(
    fc.property(fc.array(whole, { minLength: 3, maxLength: 40 }), (points) => {
      const corners = hull(points);
      for (const corner of corners) expect(points).toContainEqual(corner);
      if (corners.length < 3) return;
      const middle = {
        x: corners.reduce((sum, p) => sum + p.x, 0) / corners.length,
        y: corners.reduce((sum, p) => sum + p.y, 0) / corners.length,
      };
      for (const p of points) {
        const drawnIn = { x: p.x + (middle.x - p.x) * 1e-6, y: p.y + (middle.y - p.y) * 1e-6 };
        expect(isInside(corners, drawnIn)).toBe(true);
      }
      // Without any one of its corners it is smaller.
      corners.forEach((_, i) =>
        expect(polygonArea(corners.filter((__, k) => k !== i))).toBeLessThan(polygonArea(corners)),
      );
    }),
  );
  expect(hull([{ x: 1, y: 1 }])).toEqual([{ x: 1, y: 1 }]);
  expect(
    hull([
      { x: 0, y: 0 },
      { x: 2, y: 2 },
      { x: 1, y: 1 },
    ]),
  ).toEqual([
    { x: 0, y: 0 },
    { x: 2, y: 2 },
  ]);
});
