import fc from 'fast-check';
import { BrokenStroke, decodeStroke, encodeStroke } from './stroke-code.ts';

const point = fc.record({
  x: fc.integer({ min: -50_000, max: 50_000 }).map((v) => v / 100),
  y: fc.integer({ min: -50_000, max: 50_000 }).map((v) => v / 100),
  pressure: fc.integer({ min: 0, max: 1023 }).map((v) => v / 1023),
  time: fc.integer({ min: 0, max: 10_000_000 }).map((v) => v / 10),
});
const tilted = point.chain((p) =>
  fc
    .record({ tiltX: fc.integer({ min: -90, max: 90 }), tiltY: fc.integer({ min: -90, max: 90 }) })
    .map((t) => ({ ...p, ...t })),
);

test('a stroke comes back point for point, with tilt and without', () => {
  fc.assert(
    fc.property(fc.oneof(fc.array(point), fc.array(tilted)), (points) => {
      expect(decodeStroke(encodeStroke(points))).toEqual(points);
    }),
  );
});

test('a drawn stroke takes few bytes a point', () => {
  const points = Array.from({ length: 300 }, (_, i) => ({
    x: 20 + i * 0.31,
    y: 40 + 8 * Math.sin(i / 20),
    pressure: 0.5 + 0.3 * Math.sin(i / 40),
    time: i * 4.2,
  }));
  expect((encodeStroke(points).length * 3) / 4 / points.length).toBeLessThan(6);
});

test('what is cut short, lengthened or of another version is refused', () => {
  const whole = encodeStroke([
    { x: 1, y: 2, pressure: 0.5, time: 0 },
    { x: 3, y: 4, pressure: 0.6, time: 8 },
  ]);
  const bytes = Buffer.from(whole, 'base64');
  for (let cut = 0; cut < bytes.length; cut += 1)
    expect(() => decodeStroke(bytes.subarray(0, cut).toString('base64'))).toThrow(BrokenStroke);
  expect(() => decodeStroke(Buffer.concat([bytes, Buffer.from([0])]).toString('base64'))).toThrow(
    BrokenStroke,
  );
  expect(() => decodeStroke(Buffer.concat([Buffer.from([9]), bytes.subarray(1)]).toString('base64'))).toThrow(
    BrokenStroke,
  );
  expect(() => decodeStroke('not base64 at all!')).toThrow(BrokenStroke);
  expect(() => encodeStroke([{ x: NaN, y: 0, pressure: 0, time: 0 }])).toThrow(BrokenStroke);
});
