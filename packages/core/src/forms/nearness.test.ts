import fc from 'fast-check';
import { shapeOutline } from './outline.ts';
import { apart, feetFor, offBy, offChange, offOutline } from './guess/nearness.ts';

const place = fc.record({
  x: fc.double({ min: -40, max: 40, noNaN: true }),
  y: fc.double({ min: -40, max: 40, noNaN: true }),
});

test('how far places come to lie off an outline that changes a little is as it is measured anew', () => {
  const bean = (by: number, width: number) =>
    shapeOutline({ kind: 'bean', spine: [{ x: -20, y: 0 }, { x: by, y: 8 }, { x: 20, y: 0 }], width }); // prettier-ignore
  fc.assert(
    fc.property(fc.array(place, { minLength: 1, maxLength: 8 }), (places) => {
      const [was, is] = [bean(0, 14), bean(2e-3, 14 + 1e-3)];
      const [off, then] = [new Float64Array(places.length), new Float64Array(places.length)];
      const feet = feetFor(places.length);
      offOutline(places, was, off, feet);
      offOutline(places, is, then);
      const change = offChange(places, was, is, off, feet);
      // Where two places of the outline are as near, either may be the nearest afterwards.
      places.forEach((_, i) => expect(Math.abs(then[i]! - off[i]! - change[i]!)).toBeLessThan(3e-4));
    }),
  );
});

test('a square a millimetre larger on every side is that far off, both ways; outside is positive', () => {
  const square = (r: number) =>
    [[-r, -r], [r, -r], [r, r], [-r, r]].map(([x = 0, y = 0]) => ({ x, y })); // prettier-ignore
  const sides = [[0, -11], [11, 0], [0, 11], [-11, 0]].map(([x = 0, y = 0]) => ({ x, y })); // prettier-ignore
  const out = new Float64Array(4);
  offOutline(sides, square(10), out);
  expect(new Set(out.map(Math.abs))).toEqual(new Set([1]));
  expect(new Set(out.map(Math.sign)).size).toBe(1);
  expect(offBy(sides, square(10))).toBe(1);
  expect(apart(square(10), square(10))).toBe(0);
});
