import type { LengthSight, TiltSight } from '../reference/mark.ts';
import type { Point } from '../geometry/point.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { NO_DOUBT } from './doubt.ts';
import { landmarkItem, type Item } from './item.ts';
import { measuredSights, type MeasuredSight } from './noticed.ts';
import { sightSentence } from './noticed-words.ts';

const itemsOf = (places: ReadonlyMap<string, Point>, spread: number): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: name, name, at, spread }));
const reference = itemsOf(figurePlaces(), 0.5);
const on = { height: FIGURE_HEIGHT, doubt: NO_DOUBT, seconds: null };
const at = (name: string, dx = 0, dy = 0): Point => {
  const { x, y } = figurePlaces().get(name)!;
  return { x: x + dx, y: y + dy };
};
const moved = (name: string, dx: number, dy: number, spread = 2): Item[] =>
  itemsOf(figurePlaces().set(name, at(name, dx, dy)), spread);
// The shin in heads, its ends a little beside the landmarks; and the tilt of the shoulders.
const length: LengthSight = {
  kind: 'sight',
  id: 'shin',
  unit: [at('crown', 4, -6), at('chin', 3, 5)],
  span: [at('left knee', -8, 2), at('left ankle', 6, 10)],
  guess: null,
};
const tilt: TiltSight = {
  kind: 'sight',
  id: 'shoulders',
  unit: null,
  span: [at('right shoulder'), at('left shoulder')],
  guess: null,
};
const told = (drawn: readonly Item[]): MeasuredSight[] =>
  measuredSights([length, tilt], drawn, reference, on);

test('of a copy what was measured holds, as much as it did', () => {
  const found = told(itemsOf(figurePlaces(), 2));
  expect(found.map(({ holds }) => holds)).toEqual(['yes', 'yes']);
  for (const { drawn, reference: should } of found) expect(drawn).toBeCloseTo(should, 9);
  expect(found[0]!.by).toEqual(['crown', 'chin', 'left knee', 'left ankle']);
});

test('a shin drawn short and shoulders drawn level do not hold', () => {
  const [short] = told(moved('left ankle', 0, -60));
  expect(short!.holds).toBe('no');
  expect(short!.drawn!).toBeLessThan(short!.reference);
  expect(sightSentence(short!)).toMatch(
    /^From left knee to left ankle: \d\.\d\d units in the picture, \d\.\d\d units here\.$/,
  );
  const [, level] = told(moved('right shoulder', 0, -30));
  expect(level).toMatchObject({ kind: 'tilt', holds: 'no' });
  expect(Math.round(level!.reference)).toBe(9);
  expect(sightSentence(level!)).toBe('From right shoulder to left shoulder: 9° in the picture, 0° here.');
});

test('what lies by no landmark, or by unsure ones, cannot be told; what has no length is left out', () => {
  const far: TiltSight = { ...tilt, id: 'far', span: [{ x: 5, y: 5 }, at('chin')] };
  const none: TiltSight = { ...tilt, id: 'none', span: [at('chin'), at('chin')] };
  const found = measuredSights([far, none, tilt], moved('right shoulder', 0, -4, 40), reference, on);
  expect(found.map(({ id, holds }) => [id, holds])).toEqual([
    ['far', 'cannot tell'],
    ['shoulders', 'cannot tell'],
  ]);
  expect(found[0]!.drawn).toBeNull();
  expect(sightSentence(found[0]!)).toMatch(/^A tilt: -?\d+° in the picture; here it cannot be told\.$/);
  expect(measuredSights([tilt], [], reference, on)[0]!.holds).toBe('cannot tell');
});
