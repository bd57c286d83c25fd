import fc from 'fast-check';
import { distance, type Point } from '../geometry/point.ts';
import { circleThrough } from './arc.ts';
import { drawnLine, nearestOn, straight } from './guide-line.ts';
import { ANCHORED_KINDS, drawnGuide, type AnchoredKind, type GuideOptions } from './kinds.ts';
import { measureOf, metBy, moreBy } from './measure.ts';
import { snap } from './snap.ts';

const ROOM = { minX: 0, minY: 0, maxX: 148, maxY: 210 };
const drawn = (kind: AnchoredKind, points: readonly Point[], more: Partial<GuideOptions> = {}) =>
  drawnGuide(kind, points, { room: ROOM, ...more });
const place = fc.record({
  x: fc.double({ min: 5, max: 140, noNaN: true }),
  y: fc.double({ min: 5, max: 200, noNaN: true }),
});
const apart = fc.tuple(place, place).filter(([a, b]) => distance(a, b) > 1);
const share = fc.double({ min: 0, max: 1, noNaN: true });
/** Twice the area of a triangle over its longest side: how far its corners lie off a line. */
const offLine = (a: Point, b: Point, c: Point): number =>
  Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)) /
  Math.max(distance(a, b), distance(b, c), distance(a, c));
const near = (p: Point | undefined, x: number, y: number): void => {
  expect(p!.x).toBeCloseTo(x, 9);
  expect(p!.y).toBeCloseTo(y, 9);
};

describe('each kind against its closed form, to 1e-9 mm', () => {
  test('a division: mark k of n lies k/n of the way', () => {
    fc.assert(
      fc.property(apart, fc.integer({ min: 2, max: 24 }), ([a, b], count) => {
        const { marks, lines } = drawn('divided', [a, b], { count });
        expect(marks).toHaveLength(count + 1);
        marks.forEach(({ at }, k) =>
          near(at, a.x + ((b.x - a.x) * k) / count, a.y + ((b.y - a.y) * k) / count),
        );
        expect(distance(lines[0]!.at(1), b)).toBeLessThan(1e-9);
        // Its ticks stand across it.
        const { across } = marks[1]!;
        expect(across!.x * (b.x - a.x) + across!.y * (b.y - a.y)).toBeCloseTo(0, 9);
      }),
    );
  });

  test('a distance stepped off: each mark lies one step on, on the same line', () => {
    fc.assert(
      fc.property(apart, fc.integer({ min: 2, max: 24 }), ([a, b], count) => {
        const { marks } = drawn('stepped', [a, b], { count });
        marks.forEach(({ at }, k) => near(at, a.x + (b.x - a.x) * k, a.y + (b.y - a.y) * k));
        expect(marks).toHaveLength(count + 1);
      }),
    );
  });

  test('a carried distance is as long as it was taken, towards where it was pulled', () => {
    fc.assert(
      fc.property(apart, apart, ([a, b], [c, d]) => {
        const end = drawn('carried', [a, b, c, d]).marks[3]!.at;
        expect(distance(c, end)).toBeCloseTo(distance(a, b), 9);
        expect((end.x - c.x) * (d.x - c.x) + (end.y - c.y) * (d.y - c.y)).toBeCloseTo(
          distance(c, end) * distance(c, d),
          6,
        );
        const level = drawn('carried', [a, b, c, c]).marks[3]!.at;
        near(level, c.x + b.x - a.x, c.y + b.y - a.y);
      }),
    );
  });

  test('an axis passes through both of its places and leaves the paper at both ends', () => {
    fc.assert(
      fc.property(apart, ([a, b]) => {
        const { lines, marks } = drawn('axis', [a, b]);
        const [from, to] = [lines[0]!.at(0), lines[0]!.at(1)];
        expect(offLine(from, to, a)).toBeLessThan(1e-9);
        expect(offLine(from, to, b)).toBeLessThan(1e-9);
        near(marks[2]!.at, (a.x + b.x) / 2, (a.y + b.y) / 2);
        for (const { x, y } of [from, to])
          expect(x < ROOM.minX || x > ROOM.maxX || y < ROOM.minY || y > ROOM.maxY).toBe(true);
      }),
    );
  });

  test('a centre line is half an ellipse, as wide as it is turned, and straight where it is not', () => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 2, max: 60, noNaN: true }),
        fc.double({ min: 2, max: 60, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        share,
        ({ x, y }, rx, ry, turn, t) => {
          const poles = [
            { x, y: y - ry },
            { x, y: y + ry },
            { x: x + rx, y },
          ];
          const at = drawn('centre', poles, { turn }).lines[0]!.at(t);
          const level = (at.y - y) / ry;
          const width = turn * rx;
          expect((at.x - x) ** 2 - width ** 2 * (1 - level * level)).toBeCloseTo(0, 9);
          expect((at.x - x) * width).toBeGreaterThan(-1e-9);
          expect(Math.abs(level)).toBeLessThanOrEqual(1 + 1e-12);
          near(drawn('centre', poles, { turn }).marks[2]!.at, x + turn * rx, y);
        },
      ),
    );
  });

  test('an arc runs from its first place by its second to its third, always as far from its middle', () => {
    fc.assert(
      fc.property(place, place, place, share, (a, b, c, t) => {
        fc.pre(offLine(a, b, c) > 0.5 && distance(a, c) > 1);
        const [line] = drawn('arc', [a, b, c]).lines;
        const { centre, radius } = circleThrough(a, b, c)!;
        near(line!.at(0), a.x, a.y);
        near(line!.at(1), c.x, c.y);
        expect(Math.abs(distance(line!.at(t), centre) - radius)).toBeLessThan(1e-9 * Math.max(1, radius));
        expect(distance(nearestOn(line!, b), b)).toBeLessThan(1e-6);
        // The second place is on the way, not on the rest of the circle.
        const side = (p: Point): number => (c.x - a.x) * (p.y - a.y) - (c.y - a.y) * (p.x - a.x);
        expect(Math.sign(side(line!.at(0.5)))).toBe(Math.sign(side(b)));
      }),
    );
    expect(circleThrough({ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 2, y: 2 })).toBeNull();
    expect(
      drawn('arc', [
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 2, y: 2 },
      ]).lines,
    ).toHaveLength(2);
  });

  test('an envelope closes, and a curve passes every one of its places', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 12 }), (points) => {
        const { lines } = drawn('envelope', points);
        expect(lines).toHaveLength(points.length);
        expect(distance(lines.at(-1)!.at(1), points[0]!)).toBeLessThan(1e-9);
        const curve = drawn('through', points).lines[0]!;
        points.forEach((p, i) => {
          const q = curve.at(i / (points.length - 1));
          expect(distance(p, q)).toBeLessThan(1e-9);
        });
      }),
    );
  });

  test('with too few places, or all of them one, nothing breaks', () => {
    const p = { x: 40, y: 40 };
    for (const kind of Object.keys(ANCHORED_KINDS) as AnchoredKind[]) {
      expect(drawn(kind, [])).toEqual({ lines: [], marks: [] });
      const { lines, marks } = drawn(kind, [p, p, p, p]);
      for (const q of [...lines.flatMap(drawnLine), ...marks.map(({ at }) => at)]) near(q, 40, 40);
    }
  });
});

describe('snapping', () => {
  const line = straight({ x: 0, y: 100 }, { x: 148, y: 100 });

  test('takes to the nearest place within its reach, else to the nearest line within it; beyond it lets go', () => {
    fc.assert(
      fc.property(
        fc.array(place, { maxLength: 30 }),
        fc.array(apart, { maxLength: 6 }),
        place,
        fc.double({ min: 0.5, max: 12, noNaN: true }),
        (spots, ends, p, reach) => {
          const places = spots.map((at) => ({ at }));
          const lines = ends.map(([a, b]) => straight(a, b));
          const found = snap({ places, lines }, p, reach);
          const least = Math.min(...spots.map((at) => distance(at, p)));
          // By brute force along every line.
          const onLine = Math.min(
            ...lines.flatMap(({ at }) => Array.from({ length: 401 }, (_, i) => distance(at(i / 400), p))),
          );
          if (found?.place) expect(distance(found.at, p)).toBeCloseTo(least, 12);
          else expect(least).toBeGreaterThan(reach);
          if (found) expect(distance(found.at, p)).toBeLessThanOrEqual(reach);
          else expect(onLine).toBeGreaterThan(reach);
          if (found?.line) expect(distance(found.at, p)).toBeLessThanOrEqual(onLine + 1e-9);
        },
      ),
    );
  });

  test('a place goes before a line that lies nearer; of none there is nothing to be drawn to', () => {
    const known = { at: { x: 50, y: 97 } };
    expect(snap({ places: [known], lines: [line] }, { x: 50, y: 99.5 }, 4)?.place).toBe(known);
    expect(snap({ places: [known], lines: [line] }, { x: 60, y: 99.5 }, 4)?.at).toEqual({ x: 60, y: 100 });
    expect(snap({ places: [], lines: [] }, { x: 60, y: 99.5 }, 4)).toBeNull();
  });
});

describe('sights', () => {
  test('a length in units of another, and a tilt, equal to what the places say', () => {
    fc.assert(
      fc.property(apart, apart, (unit, span) => {
        const [dx, dy] = [span[1].x - span[0].x, span[1].y - span[0].y];
        const brute = Math.sqrt(dx * dx + dy * dy) / Math.hypot(unit[1].x - unit[0].x, unit[1].y - unit[0].y);
        expect(measureOf('sighted', [...unit, ...span])! / brute).toBeCloseTo(1, 12);
        // A line and a level one through its begin enclose the tilt, y downwards.
        const tilt = measureOf('tilted', span)!;
        expect(
          Math.abs(Math.sin((tilt * Math.PI) / 180) * dx + Math.cos((tilt * Math.PI) / 180) * dy),
        ).toBeLessThan(1e-9);
        expect(tilt).toBeGreaterThan(-90);
        expect(tilt).toBeLessThanOrEqual(90);
      }),
    );
    const p = { x: 1, y: 1 };
    expect(measureOf('sighted', [p, p, p, { x: 2, y: 2 }])).toBeNull();
    expect(measureOf('tilted', [p])).toBeNull();
    expect(moreBy('tilted', 88, -88)).toBeCloseTo(-4, 9);
    expect(moreBy('sighted', 3, 2)).toBeCloseTo(0.5, 12);
  });

  test('a line through two places meets what lies on it, in its order, but not the two', () => {
    const at = (name: string, x: number, y: number) => ({ name, at: { x, y } });
    const places = [
      at('far', 90, 91),
      at('from', 10, 10),
      at('near', 30, 29),
      at('to', 50, 50),
      at('off', 60, 80),
    ];
    const met = metBy(
      [
        { x: 10, y: 10 },
        { x: 50, y: 50 },
      ],
      places,
      2,
    );
    expect(met.map(({ name }) => name)).toEqual(['near', 'far']);
    expect(
      metBy(
        [
          { x: 1, y: 1 },
          { x: 1, y: 1 },
        ],
        places,
        2,
      ),
    ).toEqual([]);
  });
});
