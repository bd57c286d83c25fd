import fc from 'fast-check';
import { seeded } from '../random/seeded.ts';
import { outlineOf } from '../mask/outlines.ts';
import { foreground } from './foreground.ts';
import { boxRadii, soften } from './soften.ts';
import { carryTone, toneCurve } from './tone-curve.ts';

describe('the tone curve', () => {
  test('known values: as it came, black and white points, a lighter middle', () => {
    expect([...toneCurve({ black: 0, white: 255, middle: 1 })]).toEqual(
      Array.from({ length: 256 }, (_, i) => i),
    );
    const curve = toneCurve({ black: 50, white: 150, middle: 1 });
    expect([curve[0], curve[50], curve[100], curve[150], curve[255]]).toEqual([0, 0, 128, 255, 255]);
    expect(toneCurve({ black: 0, white: 255, middle: 2 })[64]).toBe(Math.round(255 * Math.sqrt(64 / 255)));
  });

  test('never falls', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 1, max: 55 }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        (black, span, middle) => {
          const curve = toneCurve({ black, white: black + span, middle });
          for (let i = 1; i < 256; i += 1) expect(curve[i]!).toBeGreaterThanOrEqual(curve[i - 1]!);
          expect([curve[black], curve[black + span]]).toEqual([0, 255]);
        },
      ),
    );
  });

  test('grey keeps what is seen through alone', () => {
    const pixels = new Uint8ClampedArray([255, 0, 0, 7, 10, 20, 30, 255]);
    carryTone(pixels, 4, toneCurve({ black: 0, white: 255, middle: 1 }), true);
    expect([...pixels]).toEqual([54, 54, 54, 7, 19, 19, 19, 255]);
  });
});

describe('softening', () => {
  test('comes close to a Gaussian of the spread asked for', () => {
    for (const sigma of [2, 3.7, 8]) {
      const n = 161;
      const pixels = new Uint8ClampedArray(n * n).fill(0);
      for (let y = 0; y < n; y += 1) for (let x = 80; x < n; x += 1) pixels[y * n + x] = 255;
      soften(pixels, n, n, 1, sigma);
      // An edge becomes the integral of the Gaussian: 84.1 % one spread inside.
      const at = (x: number): number => pixels[80 * n + x]! / 255;
      const inside =
        at(79 + Math.round(sigma)) +
        (at(80 + Math.round(sigma)) - at(79 + Math.round(sigma))) * (0.5 + sigma - Math.round(sigma));
      expect(Math.abs(inside - 0.8413)).toBeLessThan(0.025);
    }
  });

  test('leaves what is even as it is, and everything under half a pixel', () => {
    const even = new Uint8ClampedArray(40 * 30 * 4).fill(90);
    soften(even, 40, 30, 4, 6);
    expect(new Set(even)).toEqual(new Set([90]));
    const some = Uint8ClampedArray.from({ length: 100 }, (_, i) => i * 2);
    const before = [...some];
    soften(some, 10, 10, 1, 0.4);
    expect([...some]).toEqual(before);
    expect(boxRadii(5).every((r) => Number.isInteger(r))).toBe(true);
  });
});

describe('the foreground from a few strokes', () => {
  const [width, height] = [160, 200];
  const inThing = (x: number, y: number): boolean =>
    ((x - 80) / 38) ** 2 + ((y - 70) / 45) ** 2 < 1 || (x > 60 && x < 100 && y > 90 && y < 180);

  /** A shaded thing on a slanting ground, with noise. */
  function picture(seed: number): Uint8ClampedArray {
    const random = seeded(seed);
    const rgba = new Uint8ClampedArray(width * height * 4);
    for (let y = 0; y < height; y += 1) {
      for (let x = 0; x < width; x += 1) {
        const noise = 10 * (random() - 0.5);
        const colour = inThing(x, y)
          ? [150 - 0.5 * x + noise, 110 - 0.4 * x + noise, 90 - 0.3 * x + noise]
          : [190 + 0.15 * y + noise, 200 + noise, 205 - 0.1 * y + noise];
        rgba.set([...colour, 255], 4 * (y * width + x));
      }
    }
    return rgba;
  }
  const line = (x0: number, y0: number, x1: number, y1: number): number[] =>
    Array.from(
      { length: 120 },
      (_, k) => Math.round(y0 + ((y1 - y0) * k) / 119) * width + Math.round(x0 + ((x1 - x0) * k) / 119),
    );

  test('finds a planted thing to within 4 % of its area, and its outline', () => {
    for (const seed of [1, 2, 3]) {
      const mask = foreground(picture(seed), width, height, {
        inside: [...line(55, 70, 105, 70), ...line(80, 60, 80, 170)],
        outside: [],
      });
      let [both, either] = [0, 0];
      for (let y = 0; y < height; y += 1) {
        for (let x = 0; x < width; x += 1) {
          const [is, found] = [inThing(x, y), mask.bits[y * width + x] === 1];
          both += is && found ? 1 : 0;
          either += is || found ? 1 : 0;
        }
      }
      expect(both / either).toBeGreaterThan(0.96);
      const outline = outlineOf(mask);
      expect(outline.length).toBeGreaterThan(8);
      const area =
        Math.abs(
          outline.reduce((sum, p, i) => {
            const q = outline[(i + 1) % outline.length]!;
            return sum + p.x * q.y - q.x * p.y;
          }, 0),
        ) / 2;
      expect(area / mask.bits.reduce((sum, bit) => sum + bit, 0)).toBeCloseTo(1, 1);
    }
  });

  test('a line over what is not takes a like-coloured neighbour away', () => {
    const rgba = picture(4);
    for (let y = 120; y < 170; y += 1)
      for (let x = 110; x < 150; x += 1)
        rgba.set(
          [rgba[4 * (y * width + 90)]!, rgba[4 * (y * width + 90) + 1]!, rgba[4 * (y * width + 90) + 2]!],
          4 * (y * width + x),
        );
    const inside = [...line(55, 70, 105, 70), ...line(80, 60, 80, 170)];
    const kept = foreground(rgba, width, height, {
      inside,
      outside: [...line(115, 145, 145, 145), ...line(5, 5, 155, 5), ...line(20, 20, 20, 180)],
    });
    expect(kept.bits[145 * width + 130]).toBe(0);
    expect(kept.bits[145 * width + 80]).toBe(1);
  });

  test('an empty mask has no outline', () => {
    expect(outlineOf({ width: 8, height: 8, bits: new Uint8Array(64) })).toEqual([]);
  });
});
