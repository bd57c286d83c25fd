import fc from 'fast-check';
import type { Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { masked } from '../testing/masks.ts';
import { grown, squaredDistances } from './distances.ts';
import { filled, markLine } from './fill.ts';
import { gaps } from './gaps.ts';
import { areaOf, emptyMask, type Mask } from './mask.ts';
import { outlineOf, outlinesOf } from './outlines.ts';
import { regions } from './regions.ts';
import { silhouette } from './silhouette.ts';

describe('silhouettes and gaps', () => {
  test('distances are exact', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 80, maxLength: 80 }), (on) => {
        const mask: Mask = { width: 10, height: 8, bits: Uint8Array.from(on, Number) };
        fc.pre(areaOf(mask) > 0);
        const found = squaredDistances(mask);
        for (let i = 0; i < 80; i += 1) {
          const best = Math.min(
            ...on.flatMap((bit, j) =>
              bit ? [((i % 10) - (j % 10)) ** 2 + (Math.floor(i / 10) - Math.floor(j / 10)) ** 2] : [],
            ),
          );
          expect(found[i]).toBe(best);
        }
      }),
    );
    expect(
      areaOf(
        grown(
          masked(21, 21, (x, y) => x === 10 && y === 10),
          3,
        ),
      ),
    ).toBe(29);
  });

  test('a ring that does not quite close is filled; a wide opening is not', () => {
    const ring = (opening: number): Mask =>
      masked(80, 80, (x, y) => {
        const [dx, dy] = [x - 40, y - 40];
        return Math.abs(Math.hypot(dx, dy) - 25) < 1.2 && !(dx > 0 && Math.abs(dy) < opening / 2);
      });
    const disc = Math.PI * 25 ** 2;
    expect(areaOf(silhouette(ring(4), 8)) / disc).toBeGreaterThan(0.95);
    expect(areaOf(silhouette(ring(4), 8)) / disc).toBeLessThan(1.12);
    expect(areaOf(silhouette(ring(20), 8)) / disc).toBeLessThan(0.6);
  });

  test('a hole and a bay are gaps, the larger first; a full disc has none', () => {
    const figure = masked(
      100,
      100,
      (x, y) =>
        x > 10 &&
        x < 90 &&
        y > 10 &&
        y < 90 &&
        !(x > 40 && x < 60 && y > 10 && y < 60) &&
        Math.hypot(x - 25, y - 75) > 7,
    );
    const found = gaps(figure);
    expect(found).toHaveLength(2);
    expect(areaOf(found[0]!)).toBeGreaterThan(800);
    expect(Math.abs(areaOf(found[1]!) - Math.PI * 49)).toBeLessThan(20);
    expect(gaps(masked(60, 60, (x, y) => Math.hypot(x - 30, y - 30) < 20))).toEqual([]);
    expect(gaps(emptyMask(10, 10))).toEqual([]);
    expect(regions(masked(6, 1, (x) => x !== 2)).map((r) => r.length)).toEqual([2, 3]);
  });
});

describe('outlines', () => {
  const pixels = fc.array(fc.boolean(), { minLength: 120, maxLength: 120 });
  const corner = fc.record({
    x: fc.double({ min: -3, max: 23, noNaN: true }),
    y: fc.double({ min: -3, max: 17, noNaN: true }),
  });

  test('filled in again, all outlines of a mask are that mask', () => {
    fc.assert(
      fc.property(pixels, (on) => {
        const mask: Mask = { width: 12, height: 10, bits: Uint8Array.from(on, Number) };
        expect([...filled(outlinesOf(mask), 12, 10).bits]).toEqual([...mask.bits]);
      }),
    );
  });

  test('a pixel is filled where its middle lies within an odd number of outlines', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(corner, { minLength: 3, maxLength: 7 }), { maxLength: 3 }),
        (outlines) => {
          const within = ({ x, y }: Point): boolean =>
            outlines.filter((outline) => isInside(outline, { x, y })).length % 2 === 1;
          const expected = masked(20, 14, (x, y) => within({ x: x + 0.5, y: y + 0.5 }));
          expect([...filled(outlines, 20, 14).bits]).toEqual([...expected.bits]);
        },
      ),
    );
  });

  test('of two pieces the larger one gives its outer outline alone; an empty mask gives none', () => {
    const two = masked(40, 20, (x, y) =>
      x < 20 ? Math.hypot(x - 9, y - 9) < 8 && Math.hypot(x - 9, y - 9) > 3 : x > 30 && y > 5 && y < 9,
    );
    expect(outlinesOf(two)).toHaveLength(3);
    for (const { x } of outlineOf(two)) expect(x).toBeLessThan(20);
    expect(areaOf(filled([outlineOf(two, 0)], 40, 20))).toBeGreaterThan(Math.PI * 49);
    expect(outlineOf(emptyMask(4, 4))).toEqual([]);
  });

  test('what a closed line encloses is not reached by its four neighbours from outside', () => {
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 6 }), (outline) => {
        const wall = emptyMask(30, 24);
        const at = outline.map(({ x, y }) => ({ x: x + 5, y: y + 5 }));
        at.forEach((p, i) => markLine(wall, p, at[(i + 1) % at.length]!));
        const free: Mask = { ...wall, bits: wall.bits.map((bit) => 1 - bit) };
        const outside = new Set(regions(free).find((region) => region.includes(0)));
        const inside = filled([at], 30, 24);
        // The wall may leave out half a pixel of it, but no more.
        const around = [-31, -30, -29, -1, 0, 1, 29, 30, 31];
        expect([...outside].filter((i) => around.every((by) => inside.bits[i + by]))).toEqual([]);
      }),
    );
  });
});
