import fc from 'fast-check';
import { seeded } from '../random/seeded.ts';
import { Buckets } from './buckets.ts';
import { distanceGrid } from './distance-grid.ts';
import { inkOf } from './ink.ts';

const circle = (r: number, n: number, turns = 1) =>
  Array.from({ length: n }, (_, i) => ({
    x: 50 + r * Math.cos((2 * Math.PI * turns * i) / (n - 1)),
    y: 50 + r * Math.sin((2 * Math.PI * turns * i) / (n - 1)),
  }));

describe('ink as evenly stepped points', () => {
  test('a circle gives as many points as its length asks for, each along the circle', () => {
    const ink = inkOf([circle(40, 400)])!;
    expect(ink.step).toBeCloseTo(0.009 * 80, 2);
    expect(Math.abs(ink.count - (2 * Math.PI * 40) / ink.step)).toBeLessThan(0.12 * ink.count);
    for (let i = 0; i < ink.count; i += 1) {
      const [x, y] = [ink.x[i]! - 50, ink.y[i]! - 50];
      expect(Math.abs((x * ink.dx[i]! + y * ink.dy[i]!) / 40)).toBeLessThan(0.12);
    }
  });

  test('what is restated counts once', () => {
    const once = inkOf([circle(40, 400)])!;
    const thrice = inkOf([circle(40, 1200, 3)])!;
    expect(thrice.count).toBeLessThan(1.35 * once.count);
  });

  test('a page full of lines is kept to what can be computed', () => {
    const random = seeded(4);
    const many = Array.from({ length: 5000 }, () => {
      const [x, y] = [200 * random(), 280 * random()];
      return [
        { x, y },
        { x: x + 10, y: y + 3 },
      ];
    });
    expect(inkOf(many)!.count).toBeLessThanOrEqual(650);
  });

  test('anything at all gives finite points or none', () => {
    const place = fc.record({ x: fc.double(), y: fc.double() });
    fc.assert(
      fc.property(fc.array(fc.array(place, { maxLength: 6 }), { maxLength: 6 }), (lines) => {
        const ink = inkOf(lines.map((line) => line.map(({ x, y }) => ({ x: x % 1e4, y: y % 1e4 }))));
        if (!ink) return;
        for (const list of [ink.x, ink.y, ink.dx, ink.dy])
          for (const v of list) expect(v).toEqual(expect.any(Number));
        expect([...ink.x, ...ink.y].every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

test('a distance grid tells how far the nearest line of that direction is, by brute force', () => {
  const random = seeded(9);
  const n = 40;
  const lines = {
    count: n,
    x: Float64Array.from({ length: n }, () => random()),
    y: Float64Array.from({ length: n }, () => random()),
    angle: new Float64Array(n),
  };
  const grid = distanceGrid(lines, 0.005, 0.2);
  for (let k = 0; k < 200; k += 1) {
    const [x, y] = [random(), random()];
    let nearest = Infinity;
    for (let i = 0; i < n; i += 1) nearest = Math.min(nearest, Math.hypot(lines.x[i]! - x, lines.y[i]! - y));
    expect(Math.abs(grid.at(x, y, 0) - Math.min(nearest, 0.2))).toBeLessThan(0.08 * 0.2 + 0.01);
    // Nothing runs that way.
    expect(grid.at(x, y, Math.PI / 2)).toBeCloseTo(0.2, 6);
    expect(grid.at(x, y, Math.PI)).toBe(grid.at(x, y, 0));
  }
  expect(grid.at(9, 9, 0)).toBe(0.2);
});

test('buckets find everything within a cell of a place', () => {
  const random = seeded(3);
  const n = 300;
  const [x, y] = [0, 1].map(() => Float64Array.from({ length: n }, () => 10 * random())) as [
    Float64Array,
    Float64Array,
  ];
  const buckets = new Buckets(n, x, y, 0.7);
  const into = new Int32Array(n);
  for (let k = 0; k < 50; k += 1) {
    const [px, py] = [12 * random() - 1, 12 * random() - 1];
    const found = new Set(into.subarray(0, buckets.near(px, py, into)));
    for (let i = 0; i < n; i += 1) if (Math.hypot(x[i]! - px, y[i]! - py) < 0.7) expect(found).toContain(i);
  }
});
