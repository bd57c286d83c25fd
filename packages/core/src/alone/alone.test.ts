import fc from 'fast-check';
import type { Shape } from '../forms/shape.ts';
import { rotation, compose, translation } from '../geometry/affine.ts';
import type { Form, Id, Landmark, Thing } from '../page/things.ts';
import { lightsOver } from './lights.ts';
import { HEAD_FROM_FRONT } from '../recipe/head-from-front.ts';
import { layRecipe } from '../recipe/lay.ts';
import { balanceSentence, lookOver, proportionSentence, touchSentence, unlikeSentence } from './look-over.ts';

const SHEET: Thing = {
  type: 'sheet',
  id: 's',
  kind: 'forms',
  name: 'Forms',
  order: 'a0',
  opacity: 1,
  hidden: false,
  locked: false,
};
const form = (
  id: Id,
  part: string | null,
  shape: Shape,
  x: number,
  y: number,
  more: Partial<Form> = {},
): Form => ({
  type: 'form',
  id,
  sheet: 's',
  order: `a${id}`,
  part,
  shape,
  transform: translation(x, y),
  ...more,
});
const round = (rx: number, ry = rx): Shape => ({ kind: 'ellipse', rx, ry });
const box = (w: number, h: number): Shape => ({
  kind: 'trapezoid',
  corners: [
    { x: -w / 2, y: -h / 2 },
    { x: w / 2, y: -h / 2 },
    { x: w / 2, y: h / 2 },
    { x: -w / 2, y: h / 2 },
  ],
});
const page = (...things: Thing[]): Map<Id, Thing> => new Map([SHEET, ...things].map((t) => [t.id, t]));
const landmark = (name: string, x: number, y: number): Landmark => ({
  type: 'landmark',
  id: name,
  sheet: 's',
  name,
  state: 'set',
  at: { x, y },
  spread: 0.5,
});

describe('near-touches', () => {
  test('of rounds: told where they are nearer than 1.5 % of the height, not apart, not plainly over each other', () => {
    const two = (gap: number) =>
      page(form('a', 'head', round(20), 70, 40), form('b', null, round(20), 70, 80 + gap));
    const seen = (gap: number): number => lookOver(two(gap), null).touches!.length;
    expect(seen(0.4)).toBe(1);
    expect(seen(3)).toBe(0);
    expect(seen(-12)).toBe(0);
    expect(touchSentence(lookOver(two(0.4), null).touches![0]!)).toBe(
      'The head and a form nearly touch: bring them apart, or plainly over each other.',
    );
  });

  test('what hangs on each other meets there on purpose', () => {
    const hung = form('b', 'neck', round(8), 70, 68.2, { joint: { on: 'a', at: { x: 0, y: -8 } } });
    expect(lookOver(page(form('a', 'head', round(20), 70, 40), hung), null).touches).toEqual([]);
  });

  test('planted among others apart on a page, each is told, and nothing on a page without', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5 }),
        fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        (at, gap) => {
          const grid = Array.from({ length: 6 }, (_, i) =>
            form(`f${i}`, `part ${i}`, round(12), 30 + 40 * (i % 3), 60 + 60 * Math.floor(i / 3)),
          );
          expect(lookOver(page(...grid), null).touches).toEqual([]);
          const near = grid[at]!;
          const planted = form('p', 'planted', round(12), near.transform[4], near.transform[5] - 24 - gap);
          const { touches } = lookOver(page(...grid, planted), null);
          expect(touches!.map(({ about }) => about.map(({ id }) => id))).toEqual([[near.id, 'p']]);
        },
      ),
    );
  });
});

describe('balance', () => {
  test('by area: a box stands; leant beyond its foot it falls to that side', () => {
    const upright = lookOver(page(form('a', null, box(30, 100), 70, 100)), null).balance!;
    expect(upright.outside).toBe(0);
    expect(upright.weight.x).toBeCloseTo(70, 9);
    expect(upright.stands.from).toBeCloseTo(55, 6);
    expect(balanceSentence(upright)).toBe(
      'The weight lies over where it stands, by the room its forms take.',
    );
    const leaning = form('a', null, box(30, 100), 0, 0, {
      transform: compose(translation(70, 100), rotation(-30)),
    });
    const fallen = lookOver(page(leaning), null).balance!;
    expect(fallen.outside).toBeGreaterThan(5);
    expect(balanceSentence(fallen)).toMatch(
      /^It would fall to the right: the weight lies \d+ % of its height/,
    );
  });

  test('by landmarks: the weight of a figure that stands on one side of its feet', () => {
    const stood = (feet: number) =>
      page(
        landmark('crown', 70, 20),
        landmark('chin', 70, 40),
        landmark('pit of the neck', 70, 45),
        landmark('left hip', 76, 100),
        landmark('right hip', 64, 100),
        landmark('left knee', 76 + feet / 2, 140),
        landmark('right knee', 64 + feet / 2, 140),
        landmark('left ankle', 76 + feet, 180),
        landmark('right ankle', 64 + feet, 180),
        form('a', null, box(30, 160), 70, 100),
      );
    const over = lookOver(stood(0), null).balance!;
    expect(over.by).toBe('landmarks');
    expect(over.outside).toBe(0);
    expect(over.weight.x).toBeCloseTo(70, 9);
    expect(lookOver(stood(60), null).balance!.outside).toBeLessThan(-5);
  });
});

describe('both sides', () => {
  const axis: Thing = { type: 'axis', id: 'x', sheet: 's', from: { x: 70, y: 0 }, to: { x: 70, y: 9 } };
  const eyes = (y: number, rx = 8): Thing[] => [
    form('l', 'left eye', round(rx, 4), 90, y),
    form('r', 'right eye', round(8, 4), 50, 60),
    form('h', 'head', round(40, 55), 70, 70),
  ];

  test('are told about an axis only, of what is not alike', () => {
    expect(lookOver(page(...eyes(60)), null).unlike).toBeNull();
    expect(lookOver(page(axis, ...eyes(60)), null).unlike).toEqual([]);
    const [low] = lookOver(page(axis, ...eyes(66, 10)), null).unlike!;
    expect(low!.off).toBeCloseTo((100 * 6) / 110, 6);
    expect(unlikeSentence(low!)).toBe(
      'The left eye is 5.5 % of the height off the right one’s mirror image, and 25 % longer than the right.',
    );
    // An axis without a direction says nothing.
    expect(lookOver(page({ ...axis, to: { x: 70, y: 0 } } as Thing, ...eyes(66)), null).unlike).toBeNull();
  });
});

test('against a recipe: laid as it is nothing is off; one part a half longer is', () => {
  const laid = layRecipe(HEAD_FROM_FRONT, 90, { x: 74, y: 105 }).map(({ part, shape, transform }, i) =>
    form(`f${i}`, part, shape, 0, 0, { transform }),
  );
  expect(lookOver(page(...laid), HEAD_FROM_FRONT).proportions).toEqual([]);
  const other = HEAD_FROM_FRONT.parts.find(({ name }) => name !== HEAD_FROM_FRONT.unit)!;
  const longer = laid.map((one) =>
    one.part === other.name ? { ...one, transform: compose(one.transform, [1.5, 0, 0, 1.5, 0, 0]) } : one,
  );
  const [off, ...more] = lookOver(page(...longer), HEAD_FROM_FRONT).proportions!;
  expect(more).toEqual([]);
  expect(off!.longer).toBeCloseTo(0.5, 2);
  expect(proportionSentence(off!)).toMatch(new RegExp(`^The ${other.name} is [\\d.]+ times as long as the `));
  expect(lookOver(page(form('a', null, round(9), 9, 9)), HEAD_FROM_FRONT).proportions).toBeNull();
});

test('of an empty page nothing is told, and of one flat form nothing breaks', () => {
  expect(lookOver(page(), null)).toEqual({
    room: null,
    balance: null,
    touches: null,
    unlike: null,
    proportions: null,
  });
  const flat = form(
    'a',
    'left eye',
    {
      kind: 'line',
      points: [
        { x: 0, y: 0 },
        { x: 9, y: 0 },
      ],
    },
    10,
    10,
  );
  expect(lookOver(page(flat), null).balance).toBeNull();
  // Pressed flat by a bend or a typed number, a closed form holds nothing either.
  const pressed = form('b', 'left thigh', round(9), 0, 0, { transform: [1, 0, 0, 0, 40, 60] });
  expect(lookOver(page(flat, pressed), HEAD_FROM_FRONT).balance).toBeNull();
  expect(lightsOver(page(pressed))([pressed]).touches).toEqual([]);
});

describe('lights while something is moved', () => {
  const moved = (one: Form, x: number, y: number): Form => ({ ...one, transform: translation(x, y) });
  const [top, low] = [form('a', 'head', round(12), 70, 30), form('b', 'ribcage', round(20), 70, 80)];

  test('a near-touch lights up on the way, and one that was there before does not', () => {
    const lights = lightsOver(page(top, low));
    expect(lights([moved(top, 70, 46.5)]).touches).toHaveLength(0);
    expect(lights([moved(top, 70, 47.6)]).touches).toHaveLength(1);
    expect(lights([moved(top, 70, 60)]).touches).toHaveLength(0);
    const near = lightsOver(page(moved(top, 70, 47.6), low));
    expect(near([moved(top, 70.1, 47.6)]).touches).toHaveLength(0);
  });

  test('a gap that is closed lights up as it was', () => {
    // Four bars round an open square.
    const bars = [
      form('n', 'n', box(60, 10), 70, 60),
      form('s', 's', box(60, 10), 70, 110),
      form('w', 'w', box(10, 60), 45, 85),
      form('e', 'e', box(10, 60), 95, 85),
    ];
    const lights = lightsOver(page(...bars));
    expect(lights([moved(bars[3]!, 95, 86)]).closed).toEqual([]);
    const [gap] = lights([moved(form('e', 'e', box(60, 60), 0, 0), 80, 85)]).closed;
    const xs = gap!.map(({ x }) => x);
    expect(Math.min(...xs)).toBeCloseTo(50, 0);
    expect(Math.max(...xs)).toBeCloseTo(90, 0);
    // Opened to one side it is no gap any more either.
    expect(lights([moved(bars[3]!, 140, 85)]).closed).toHaveLength(1);
  });

  test('lost balance lights up, and what never stood does not', () => {
    const foot = form('f', null, box(30, 10), 70, 150);
    const body = form('g', null, box(20, 100), 70, 95);
    expect(lightsOver(page(foot, body))([moved(body, 71, 95)]).fallen).toBeNull();
    expect(lightsOver(page(foot, body))([moved(body, 120, 95)]).fallen!.outside).toBeGreaterThan(1);
    // A form that is only being drawn is no move.
    expect(lightsOver(page(foot))([moved(body, 120, 95)]).fallen).toBeNull();
    const fallen = moved(body, 120, 95);
    expect(lightsOver(page(foot, fallen))([moved(fallen, 125, 95)]).fallen).toBeNull();
  });

  test('of nothing, nothing lights up', () => {
    expect(lightsOver(page())([])).toEqual({ touches: [], closed: [], fallen: null });
  });
});
