import fc from 'fast-check';
import { FORM_KINDS, type Shape } from '../forms/shape.ts';
import { areaSize, areaWithin, isWithin, joined, shared } from '../geometry/area.ts';
import { seeded } from '../random/seeded.ts';
import { anyShape } from '../testing/made-strokes.ts';
import { blockIn, LOWEST_LIGHT, type Light } from './block-in.ts';
import { formOutline } from './form-geometry.ts';
import { MASS_VALUES, type Form, type MassValue } from './things.ts';

const form = (shape: Shape, x = 50, y = 50): Form => ({
  type: 'form',
  id: 'a',
  sheet: 's',
  order: 'a0',
  shape,
  transform: [1, 0, 0, 1, x, y],
  part: null,
});
const valueAt = (values: ReturnType<typeof blockIn>, x: number, y: number): MassValue | null =>
  MASS_VALUES.find((value) => isWithin(values[value], { x, y })) ?? null;
const lightIn = fc.record({
  from: fc.double({ min: 0, max: 360, noNaN: true }),
  height: fc.double({ min: LOWEST_LIGHT, max: 85, noNaN: true }),
});
const toward = ({ from, height }: Light): [number, number, number] => {
  const [a, h] = [(from * Math.PI) / 180, (height * Math.PI) / 180];
  return [Math.cos(a) * Math.cos(h), -Math.sin(a) * Math.cos(h), Math.sin(h)];
};

test('a ball has the value that Lambert gives each place of it', () => {
  const radius = 20;
  fc.assert(
    fc.property(lightIn, (light) => {
      const values = blockIn([form({ kind: 'ellipse', rx: radius, ry: radius })], light);
      const [lx, ly, up] = toward(light);
      const lit = Math.min(0.6, up);
      for (let u = -0.9; u <= 0.9; u += 0.15)
        for (let v = -0.9; v <= 0.9; v += 0.15) {
          if (Math.hypot(u, v) > 0.95) continue;
          const strength = u * lx + v * ly + Math.sqrt(1 - u * u - v * v) * up;
          if (Math.abs(strength - lit) < 0.02 || Math.abs(strength - 0.2) < 0.02) continue;
          const truth = strength >= lit ? 'light' : strength < 0.2 ? 'dark' : 'middle';
          expect([u, v, valueAt(values, 50 + radius * u, 50 + radius * v)]).toEqual([u, v, truth]);
        }
    }),
    { numRuns: 60 },
  );
});

test('across a limb it runs from light to dark, from the side of the light to the other', () => {
  const limb = form({
    kind: 'limb',
    spine: [
      { x: 0, y: -30 },
      { x: 0, y: 0 },
      { x: 0, y: 30 },
    ],
    widths: [20, 20],
  });
  const values = blockIn([limb], { from: 180, height: 35 });
  expect([41, 51, 53, 59].map((x) => valueAt(values, x, 50))).toEqual(['light', 'middle', 'middle', 'dark']);
  const other = blockIn([limb], { from: 0, height: 35 });
  expect([41, 47, 49, 59].map((x) => valueAt(other, x, 50))).toEqual(['dark', 'middle', 'middle', 'light']);
});

test('each plane of a box that is seen has a value of its own, in the order of the light', () => {
  const box = form({
    kind: 'box',
    corners: [
      { x: 0, y: 0 },
      { x: 20, y: 0 },
      { x: 0, y: 20 },
      { x: 8, y: -8 },
    ],
  });
  // Its front, its top and its right side.
  const planes = (light: Light): (MassValue | null)[] => {
    const values = blockIn([box], light);
    return [
      [60, 60],
      [64, 46],
      [74, 56],
    ].map(([x, y]) => valueAt(values, x!, y!));
  };
  expect(planes({ from: 100, height: 35 })).toEqual(['middle', 'light', 'dark']);
  expect(planes({ from: 0, height: 35 })).toEqual(['middle', 'dark', 'light']);
});

test('the three share no place and fill every form, whatever they are and however they overlap', () => {
  fc.assert(
    fc.property(
      lightIn,
      fc.array(
        fc.record({ kind: fc.constantFrom(...FORM_KINDS), seed: fc.nat(1000), x: fc.nat(60), y: fc.nat(60) }),
        {
          minLength: 1,
          maxLength: 5,
        },
      ),
      (light, all) => {
        const forms = all.map(({ kind, seed, x, y }) => form(anyShape(kind, seeded(seed)), x, y));
        const { light: lit, middle, dark } = blockIn(forms, light);
        const sum = areaSize(lit) + areaSize(middle) + areaSize(dark);
        const room = forms
          .filter(({ shape }) => shape.kind !== 'line')
          .reduce((rooms, one) => joined(rooms, areaWithin(formOutline(one))), areaWithin([]));
        expect(Math.abs(sum - areaSize(room))).toBeLessThan(0.01 * areaSize(room) + 1);
        for (const [a, b] of [
          [lit, middle],
          [lit, dark],
          [middle, dark],
        ] as const)
          expect(areaSize(shared(a, b))).toBeLessThan(0.5);
      },
    ),
    { numRuns: 60 },
  );
});

test('a form in front covers what lies behind; nothing comes of lines and of nothing', () => {
  const [ball, front] = [form({ kind: 'ellipse', rx: 20, ry: 20 }), form({ kind: 'ellipse', rx: 8, ry: 8 })];
  const light = { from: 180, height: 40 };
  expect(valueAt(blockIn([ball], light), 57, 50)).toBe('middle');
  expect(valueAt(blockIn([ball, front], light), 57, 50)).toBe('dark');
  const line = form({
    kind: 'line',
    points: [
      { x: 0, y: 0 },
      { x: 9, y: 9 },
    ],
  });
  expect(blockIn([line], light)).toEqual({ light: [], middle: [], dark: [] });
  expect(blockIn([], light)).toEqual({ light: [], middle: [], dark: [] });
});
