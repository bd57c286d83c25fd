import type { Point } from '../geometry/point.ts';
import type { Lightness } from '../tone/lightness.ts';
import { planesBy, planesOf } from './planes.ts';
import { planesDeed, planesSentence } from './value-words.ts';
import type { ValueReport } from './values.ts';

const [WIDTH, HEIGHT] = [120, 120];
const CORNERS: Record<string, Point> = {
  'left corner, top': { x: 20, y: 40 },
  'near corner, top': { x: 60, y: 55 },
  'right corner, top': { x: 100, y: 40 },
  'far corner, top': { x: 60, y: 25 },
  'left corner, bottom': { x: 20, y: 85 },
  'near corner, bottom': { x: 60, y: 105 },
  'right corner, bottom': { x: 100, y: 85 },
};
const places = new Map(Object.entries(CORNERS));
/** A box, its three planes of these lightnesses, L*. */
const made = (top: number, left: number, right: number): Lightness => ({
  width: WIDTH,
  height: HEIGHT,
  values: Uint8ClampedArray.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    const front = x < 60 ? 40 + ((x - 20) * 15) / 40 : 55 - ((x - 60) * 15) / 40;
    return ((y < front ? top : x < 60 ? left : right) * 255) / 100;
  }),
});
const planes = planesBy(places, places);
const off = (drawing: Lightness) => planesOf(drawing, made(85, 60, 30), planes)!.off;

test('planes in the order of the light are as they should be, whatever the hand’s own values', () => {
  expect(planes.map(({ name }) => name)).toEqual(['top', 'left side', 'right side']);
  const report = planesOf(made(95, 90, 80), made(85, 60, 30), planes)!;
  expect(report.off).toBeNull();
  expect(report.planes.map(({ name }) => name)).toEqual(['top', 'left side', 'right side']);
  expect(report.planes.map(({ reference }) => Math.round(reference))).toEqual([85, 60, 30]);
});

test('two that stand the other way round, or as light, are named, the worst first', () => {
  expect(off(made(85, 30, 60))).toEqual({
    lighter: 'left side',
    darker: 'right side',
    way: 'reversed',
    sure: 'clearly',
  });
  expect(off(made(60, 60, 30))).toMatchObject({ lighter: 'top', darker: 'left side', way: 'as light' });
  expect(off(made(20, 60, 30))).toMatchObject({ lighter: 'top', darker: 'left side', way: 'reversed' });
  expect(off(made(62, 60.5, 57))).toMatchObject({ way: 'as light', sure: 'perhaps' });
});

test('of planes that are not known, too small or as light in the picture nothing is said', () => {
  expect(planesBy(new Map(), places)).toEqual([]);
  expect(planesOf(made(85, 60, 30), made(85, 60, 30), [])).toBeNull();
  expect(planesOf(made(85, 60, 30), made(50, 50, 50), planes)).toBeNull();
  const tiny = planes.map(({ name }) => ({ name, drawn: [], reference: [] }));
  expect(planesOf(made(85, 60, 30), made(85, 60, 30), tiny)).toBeNull();
});

test('it is said plainly, and what to do', () => {
  const report = { planes: planesOf(made(85, 30, 60), made(85, 60, 30), planes) } as ValueReport;
  expect(planesSentence(report)).toBe(
    'In the picture the left side is lighter than the right side; here it is darker.',
  );
  expect(planesDeed(report)).toMatch(/^Darken the right side/);
  expect(planesSentence({ planes: null } as ValueReport)).toBeNull();
  expect(planesDeed({ planes: null } as ValueReport)).toBeNull();
});
