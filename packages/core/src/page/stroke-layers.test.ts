import fc from 'fast-check';
import { CentreLine } from './centre-line.ts';
import { encodeStroke, type StrokePoint } from './stroke-code.ts';
import { lineLayers, strokeLayers, type StrokeLayer } from './stroke-layers.ts';
import { lookOf, type StrokeLook } from './stroke-look.ts';
import type { Outline } from './stroke-outline.ts';
import type { Stroke } from './things.ts';

/** How often an outline goes round a place, as filling by the nonzero rule counts it. */
function turns(outline: Outline, x: number, y: number): number {
  let sum = 0;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const side = (b.x - a.x) * (y - a.y) - (x - a.x) * (b.y - a.y);
    if (a.y <= y && b.y > y && side > 0) sum += 1;
    if (a.y > y && b.y <= y && side < 0) sum -= 1;
  });
  return sum;
}

/** How dark a place gets when layer is laid on layer: brute force. */
const darkness = (layers: readonly StrokeLayer[], x: number, y: number): number =>
  1 -
  layers.reduce((light, { outlines, alpha }) => {
    const inside = outlines.reduce((sum, outline) => sum + turns(outline, x, y), 0) !== 0;
    return inside ? light * (1 - alpha) : light;
  }, 1);

const stroke = (points: readonly StrokePoint[], more: Partial<Stroke> = {}): Stroke => ({
  type: 'stroke',
  id: 'a',
  sheet: 's',
  order: 'a0',
  points: encodeStroke(points),
  pen: 'pencil',
  size: 2,
  colour: '#1E2430',
  pressure: 'device',
  smoothing: 0,
  ...more,
});
const share = fc.double({ min: 0, max: 1, noNaN: true });
/** Pressed by a slow wave, along a line that turns slowly: no two stretches of it meet. */
const waves = (count: number, from: number, wave: number): StrokePoint[] =>
  Array.from({ length: count }, (_, i) => ({
    x: i,
    y: 6 * Math.sin(i / 25),
    pressure: 0.5 + 0.5 * Math.sin(from + i * wave),
    time: 10 * i,
  }));

test('in its middle a line is as dark as it was pressed there, within half a tone', () => {
  fc.assert(
    fc.property(
      share,
      share,
      share,
      fc.double({ min: 0.02, max: 0.1, noNaN: true }),
      (strength, darkening, from, wave) => {
        const made = stroke(waves(80, 6 * from, wave), { strength, darkening, response: 0 });
        const layers = strokeLayers(made);
        const line = new CentreLine(lookOf(made)).push(waves(80, 6 * from, wave)).points();
        for (let i = 8; i < line.length - 8; i += 7) {
          const { x, y, strength: asked } = line[i]!;
          expect(Math.abs(darkness(layers, x, y) - asked)).toBeLessThan(1 / 32 + 0.02);
        }
      },
    ),
    { numRuns: 60 },
  );
});

test('twice as dark where it is pressed hardest, gone where it is hardly touched, and never more than ink', () => {
  const at = (pressure: number, more: Partial<Stroke>): number => {
    const points = [0, 10, 20].map((x) => ({ x, y: 0, pressure, time: x * 8 }));
    return darkness(strokeLayers(stroke(points, { response: 0, ...more })), 10, 0);
  };
  expect(at(1, { strength: 0.5, darkening: 1 })).toBeCloseTo(1, 6);
  expect(at(0.5, { strength: 0.5, darkening: 1 })).toBeCloseTo(0.5, 1);
  expect(at(0, { strength: 0.5, darkening: 1 })).toBe(0);
  expect(at(1, { strength: 1, darkening: 1 })).toBe(1);
  // By setting alone, whatever the pressure; two of them build up.
  expect(at(0.9, { strength: 0.3, darkening: 0 })).toBeCloseTo(0.3, 6);
  expect(at(0.2, { strength: 0.3, darkening: 0, pen: 'pen' })).toBeCloseTo(0.3, 6);
});

test('a line evenly pressed is one layer, whatever it is set to; of a graded one no layer is empty', () => {
  const even = [0, 5, 10].map((x) => ({ x, y: 0, pressure: 0.5, time: 8 * x }));
  expect(strokeLayers(stroke(even, { strength: 0.7, darkening: 1 }))).toHaveLength(1);
  expect(strokeLayers(stroke(even))).toEqual([expect.objectContaining({ alpha: 1 })]);
  const layers = strokeLayers(stroke(waves(80, 0, 0.05), { strength: 0.5, darkening: 0.5 }));
  expect(layers.length).toBeGreaterThan(4);
  expect(layers.every(({ outlines, alpha }) => outlines.length > 0 && alpha > 0 && alpha <= 1)).toBe(true);
});

test('a line has as many layers when it begins as when it is drawn: pieces go together layer by layer', () => {
  fc.assert(
    fc.property(share, share, fc.integer({ min: 2, max: 60 }), (hardness, darkening, count) => {
      const look: StrokeLook = lookOf({ ...stroke([]), hardness, darkening, strength: 0.6 });
      const layers = (n: number): number[] =>
        lineLayers(new CentreLine(look).push(waves(n, 0, 0.1)).points(), look).map(({ alpha }) => alpha);
      expect(layers(count)).toEqual(layers(1));
    }),
    { numRuns: 40 },
  );
});

test('a soft edge gets lighter outward, and its middle is as dark as it was pressed', () => {
  const points = [0, 20, 40].map((x) => ({ x, y: 0, pressure: 1, time: 8 * x }));
  const layers = strokeLayers(
    stroke(points, { size: 10, hardness: 0, response: 0, strength: 0.4, darkening: 1, pen: 'shade' }),
  );
  const across = [0, 2, 3, 4, 5, 6, 7].map((y) => darkness(layers, 20, y));
  expect(across[0]).toBeCloseTo(0.8, 1);
  expect(across.every((dark, i) => i === 0 || dark <= across[i - 1]!)).toBe(true);
  expect(across[3]!).toBeLessThan(0.7 * across[0]!);
  expect(darkness(layers, 20, 9)).toBe(0);
});
