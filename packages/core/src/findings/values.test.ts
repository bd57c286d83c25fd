import fc from 'fast-check';
import type { Mask } from '../mask/mask.ts';
import { masked } from '../testing/masks.ts';
import { labOf } from '../tone/lab.ts';
import { lightnessOf, type Lightness } from '../tone/lightness.ts';
import { extremeSentence, holesSentence, roomSentence, valuesDeed, valuesSentence } from './value-words.ts';
import { valuesOf, type ValueReport } from './values.ts';

const [WIDTH, HEIGHT] = [160, 200];
const made = (l: (x: number, y: number) => number): Lightness => ({
  width: WIDTH,
  height: HEIGHT,
  values: Uint8ClampedArray.from({ length: WIDTH * HEIGHT }, (_, i) => {
    return (l(i % WIDTH, Math.floor(i / WIDTH)) * 255) / 100;
  }),
});
/** A thing of three planes: dark at its left, middle, light at its right; darkest low at the left. */
const plane = (x: number): number => (x < 60 ? 0 : x < 100 ? 1 : 2);
const picture = made((x, y) => [25 - (y > 150 ? 10 : 0), 55, 85 + (y < 50 ? 8 : 0)][plane(x)]!);
const within: Mask = masked(WIDTH, HEIGHT, (x, y) => x > 20 && x < 140 && y > 20 && y < 180);
const drawn = (levels: readonly [number, number, number]): Lightness =>
  made((x, y) =>
    within.bits[y * WIDTH + x]
      ? levels[plane(x)]! - (plane(x) === 0 && y > 150 ? 10 : 0) + (plane(x) === 2 && y < 50 ? 2 : 0)
      : 98,
  );
const told = (drawing: Lightness): ValueReport => valuesOf(drawing, picture, within, HEIGHT)!;

test('lightness is that of CIE L*', () => {
  fc.assert(
    fc.property(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), ([r, g, b]) => {
      const { values } = lightnessOf(new Uint8ClampedArray([r, g, b, 255]), 1, 1);
      expect(Math.abs((values[0]! * 100) / 255 - labOf(r, g, b).l)).toBeLessThan(0.3);
    }),
  );
});

test('of a picture laid on itself all groups take what they take to 1 %, and agree', () => {
  const report = told(picture);
  const [dark, middle, light] = [39 / 119, 40 / 119, 40 / 119];
  for (const [name, share] of Object.entries({ dark, middle, light })) {
    const own = report.shares[name as 'dark'];
    expect(own.drawn).toBe(own.reference);
    expect(Math.abs(own.drawn - share)).toBeLessThan(0.01);
  }
  expect(report.agreement).toBeCloseTo(1, 9);
  expect(report).toMatchObject({ off: null, room: null, holes: [] });
  expect([report.darkest.isOther, report.lightest.isOther]).toEqual([false, false]);
});

test('a lighter hand with the same steps is as it is; a group that sinks into its neighbour is named', () => {
  expect(told(drawn([55, 72, 90]))).toMatchObject({ off: null, room: null });
  const off = (levels: readonly [number, number, number]) => {
    const { sure: _, ...rest } = told(drawn(levels)).off!;
    return rest;
  };
  expect(off([48, 55, 85])).toEqual({ pair: ['dark', 'middle'], moved: { group: 'dark', way: 'light' } });
  expect(off([10, 22, 85])).toEqual({ pair: ['dark', 'middle'], moved: { group: 'middle', way: 'dark' } });
  expect(off([25, 78, 85])).toEqual({ pair: ['middle', 'light'], moved: { group: 'middle', way: 'light' } });
  expect(off([40, 57, 62])).toEqual({ pair: ['middle', 'light'], moved: { group: 'light', way: 'dark' } });
  // A soft hand with too little light, or too light a middle: which cannot be told.
  expect(off([25, 50, 60])).toEqual({ pair: ['middle', 'light'], moved: null });
});

test('tone that lies elsewhere agrees less, and takes other room', () => {
  const spread = made((x, y) => (within.bits[y * WIDTH + x] ? (x < 110 ? 25 : x < 125 ? 55 : 90) : 98));
  const report = told(spread);
  expect(report.agreement).toBeLessThan(0.6);
  expect(report.room).toBe('dark');
  expect(roomSentence(report)).toMatch(/^The dark values take 7\d % of the thing, in the picture 33 %\.$/);
});

test('the darkest place that is another one is told by what it lies by', () => {
  const high = made((x, y) =>
    within.bits[y * WIDTH + x] ? [40 - (y < 60 ? 20 : 0), 60, 85][plane(x)]! : 98,
  );
  const { darkest } = told(high);
  expect(darkest.isOther).toBe(true);
  expect(darkest.drawn.y).toBeLessThan(60);
  expect(darkest.reference.y).toBeGreaterThan(150);
  const by = ({ y }: { y: number }): string => (y < 100 ? 'lid' : 'foot');
  expect(extremeSentence('darkest', darkest, by)).toBe(
    'The darkest place is by the lid, in the picture by the foot.',
  );
  expect(extremeSentence('darkest', darkest, () => null)).toMatch(/another one/);
  expect(extremeSentence('lightest', { ...darkest, isOther: false }, by)).toBeNull();
});

test('a place left unfilled within tone is found; hatching, and what is light in the picture, is none', () => {
  const base = drawn([25, 55, 85]);
  const withHole = (at: readonly [number, number], half: number): Lightness => ({
    ...base,
    values: base.values.map((v, i) =>
      Math.abs((i % WIDTH) - at[0]) < half && Math.abs(Math.floor(i / WIDTH) - at[1]) < half ? 250 : v,
    ),
  });
  const { holes } = told(withHole([45, 90], 6));
  expect(holes).toHaveLength(1);
  expect(Math.hypot(holes[0]!.at.x - 45, holes[0]!.at.y - 90)).toBeLessThan(4);
  expect(holes[0]!.outlines).toHaveLength(1);
  expect(told(withHole([120, 90], 6)).holes).toEqual([]);
  expect(told(withHole([45, 90], 2)).holes).toEqual([]);
  const hatched = { ...base, values: base.values.map((v, i) => ((i + Math.floor(i / WIDTH)) % 3 ? v : 250)) };
  expect(told(hatched).holes).toEqual([]);
  expect(holesSentence(told(withHole([45, 90], 6)))).toBe('One place within the tone is left unfilled.');
});

test('a drawing with hardly any tone, a picture in one tone, and no thing at all say nothing', () => {
  expect(
    valuesOf(
      made(() => 98),
      picture,
      within,
      HEIGHT,
    ),
  ).toBeNull();
  expect(
    valuesOf(
      drawn([25, 55, 85]),
      made(() => 50),
      within,
      HEIGHT,
    ),
  ).toBeNull();
  expect(
    valuesOf(
      picture,
      picture,
      masked(WIDTH, HEIGHT, () => false),
      HEIGHT,
    ),
  ).toBeNull();
  expect(valuesOf(picture, picture, within, 0)).toBeNull();
});

test('sentences say what to do, gently', () => {
  const report = told(drawn([48, 55, 85]));
  expect(valuesSentence(report)).toBe(
    'The dark values are too light: the dark and the middle values hardly stand apart.',
  );
  expect(valuesDeed(report)).toBe('Darken the dark values.');
  const unsure = told(drawn([25, 50, 60]));
  expect(valuesSentence(unsure)).toBe('The middle and the light values hardly stand apart.');
  const perhaps = { ...unsure, off: { ...unsure.off!, sure: 'perhaps' as const } };
  expect(valuesSentence(perhaps)).toBe('Perhaps: the middle and the light values hardly stand apart.');
  expect(valuesDeed(unsure)).toBe('Set the middle and the light values further apart.');
  expect(valuesDeed(told(drawn([40, 57, 62])))).toBe('Lighten the light values.');
  expect(valuesSentence(told(picture))).toMatch(/^Dark, middle and light lie where they do/);
  expect(valuesSentence({ ...told(picture), agreement: 0.2 })).toMatch(/lie in other places/);
  expect(valuesDeed(told(picture))).toBeNull();
  expect(roomSentence(told(picture))).toMatch(/^Of the thing dark 33 %, middle 33 %, light 34 %/);
  expect(holesSentence({ ...report, holes: [{}, {}] as never })).toBe(
    '2 places within the tone are left unfilled.',
  );
  expect(holesSentence(told(picture))).toBeNull();
});
