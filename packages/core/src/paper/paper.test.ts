import fc from 'fast-check';
import type { Point } from '../geometry/point.ts';
import type { Quad } from '../geometry/homography.ts';
import { isInside } from '../geometry/polygon.ts';
import { agreement } from './agreement.ts';
import { hull } from '../geometry/hull.ts';
import { loopsRound } from './clusters.ts';
import { findPage, inReadingOrder } from './find-page.ts';
import { liftInk } from './lift-ink.ts';
import { levelLight } from './lighting.ts';
import { atMost, luma, sampled, type Rgb } from './picture.ts';
import { layFlat } from './straighten.ts';

const painted = (width: number, height: number, colour: (x: number, y: number) => number): Rgb => {
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) data.fill(colour(x, y), (y * width + x) * 3, (y * width + x) * 3 + 3);
  return { width, height, data };
};
const square = (x: number, y: number, width: number, height: number): Quad => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
const mask = (width: number, height: number, set: (x: number, y: number) => boolean) => ({
  width,
  height,
  bits: Uint8Array.from({ length: width * height }, (_, k) =>
    set(k % width, Math.floor(k / width)) ? 1 : 0,
  ),
});

test('luma, sampling between pixels, and averaging down', () => {
  expect(luma(painted(2, 2, () => 200)).data[0]).toBeCloseTo(200, 3);
  const ramp = { width: 3, height: 2, data: Float32Array.from([0, 10, 20, 0, 10, 20]) };
  expect(sampled(ramp, 1, 1)).toBeCloseTo(5, 6);
  expect(sampled(ramp, 1.5, 0.5)).toBeCloseTo(10, 6);
  const small = atMost(
    painted(8, 4, (x) => (x < 4 ? 0 : 100)),
    2,
  );
  expect([
    small.picture.width,
    small.picture.height,
    small.by,
    small.picture.data[0],
    small.picture.data[3],
  ]).toEqual([2, 1, 0.25, 0, 100]);
});

test('corners are put in reading order whichever way they come', () => {
  const quad: Quad = [
    { x: 10, y: 12 },
    { x: 90, y: 5 },
    { x: 95, y: 150 },
    { x: 5, y: 140 },
  ];
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3 }), fc.boolean(), (turn, back) => {
      const turned = [0, 1, 2, 3].map((i) => quad[(i + turn) % 4] as Point);
      expect(inReadingOrder((back ? turned.reverse() : turned) as unknown as Quad)).toEqual(quad);
    }),
  );
});

test('a light sheet on a dark table is found to a fraction of a pixel; an empty table holds none', () => {
  const found = findPage(painted(300, 400, (x, y) => (x >= 60 && x < 240 && y >= 70 && y < 330 ? 220 : 60)));
  expect(found).not.toBeNull();
  square(60, 70, 180, 260).forEach((corner, i) => {
    expect(Math.abs(found!.corners[i]!.x - corner.x)).toBeLessThan(0.5);
    expect(Math.abs(found!.corners[i]!.y - corner.y)).toBeLessThan(0.5);
  });
  expect(findPage(painted(300, 400, () => 90))).toBeNull();
  // A drawn frame has paper on both sides, and is no page.
  expect(
    findPage(
      painted(300, 400, (x, y) =>
        ((Math.abs(x - 60) < 2 || Math.abs(x - 240) < 2) && y > 70 && y < 330) ||
        ((Math.abs(y - 70) < 2 || Math.abs(y - 330) < 2) && x > 60 && x < 240)
          ? 40
          : 210,
      ),
    ),
  ).toBeNull();
});

test('laid flat, what is square already stays as it is', () => {
  const photo = painted(80, 60, (x, y) => (x * 3 + y) % 256);
  const flat = layFlat(photo, square(10, 10, 40, 30), { width: 40, height: 30 });
  expect(flat.data[0]).toBe(photo.data[(10 * 80 + 10) * 3]);
  expect(flat.data[(20 * 40 + 15) * 3]).toBe(photo.data[(30 * 80 + 25) * 3]);
  expect(() =>
    layFlat(
      photo,
      [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
        { x: 20, y: 0 },
        { x: 30, y: 0 },
      ],
      { width: 4, height: 4 },
    ),
  ).toThrow(RangeError);
});

test('uneven light is taken out of the paper, and the ink stays', () => {
  const page = luma(
    painted(400, 500, (x, y) => Math.round((120 + x / 4) * (Math.abs(y - 250) < 2 ? 0.5 : 1))),
  );
  const { data } = levelLight(page);
  for (const x of [20, 200, 380]) {
    expect(data[100 * 400 + x]).toBeCloseTo(1, 1);
    expect(data[250 * 400 + x]).toBeCloseTo(0.5, 1);
  }
});

test('lines are lifted from toned paper in falling light; blank paper gives nothing', () => {
  const drawn = (x: number, y: number): boolean => Math.abs(x - 200) < 2 && y > 80 && y < 420;
  const grain = (x: number, y: number): number => ((x * 7919 + y * 104729) % 7) - 3;
  const page = painted(400, 500, (x, y) => Math.round((100 + y / 6) * (drawn(x, y) ? 0.7 : 1)) + grain(x, y));
  const { mask: found, colour } = liftInk(page);
  expect(agreement(found, mask(400, 500, drawn), 2).f1).toBeGreaterThan(0.95);
  expect(Math.max(...colour)).toBeLessThan(235);
  expect(
    liftInk(painted(400, 500, (x, y) => 150 + grain(x, y))).mask.bits.reduce((sum, bit) => sum + bit, 0),
  ).toBe(0);
});

test('agreement within a distance: near counts, further does not', () => {
  const at = (x: number) => mask(20, 5, (i, j) => i === x && j === 2);
  expect(agreement(at(5), at(5), 2).f1).toBe(1);
  expect(agreement(at(5), at(7), 2).f1).toBe(1);
  expect(agreement(at(5), at(8), 2).f1).toBe(0);
});

test('a hull turns one way at each corner, has corners of what it was made of, and holds every point', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ x: fc.integer({ min: -50, max: 50 }), y: fc.integer({ min: -50, max: 50 }) }), {
        minLength: 3,
        maxLength: 40,
      }),
      (points) => {
        const round = hull(points);
        const turns = round.map((b, i) => {
          const a = round.at(i - 1) as Point;
          const c = round[(i + 1) % round.length] as Point;
          return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        });
        if (round.length > 2) expect(turns.every((turn) => turn > 0)).toBe(true);
        for (const corner of round) expect(points).toContainEqual(corner);
        const area = round.reduce((sum, p, i) => {
          const q = round[(i + 1) % round.length] as Point;
          return sum + p.x * q.y - q.x * p.y;
        }, 0);
        if (Math.abs(area) < 1e-9) return;
        const centre = {
          x: round.reduce((s, p) => s + p.x, 0) / round.length,
          y: round.reduce((s, p) => s + p.y, 0) / round.length,
        };
        // Drawn out by a little it holds all that it was made of.
        const wider = round.map((p) => ({
          x: p.x + (p.x - centre.x) * 0.02,
          y: p.y + (p.y - centre.y) * 0.02,
        }));
        for (const p of points) expect(isInside(wider, p)).toBe(true);
      },
    ),
  );
});

test('drawings are parted by what lies together, as many as are wanted, in reading order', () => {
  const places = [
    { x: 40, y: 30 },
    { x: 150, y: 40 },
    { x: 30, y: 170 },
    { x: 160, y: 180 },
  ];
  // Each drawing is two strokes with a small gap between.
  const ink = mask(220, 300, (x, y) =>
    places.some(
      (p) =>
        (Math.abs(x - p.x) < 12 && Math.abs(y - p.y) < 20) ||
        (Math.abs(x - p.x) < 12 && y > p.y + 24 && y < p.y + 50),
    ),
  );
  const loops = loopsRound(ink, 4);
  expect(loops).toHaveLength(4);
  places.forEach((place, i) => expect(isInside(loops[i]!, { x: place.x, y: place.y + 10 })).toBe(true));
  expect(
    loopsRound(
      mask(50, 50, () => false),
      null,
    ),
  ).toEqual([]);
});
