import fc from 'fast-check';
import { about, compose, reflection, rotation, scaling, transformPoint, translation } from './affine.ts';
import { bend, bendHandles } from './bend.ts';
import { boxOf, cornersOf, unionOf, overlaps } from './box.ts';
import { homography, isConvex, type Quad } from './homography.ts';
import { segmentDistance } from './point.ts';
import { isInside, refined, thinned } from './polygon.ts';

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });
const box = { minX: 10, minY: 20, maxX: 50, maxY: 80 };
const square = cornersOf(box);
const near = (p: { x: number; y: number }, q: { x: number; y: number }, within = 1e-6): void => {
  expect(Math.abs(p.x - q.x)).toBeLessThan(within);
  expect(Math.abs(p.y - q.y)).toBeLessThan(within);
};

describe('distorting by four corners', () => {
  const pulled = fc.tuple(
    ...square.map((p) =>
      fc
        .record({
          x: fc.double({ min: -8, max: 8, noNaN: true }),
          y: fc.double({ min: -8, max: 8, noNaN: true }),
        })
        .map((d) => ({ x: p.x + d.x, y: p.y + d.y })),
    ),
  ) as unknown as fc.Arbitrary<Quad>;

  test('each corner goes where it was pulled, lines stay lines, and back again is where it was', () => {
    fc.assert(
      fc.property(pulled, fc.double({ min: 0, max: 1, noNaN: true }), (quad, t) => {
        const map = homography(square, quad);
        square.forEach((p, i) => near(map(p), quad[i]!));
        const back = homography(quad, square);
        const p = { x: box.minX + 40 * t, y: box.minY + 60 * t };
        near(back(map(p)), p, 1e-5);
        const [a, b] = [map(square[0]), map(square[2])];
        const on = map(p);
        expect(Math.abs((b.x - a.x) * (on.y - a.y) - (b.y - a.y) * (on.x - a.x))).toBeLessThan(1e-4);
      }),
    );
  });

  test('an affine change of the corners is that affine change', () => {
    const by = compose(translation(3, -7), rotation(30), scaling(1.2, 0.8));
    const map = homography(square, square.map((p) => transformPoint(by, p)) as unknown as Quad);
    near(map({ x: 33, y: 41 }), transformPoint(by, { x: 33, y: 41 }));
  });

  test('corners in a line carry nothing; only a quad that goes round one way is convex', () => {
    expect(() =>
      homography(
        [
          { x: 0, y: 0 },
          { x: 1, y: 0 },
          { x: 2, y: 0 },
          { x: 3, y: 0 },
        ],
        square,
      ),
    ).toThrow(RangeError);
    expect(isConvex(square)).toBe(true);
    expect(isConvex([square[0], square[2], square[1], square[3]])).toBe(false);
    expect(isConvex([square[0], square[1], { x: 12, y: 22 }, square[3]])).toBe(false);
  });
});

describe('bending by nine handles', () => {
  test('unpulled it changes nothing; each handle is met exactly', () => {
    fc.assert(
      fc.property(point, fc.nat(8), point, (p, which, off) => {
        const rest = bendHandles(box);
        near(bend(box, rest)(p), p, 1e-6);
        const pulled = rest.map((h, i) => (i === which ? { x: h.x + off.x / 10, y: h.y + off.y / 10 } : h));
        const map = bend(box, pulled);
        rest.forEach((h, i) => near(map(h), pulled[i]!));
      }),
    );
  });

  test('pulling all handles alike carries everything along, and a box without width is no trouble', () => {
    const map = bend(
      box,
      bendHandles(box).map(({ x, y }) => ({ x: x + 4, y: y - 2 })),
    );
    near(map({ x: 17, y: 66 }), { x: 21, y: 64 });
    const flat = { minX: 5, minY: 0, maxX: 5, maxY: 10 };
    expect(Number.isFinite(bend(flat, bendHandles(flat))({ x: 5, y: 3 }).x)).toBe(true);
  });
});

describe('outlines', () => {
  test('thinned, a line keeps its ends and runs nowhere further off than allowed', () => {
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 2, maxLength: 60 }),
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        (line, tolerance) => {
          const kept = thinned(line, tolerance);
          expect([kept[0], kept.at(-1)]).toEqual([line[0], line.at(-1)]);
          let at = 0;
          for (const p of line) {
            if (p === kept[at + 1]) at += 1;
            const [a, b] = [kept[at]!, kept[Math.min(at + 1, kept.length - 1)]!];
            expect(segmentDistance(p, a, b)).toBeLessThanOrEqual(tolerance + 1e-6);
          }
        },
      ),
    );
    // One that comes back upon itself keeps where it turns.
    const there = [0, 3, 9, 4, 1].map((x) => ({ x, y: 2 }));
    expect(thinned(there, 0.1)).toEqual([there[0], there[2], there[4]]);
  });

  test('refined, no side is longer than asked and every corner stays', () => {
    const fine = refined(square, 3);
    fine.forEach((p, i) =>
      expect(
        Math.hypot(p.x - fine[(i + 1) % fine.length]!.x, p.y - fine[(i + 1) % fine.length]!.y),
      ).toBeLessThanOrEqual(3 + 1e-9),
    );
    for (const corner of square) expect(fine).toContainEqual(corner);
  });

  test('inside is inside', () => {
    expect([
      isInside(square, { x: 30, y: 40 }),
      isInside(square, { x: 9, y: 40 }),
      isInside([], { x: 0, y: 0 }),
    ]).toEqual([true, false, false]);
  });

  test('boxes join and meet', () => {
    expect(unionOf(null, box)).toEqual(box);
    expect(unionOf({ minX: 0, minY: 0, maxX: 1, maxY: 1 }, box)).toEqual({
      minX: 0,
      minY: 0,
      maxX: 50,
      maxY: 80,
    });
    expect([
      overlaps(box, { minX: 50, minY: 80, maxX: 60, maxY: 90 }),
      overlaps(box, { minX: 51, minY: 0, maxX: 60, maxY: 90 }),
    ]).toEqual([true, false]);
    expect(boxOf(cornersOf(box))).toEqual(box);
  });
});

test('a reflection is its own inverse, keeps its axis, and keeps distances', () => {
  fc.assert(
    fc.property(point, point, point, (from, to, p) => {
      fc.pre(Math.hypot(to.x - from.x, to.y - from.y) > 0.01);
      const flip = reflection(from, to);
      near(transformPoint(flip, transformPoint(flip, p)), p, 1e-5);
      near(transformPoint(flip, from), from, 1e-5);
      near(transformPoint(flip, to), to, 1e-5);
    }),
  );
  expect(() => reflection({ x: 1, y: 1 }, { x: 1, y: 1 })).toThrow(RangeError);
  near(transformPoint(about({ x: 5, y: 5 }, rotation(90)), { x: 10, y: 5 }), { x: 5, y: 0 });
});
