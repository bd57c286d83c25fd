import fc from 'fast-check';
import { about, compose, rotation, scaling, transformPoint, translation } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { filled } from '../mask/fill.ts';
import { gaps } from '../mask/gaps.ts';
import { areaOf, emptyMask, type Mask } from '../mask/mask.ts';
import { outlinesOf } from '../mask/outlines.ts';
import { masked } from '../testing/masks.ts';
import { drawnSilhouette } from './drawn-silhouette.ts';
import { pairGaps } from './gap-pairs.ts';
import { distanceAt, evenSteps, outlineDistance, signedDistances, stripsAlong } from './outline-distance.ts';
import { overlapOf, small } from './overlap.ts';
import { bentMask, carriedAlong, type Carried } from './warp.ts';

/** An ellipse as an outline of so many corners. */
const round = (x: number, y: number, rx: number, ry = rx, count = 720): Point[] =>
  Array.from({ length: count }, (_, i) => ({
    x: x + rx * Math.cos((2 * Math.PI * i) / count),
    y: y + ry * Math.sin((2 * Math.PI * i) / count),
  }));
const disc = (x: number, y: number, rx: number, ry = rx): Mask => filled([round(x, y, rx, ry)], 320, 320);
const some = fc.array(fc.boolean(), { minLength: 120, maxLength: 120 });
const of = (on: readonly boolean[]): Mask => ({ width: 12, height: 10, bits: Uint8Array.from(on, Number) });

describe('overlap', () => {
  test('of two discs it is that of their lens, within 0.3 %', () => {
    const [r, d] = [110, 70];
    const lens = 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);
    const found = overlapOf(disc(125, 160, r), disc(125 + d, 160, r))!;
    expect(Math.abs(found.shared / (lens / (2 * Math.PI * r * r - lens)) - 1)).toBeLessThan(0.003);
    expect(found.areas).toBeCloseTo(1, 3);
    expect(found.offset.x).toBeCloseTo(-d, 1);
    const within = overlapOf(disc(160, 160, 140, 90), disc(160, 160, 100, 60))!;
    expect(Math.abs(within.areas / (140 * 90) / (1 / (100 * 60)) - 1)).toBeLessThan(0.003);
    expect(Math.abs(within.shared / ((100 * 60) / (140 * 90)) - 1)).toBeLessThan(0.003);
  });

  test('of any two masks it is what counting gives; an empty one has none', () => {
    fc.assert(
      fc.property(some, some, (a, b) => {
        const [both, either] = [
          a.filter((on, i) => on && b[i]).length,
          a.filter((on, i) => on || b[i]).length,
        ];
        const found = overlapOf(of(a), of(b));
        if (!a.includes(true) || !b.includes(true)) expect(found).toBeNull();
        else expect(found!.shared).toBeCloseTo(both / either, 12);
      }),
    );
  });

  test('seen small, what is thin is gone and what is large stays', () => {
    const spiked = masked(320, 320, (x, y) => Math.hypot(x - 160, y - 160) < 90 || (y === 160 && x > 160));
    const seen = small(spiked, 64);
    expect([seen.width, seen.height]).toEqual([64, 64]);
    expect(overlapOf(seen, small(disc(160, 160, 90), 64))!.shared).toBeGreaterThan(0.97);
    expect(small(seen, 64)).toBe(seen);
  });
});

describe('outline distance', () => {
  test('of any mask the signed distances are those to the nearest pixel of the other kind', () => {
    fc.assert(
      fc.property(some, (on) => {
        fc.pre(on.includes(true) && on.includes(false));
        const { at } = signedDistances(of(on));
        on.forEach((bit, i) => {
          const others = on.flatMap((other, j) =>
            other === bit ? [] : [Math.hypot((i % 12) - (j % 12), Math.floor(i / 12) - Math.floor(j / 12))],
          );
          expect(at[i]).toBeCloseTo((bit ? -1 : 1) * (Math.min(...others) - 0.5), 9);
        });
      }),
    );
  });

  test('of discs in each other, and of one moved aside, it is as it should be within 0.3 % of the height', () => {
    const within = 0.003 * 240;
    const [large, less] = [disc(160, 160, 120), disc(160, 160, 95)];
    const [outer, inner] = [outlinesOf(large), outlinesOf(less)];
    const [out, back] = [
      stripsAlong(outer, signedDistances(less), 1),
      stripsAlong(inner, signedDistances(large), 1),
    ];
    for (const { off } of out) for (const one of off) expect(Math.abs(one - 25)).toBeLessThan(2 * within);
    for (const { off } of back) for (const one of off) expect(Math.abs(one + 25)).toBeLessThan(2 * within);
    const found = outlineDistance(out, back)!;
    expect(Math.abs(found.mean - 25)).toBeLessThan(within);
    // A disc moved by d lies d·|cos t| off all round, two over pi of it on average.
    const moved = disc(168, 160, 120);
    const both = outlineDistance(
      stripsAlong(outer, signedDistances(moved), 1),
      stripsAlong(outlinesOf(moved), signedDistances(large), 1),
    )!;
    expect(Math.abs(both.mean - (8 * 2) / Math.PI)).toBeLessThan(within);
    expect(Math.abs(both.most - 8 * Math.cos((0.05 * Math.PI) / 2))).toBeLessThan(within);
    expect(outlineDistance([], out)).toBeNull();
  });

  test('between pixels it goes in proportion, beyond the frame it stays', () => {
    const plane = { width: 4, height: 3, at: Float64Array.from({ length: 12 }, (_, i) => (i % 4) + 0.5) };
    expect(distanceAt(plane, { x: 2.3, y: 1.1 })).toBeCloseTo(2.3, 9);
    expect(distanceAt(plane, { x: -5, y: 9 })).toBeCloseTo(0.5, 9);
  });

  test('an outline is gone along in equal steps; one of two points has none', () => {
    const square = [0, 1, 2, 3].map((i) => ({ x: i === 1 || i === 2 ? 10 : 0, y: i > 1 ? 10 : 0 }));
    const steps = evenSteps(square, 2);
    expect(steps).toHaveLength(20);
    steps.forEach((p, i) => {
      const q = steps[(i + 1) % 20]!;
      expect(Math.abs(p.x - q.x) + Math.abs(p.y - q.y)).toBeCloseTo(2, 9);
    });
    expect(evenSteps(square.slice(0, 2), 1)).toEqual([]);
  });
});

describe('gaps of two silhouettes', () => {
  const holes = (...at: readonly (readonly [number, number, number])[]): Mask =>
    masked(
      200,
      160,
      (x, y) =>
        x > 10 && x < 190 && y > 10 && y < 150 && at.every(([cx, cy, r]) => Math.hypot(x - cx, y - cy) >= r),
    );

  test('those that overlap belong together; one is missing and one is extra', () => {
    const drawn = gaps(holes([60, 50, 24], [150, 110, 12]));
    const reference = gaps(holes([66, 52, 18], [60, 120, 14]));
    const found = pairGaps(drawn, reference);
    expect(found.map((pair) => [pair.drawn !== null, pair.reference !== null])).toEqual([
      [true, true],
      [false, true],
      [true, false],
    ]);
    expect(found[0]!.overlap!.areas / (24 / 18) ** 2).toBeCloseTo(1, 1);
    expect(found[0]!.overlap!.offset.x).toBeCloseTo(-6, 0);
  });

  test('any gaps are paired each once at the most, and none is lost', () => {
    fc.assert(
      fc.property(fc.array(some, { maxLength: 4 }), fc.array(some, { maxLength: 4 }), (a, b) => {
        const whole = (list: readonly (readonly boolean[])[]): Mask[] =>
          list.filter((on) => on.includes(true)).map(of);
        const [drawn, reference] = [whole(a), whole(b)];
        const found = pairGaps(drawn, reference);
        expect(new Set(found.flatMap((pair) => pair.drawn ?? [])).size).toBe(drawn.length);
        expect(new Set(found.flatMap((pair) => pair.reference ?? [])).size).toBe(reference.length);
        expect(found.flatMap((pair) => pair.drawn ?? [])).toHaveLength(drawn.length);
      }),
    );
  });
});

describe('what lines enclose', () => {
  const on = { width: 200, height: 200, reach: 10, isGap: () => false };
  const arc = (from: number, to: number, r = 60): Point[] =>
    Array.from({ length: 60 }, (_, i) => {
      const t = from + ((to - from) * i) / 59;
      return { x: 100 + r * Math.cos(t), y: 100 + r * Math.sin(t) };
    });
  const full = Math.PI * 60 * 60;

  test('a round that does not quite close is closed, in one line or in dashes; a wide opening is not', () => {
    const dashes = Array.from({ length: 12 }, (_, i) => arc(i * 0.5236 + 0.05, i * 0.5236 + 0.47));
    for (const lines of [[arc(0.1, 6.25)], dashes, [arc(0, 3.1), arc(3.2, 6.2)], [arc(0, 6.4)]]) {
      const found = areaOf(drawnSilhouette(lines, on)) / full;
      expect(found).toBeGreaterThan(0.97);
      expect(found).toBeLessThan(1.04);
    }
    expect(areaOf(drawnSilhouette([arc(0, 5.4)], on))).toBe(0);
  });

  test('a line that encloses nothing is no part of it; what is said to be a gap is left out', () => {
    const ground = [
      { x: 0, y: 160 },
      { x: 199, y: 160 },
    ];
    const found = drawnSilhouette([arc(0, 6.4), ground], on);
    expect(areaOf(found) / full).toBeLessThan(1.04);
    const ring = drawnSilhouette([arc(0, 6.4), arc(0, 6.4, 30)], {
      ...on,
      isGap: (pixels) => pixels.includes(100 * 200 + 100),
    });
    expect(areaOf(ring) / (full * (3 / 4))).toBeGreaterThan(0.97);
    expect(ring.bits[100 * 200 + 100]).toBe(0);
    expect(areaOf(drawnSilhouette([], on))).toBe(0);
    expect(areaOf(drawnSilhouette([[{ x: 5, y: 5 }]], on))).toBe(0);
  });
});

describe('a picture carried along with places', () => {
  const place = fc.record({
    x: fc.double({ min: 0, max: 100, noNaN: true }),
    y: fc.double({ min: 0, max: 100, noNaN: true }),
  });

  test('places that are carried come to lie exactly; what all of them do, everything does', () => {
    const move = compose(translation(7, -3), about({ x: 40, y: 60 }, compose(rotation(25), scaling(1.2))));
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 9 }), place, (from, at) => {
        fc.pre(from.some((p) => Math.hypot(p.x - from[0]!.x, p.y - from[0]!.y) > 1));
        const others = from.map((p): Carried => ({ from: p, to: transformPoint(move, p) }));
        const [found, expected] = [carriedAlong(at, others), transformPoint(move, at)];
        expect(Math.hypot(found.x - expected.x, found.y - expected.y)).toBeLessThan(2e-3);
        expect(carriedAlong(from[0]!, [{ from: from[0]!, to: at }, ...others.slice(1)])).toEqual(at);
      }),
    );
    expect(carriedAlong({ x: 3, y: 4 }, [])).toEqual({ x: 3, y: 4 });
  });

  test('a limb that is carried takes its part of the mask along, the rest stays', () => {
    const [bar, post] = [
      (x: number, y: number) => x > 60 && x < 140 && y > 20 && y < 32,
      (x: number, y: number) => x > 30 && x < 50 && y > 10 && y < 150,
    ];
    const before = masked(160, 160, (x, y) => bar(x, y) || post(x, y));
    const along = (y: number): Point[] => [0, 20, 40, 60, 80].map((t) => ({ x: 60 + t, y }));
    const still = [10, 40, 80, 120, 150].map((y) => ({ from: { x: 40, y }, to: { x: 40, y } }));
    const lower = along(26).map((from) => ({ from, to: { x: from.x, y: from.y + 40 } }));
    const found = bentMask(before, [...still, ...lower]);
    expect(
      overlapOf(
        found,
        masked(160, 160, (x, y) => bar(x, y - 40) || post(x, y)),
      )!.shared,
    ).toBeGreaterThan(0.8);
    expect([...bentMask(before, []).bits]).toEqual([...before.bits]);
    expect(areaOf(bentMask(emptyMask(20, 20), lower))).toBe(0);
  });
});
