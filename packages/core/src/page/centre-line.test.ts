import fc from 'fast-check';
import { CentreLine, type LinePoint } from './centre-line.ts';
import type { StrokePoint } from './stroke-code.ts';
import { lookOf, type StrokeLook } from './stroke-look.ts';

const look = (more: Partial<StrokeLook> = {}): StrokeLook =>
  lookOf({ pen: 'pencil', size: 0.7, colour: '#000000', pressure: 'device', ...more });
const line = (points: readonly StrokePoint[], more: Partial<StrokeLook> = {}): LinePoint[] =>
  new CentreLine(look(more)).push(points).points();
const at = (
  x: number,
  y: number,
  time: number,
  pressure = 0.5,
  more: Partial<StrokePoint> = {},
): StrokePoint => ({ x, y, time, pressure, ...more });
const circle = (count: number, radius = 20): StrokePoint[] =>
  Array.from({ length: count }, (_, i) =>
    at(
      radius * Math.cos((2 * Math.PI * i) / (count - 1)),
      radius * Math.sin((2 * Math.PI * i) / (count - 1)),
      i * (600 / count),
    ),
  );

const stroke = fc
  .array(
    fc.record({
      x: fc.double({ min: -60, max: 60, noNaN: true }),
      y: fc.double({ min: -60, max: 60, noNaN: true }),
      pressure: fc.double({ min: 0, max: 1, noNaN: true }),
      step: fc.nat(30),
    }),
    { minLength: 1, maxLength: 60 },
  )
  .map((points) => points.map(({ x, y, pressure }, i) => at(x, y, i * 8, pressure)));

test('the tip is where the pen is and the start where it began, however much is smoothed', () => {
  fc.assert(
    fc.property(stroke, fc.double({ min: 0, max: 1, noNaN: true }), (points, smoothing) => {
      const drawn = line(points, { smoothing });
      expect(drawn[0]).toMatchObject({ x: points[0]!.x, y: points[0]!.y });
      expect(drawn.at(-1)).toMatchObject({ x: points.at(-1)!.x, y: points.at(-1)!.y });
    }),
  );
});

test('what is settled stays as it is while more is drawn', () => {
  fc.assert(
    fc.property(stroke, stroke, fc.double({ min: 0, max: 1, noNaN: true }), (first, more, smoothing) => {
      const growing = new CentreLine(look({ smoothing })).push(first);
      const settled = growing.settled;
      const before = growing.points(0, settled);
      growing.points();
      growing.push(more);
      expect(growing.points(0, settled)).toEqual(before);
    }),
  );
});

test('drawn in pieces or at once, the line is the same', () => {
  fc.assert(
    fc.property(stroke, fc.nat(50), (points, cut) => {
      const pieces = new CentreLine(look({ smoothing: 0.5 })).push(points.slice(0, cut));
      pieces.points();
      expect(pieces.push(points.slice(cut)).points()).toEqual(line(points, { smoothing: 0.5 }));
    }),
  );
});

test('a device that reports seldom draws the same circle as one that reports often', () => {
  const off = (points: readonly LinePoint[]): number =>
    Math.max(...points.map(({ x, y }) => Math.abs(Math.hypot(x, y) - 20)));
  expect(off(line(circle(400), { smoothing: 0 }))).toBeLessThan(0.01);
  // 17 points on 126 mm: chords would be 0.38 mm off.
  expect(off(line(circle(17), { smoothing: 0 }))).toBeLessThan(0.15);
});

test('smoothing takes a tremor out and leaves the line where it was', () => {
  const shaky = Array.from({ length: 200 }, (_, i) => at(i * 0.5, 0.3 * (i % 2 ? 1 : -1), i * 5));
  const tremor = (points: readonly LinePoint[]): number =>
    Math.sqrt(points.slice(30, -30).reduce((sum, { y }) => sum + y * y, 0) / (points.length - 60));
  const [raw, smooth] = [tremor(line(shaky, { smoothing: 0 })), tremor(line(shaky, { smoothing: 1 }))];
  expect(smooth).toBeLessThan(raw / 10);
  const mean = line(shaky, { smoothing: 1 }).reduce((sum, { y }, _, all) => sum + y / all.length, 0);
  expect(Math.abs(mean)).toBeLessThan(0.02);
});

test('width follows pressure by the response, tilt lays a pencil flat, an even line does neither', () => {
  const straight = (pressure: number, more: Partial<StrokePoint> = {}): StrokePoint[] => [
    at(0, 0, 0, pressure, more),
    at(10, 0, 80, pressure, more),
  ];
  const width = (points: StrokePoint[], more: Partial<StrokeLook> = {}): number =>
    line(points, more)[5]!.width;
  expect(width(straight(1), { response: 1 })).toBeCloseTo(1.4, 6);
  expect(width(straight(0.25), { response: 1 })).toBeCloseTo(0.35, 6);
  expect(width(straight(1), { response: 0 })).toBeCloseTo(0.7, 6);
  expect(width(straight(0.5, { tiltX: 70, tiltY: 0 }))).toBeCloseTo(3 * 0.7, 6);
  expect(width(straight(1, { tiltX: 70, tiltY: 0 }), { pressure: 'even' })).toBeCloseTo(0.7, 6);
});

test('without pressure a slow hand draws broader than a quick one', () => {
  const drawn = (ms: number): number =>
    line(
      Array.from({ length: 40 }, (_, i) => at(i * 2, 0, i * ms)),
      { pressure: 'speed', response: 1 },
    ).at(-1)!.width;
  expect(drawn(40)).toBeGreaterThan(1.5 * drawn(4));
});

test('standing still, doubled points and a single touch are no trouble', () => {
  expect(line([at(3, 4, 0)])).toEqual([{ x: 3, y: 4, width: 0.7, strength: 1 }]);
  expect(line([at(3, 4, 0), at(3, 4, 9), at(3, 4, 20)])).toHaveLength(1);
  expect(
    line([at(0, 0, 0), at(0, 0, 0), at(5, 0, 0), at(5, 0, 0)]).every(({ x, y, width }) =>
      [x, y, width].every(Number.isFinite),
    ),
  ).toBe(true);
});
