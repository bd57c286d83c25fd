import type { Point } from '../geometry/point.ts';
import { seeded } from '../random/seeded.ts';
import { areJoined, BODY_PARTS, turnedOver, type Front } from '../subjects/body-parts.ts';
import { figurePlaces, FIGURE_HEIGHT } from '../testing/figure.ts';
import { drawParts } from '../testing/overlapping.ts';
import { overlapsOf } from './overlaps.ts';
import { frontsAmong, stackedOtherwise } from './stacked.ts';

/** The figure with its left forearm across its trunk, and its right shin across its left. */
const places = new Map(figurePlaces());
const [neck, hip] = [places.get('pit of the neck')!, places.get('left hip')!];
const side = Math.sign(places.get('left shoulder')!.x - neck.x) || 1;
places.set('left elbow', { x: neck.x + side * 0.16 * FIGURE_HEIGHT, y: neck.y + 0.2 * FIGURE_HEIGHT });
places.set('left wrist', { x: neck.x - side * 0.1 * FIGURE_HEIGHT, y: neck.y + 0.2 * FIGURE_HEIGHT });
places.set('right knee', { x: hip.x, y: hip.y + 0.24 * FIGURE_HEIGHT });
places.set('right ankle', { x: hip.x + side * 0.12 * FIGURE_HEIGHT, y: hip.y + 0.42 * FIGURE_HEIGHT });
const FRONTS: Front[] = [['left forearm', 'trunk']];
const names = BODY_PARTS.map(({ name }) => name);
const inFront = ['left upper arm', 'left forearm'];
const order = [...names.filter((name) => !inFront.includes(name)), ...inFront];
const behind = [...inFront, ...names.filter((name) => !inFront.includes(name))];
const drawn = (in_: readonly string[], seed: number, through = false): Point[][] =>
  drawParts(places, FIGURE_HEIGHT, { order: in_, wobble: 0.5, random: seeded(seed), through });
const told = (lines: Point[][]) => overlapsOf(lines, places, FRONTS, FIGURE_HEIGHT);

test('an arm in front is seen to be, an arm behind to be the other way round, whoever draws', () => {
  const seeds = Array.from({ length: 12 }, (_, i) => i + 1);
  const [front, back] = [order, behind].map((in_) => seeds.flatMap((seed) => told(drawn(in_, seed))));
  expect(front!.every(({ reversed }) => !reversed)).toBe(true);
  expect(back!.every(({ reversed, sure }) => reversed && sure === 'clearly')).toBe(true);
  // A hand that stops too late leaves it open.
  for (const all of [front!, back!]) expect(all.length).toBeGreaterThanOrEqual(10);
});

test('the place is where they cross', () => {
  const [one] = told(drawn(behind, 3));
  expect(one).toMatchObject({ front: 'left forearm', behind: 'trunk' });
  expect(Math.hypot(one!.at.x - neck.x, one!.at.y - neck.y - 0.2 * FIGURE_HEIGHT)).toBeLessThan(
    0.06 * FIGURE_HEIGHT,
  );
});

test('an arm that is not there yet is not behind', () => {
  expect(told(drawn(behind.slice(2), 1))).toEqual([]);
});

test('nothing is said of what is drawn through, not drawn, or does not cross', () => {
  expect(told(drawn(order, 1, true))).toEqual([]);
  expect(told([])).toEqual([]);
  const apart = new Map(places).set('left wrist', {
    x: neck.x + side * 0.4 * FIGURE_HEIGHT,
    y: neck.y + 0.2 * FIGURE_HEIGHT,
  });
  expect(overlapsOf(drawn(order, 1), apart, FRONTS, FIGURE_HEIGHT)).toEqual([]);
  expect(overlapsOf(drawn(order, 1), new Map(), FRONTS, FIGURE_HEIGHT)).toEqual([]);
  expect(overlapsOf(drawn(order, 1), places, FRONTS, 0)).toEqual([]);
});

test('parts that are joined cover each other in every picture', () => {
  expect(areJoined('left forearm', 'left upper arm')).toBe(true);
  expect(areJoined('trunk', 'left thigh')).toBe(true);
  expect(areJoined('left forearm', 'trunk')).toBe(false);
  expect(areJoined('left forearm', 'left thigh')).toBe(false);
  expect(turnedOver([['left forearm', 'trunk']])).toEqual([['right forearm', 'trunk']]);
});

describe('forms that are stacked', () => {
  const square = (name: string, x: number, y = 0) => ({
    name,
    outline: [
      { x, y },
      { x: x + 10, y },
      { x: x + 10, y: y + 10 },
      { x, y: y + 10 },
    ],
  });

  test('cover what lies lower where they share room, and not where they only touch', () => {
    expect(frontsAmong([square('a', 0), square('b', 5), square('c', 14.8)])).toEqual([['b', 'a']]);
    expect(frontsAmong([])).toEqual([]);
  });

  test('the other way round than in the picture are named, and as there are kept', () => {
    const fronts = frontsAmong([square('a', 0), square('b', 5)]);
    expect(stackedOtherwise([square('b', 5), square('a', 0)], fronts)).toMatchObject([
      { front: 'b', behind: 'a', reversed: true },
    ]);
    expect(stackedOtherwise([square('a', 0), square('b', 5)], fronts)).toMatchObject([{ reversed: false }]);
    expect(stackedOtherwise([square('a', 0), square('b', 50)], fronts)).toEqual([]);
  });
});
