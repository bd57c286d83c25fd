import fc from 'fast-check';
import type { Mask } from '../mask/mask.ts';
import { guessFigure } from './figure-mask.ts';
import { colourDifference, labOf, labOfHex } from './lab.ts';
import { DRAWING_COLOURS, proposeColours, standsOut } from './propose-colours.ts';
import { lightnessHistogram, VALUE_BINS, valueTable, valueThresholds } from './values.ts';

/** How many pixels of a mask and of what an answer holds for are in both, in either, and in the latter. */
function overlap(
  { width, bits }: Mask,
  holds: (x: number, y: number) => boolean,
): { both: number; either: number; truly: number } {
  let [both, either, truly] = [0, 0, 0];
  bits.forEach((bit, i) => {
    const truth = holds(i % width, Math.floor(i / width));
    both += truth && bit ? 1 : 0;
    either += truth || bit ? 1 : 0;
    truly += truth ? 1 : 0;
  });
  return { both, either, truly };
}

describe('colour', () => {
  test('known values of CIE L*a*b* and CIEDE2000', () => {
    expect(labOf(255, 255, 255).l).toBeCloseTo(100, 3);
    expect(labOf(0, 0, 0).l).toBeCloseTo(0, 6);
    const red = labOf(255, 0, 0);
    expect([red.l, red.a, red.b].map(Math.round)).toEqual([53, 80, 67]);
    // Sharma, Wu and Dalal 2005, pair 1 of the test data.
    expect(colourDifference({ l: 50, a: 2.6772, b: -79.7751 }, { l: 50, a: 0, b: -82.7485 })).toBeCloseTo(
      2.0425,
      3,
    );
  });

  test('what is proposed stands out from what lies under it; on bare paper the usual order holds', () => {
    expect(proposeColours([], 3)).toEqual(DRAWING_COLOURS.slice(0, 3));
    const dark = Array.from({ length: 40 }, (_, i) => labOf(20 + i, 22 + i, 30 + i));
    const [best] = proposeColours(dark, 5);
    expect(best!.name).toBe('white chalk');
    expect(proposeColours(dark, 5).map(({ name }) => name)).not.toContain('ink');
    const blues = Array.from({ length: 30 }, (_, i) => labOf(40, 80 + i, 150 + i));
    const offered = proposeColours(blues, 4).map(({ hex }) => standsOut(labOfHex(hex), blues));
    for (const { hex } of DRAWING_COLOURS)
      expect(standsOut(labOfHex(hex), blues)).toBeLessThanOrEqual(Math.max(...offered));
    expect(offered).toEqual([...offered].sort((p, q) => q - p));
  });
});

describe('values', () => {
  test('thresholds part plain groups between them', () => {
    const histogram = new Array<number>(VALUE_BINS).fill(0);
    for (const [bin, count] of [
      [5, 300],
      [6, 280],
      [30, 200],
      [31, 190],
      [58, 400],
    ] as const)
      histogram[bin] = count;
    const [low, high] = valueThresholds(histogram, 3) as [number, number];
    expect(low).toBeGreaterThan((6 / VALUE_BINS) * 100);
    expect(low).toBeLessThanOrEqual((30 / VALUE_BINS) * 100);
    expect(high).toBeGreaterThan((31 / VALUE_BINS) * 100);
    expect(high).toBeLessThanOrEqual((58 / VALUE_BINS) * 100);
  });

  test('no other split has less variance within its groups', () => {
    const within = (h: readonly number[], cuts: readonly number[]): number => {
      const edges = [0, ...cuts, h.length];
      return edges.slice(1).reduce((sum, to, g) => {
        const part = h.slice(edges[g]!, to).map((weight, i) => ({ weight, at: edges[g]! + i }));
        const w = part.reduce((all, p) => all + p.weight, 0);
        const m = w > 0 ? part.reduce((all, p) => all + p.weight * p.at, 0) / w : 0;
        return sum + part.reduce((all, p) => all + p.weight * (p.at - m) ** 2, 0);
      }, 0);
    };
    fc.assert(
      fc.property(
        fc.array(fc.nat(20), { minLength: 8, maxLength: 16 }),
        fc.nat(14),
        fc.nat(14),
        (h, a, b) => {
          const [i, j] = [Math.min(a, b) % h.length, Math.max(a, b) % h.length].sort((p, q) => p - q) as [
            number,
            number,
          ];
          const cuts = valueThresholds(h, 3).map((l) => Math.round((l / 100) * h.length));
          expect(within(h, cuts)).toBeLessThanOrEqual(within(h, [i, j]) + 1e-6);
        },
      ),
    );
  });

  test('the table has as many greys as groups, rising; a histogram leaves out what is transparent', () => {
    const table = valueTable([30, 60]);
    expect(new Set(table).size).toBe(3);
    expect([...table].sort((p, q) => p - q)).toEqual(table);
    const histogram = lightnessHistogram(
      new Uint8ClampedArray([255, 255, 255, 255, 0, 0, 0, 255, 9, 9, 9, 0]),
    );
    expect([histogram[0], histogram[VALUE_BINS - 1], histogram.reduce((a, b) => a + b)]).toEqual([1, 1, 2]);
  });
});

describe('the figure in a picture', () => {
  test('a figure before a ground that changes from top to bottom is found', () => {
    const [width, height] = [60, 80];
    const rgba = new Uint8ClampedArray(width * height * 4);
    const inside = (x: number, y: number): boolean => ((x - 30) / 14) ** 2 + ((y - 40) / 28) ** 2 < 1;
    for (let i = 0; i < width * height; i += 1) {
      const [x, y] = [i % width, Math.floor(i / width)];
      const ground = 150 + y;
      rgba.set(inside(x, y) ? [150, 100, 70, 255] : [ground, ground + (i % 3), ground + 8, 255], 4 * i);
    }
    const { both, either } = overlap(guessFigure(rgba, width, height), inside);
    expect(both / either).toBeGreaterThan(0.97);
  });

  test('a pale figure is found whole beside its own dark shadow, also where that reaches the picture’s side', () => {
    const [width, height] = [120, 100];
    const rgba = new Uint8ClampedArray(width * height * 4);
    const figure = (x: number, y: number): boolean => Math.hypot(x - 60, y - 45) < 26;
    const shadow = (x: number, y: number): boolean => !figure(x, y) && x > 70 && y > 62 && y < 74;
    for (let i = 0; i < width * height; i += 1) {
      const [x, y] = [i % width, Math.floor(i / width)];
      const tone = figure(x, y) ? 195 : shadow(x, y) ? 60 : 165 + (i % 2);
      rgba.set([tone, tone, tone - 20, 255], 4 * i);
    }
    const found = guessFigure(rgba, width, height);
    const { both, truly } = overlap(found, figure);
    expect(both / truly).toBeGreaterThan(0.97);
    // Nor is the ground taken along where the shadow lies in the strip beside it.
    expect(overlap(found, (x, y) => x < 30 && y > 62).both).toBe(0);
  });
});
