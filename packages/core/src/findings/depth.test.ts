import { about, rotation, transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { depthOf } from './depth.ts';
import {
  depthSentence,
  overlapDeed,
  overlapSentence,
  roundDeed,
  roundSentence,
  touchDeed,
  touchSentence,
  turnDeed,
  turnSentence,
} from './depth-words.ts';
import type { Item } from './item.ts';
import { roundsOf } from './rounds.ts';
import { touchesOf } from './touches.ts';
import { turnBetween, turnsOf } from './turns.ts';

const HEIGHT = 200;
const box = (name: string, x: number, y: number, side = 60) => ({
  name,
  outline: [
    { x, y },
    { x: x + side, y },
    { x: x + side, y: y + side },
    { x, y: y + side },
  ],
});
const round = (name: string, major: number, minor: number, spread = 0.5): Item => ({
  id: name,
  kind: 'ellipse',
  name,
  centre: { x: 50, y: 50 },
  ellipse: { centre: { x: 50, y: 50 }, major, minor, tilt: 0 },
  spread,
});
const on = { height: HEIGHT, seconds: null, told: new Set<string>() };
const side = (items: readonly Item[], stack: readonly ReturnType<typeof box>[]) => ({
  items,
  stack,
  lines: [] as Point[][],
  places: new Map<string, Point>(),
  fronts: [],
});

describe('near-touches', () => {
  const apart = [box('a', 0, 0), box('b', 80, 0)];
  const touching = [box('a', 0, 0), box('b', 61, 0)];

  test('are named where forms are apart or cover each other in the picture, and not where they touch there', () => {
    expect(touchesOf(touching, apart, HEIGHT)).toMatchObject([{ about: ['a', 'b'], sure: 'clearly' }]);
    expect(touchesOf(touching, [box('a', 0, 0), box('b', 30, 30)], HEIGHT)).toHaveLength(1);
    expect(touchesOf(touching, touching, HEIGHT)).toEqual([]);
    expect(touchesOf(touching, [box('a', 0, 0), box('b', 64, 0)], HEIGHT)).toMatchObject([
      { sure: 'perhaps' },
    ]);
    expect(touchesOf(apart, apart, HEIGHT)).toEqual([]);
  });

  test('lie where they are, and are said with what to do', () => {
    const [touch] = touchesOf(touching, apart, HEIGHT);
    expect(touch!.at.x).toBeCloseTo(60, 0);
    expect(touchSentence(touch!)).toBe('The a and the b nearly touch here; in the picture they do not.');
    expect(touchDeed(touch!)).toBe('Part the a from the b, or let one plainly cover the other.');
  });

  test('of a form that the picture does not have, nothing is said', () => {
    expect(touchesOf(touching, [box('a', 0, 0)], HEIGHT)).toEqual([]);
    expect(touchesOf(touching, apart, 0)).toEqual([]);
  });
});

describe('foreshortening', () => {
  test('is the shorter axis over the longer one, beside the picture', () => {
    const [one] = roundsOf([round('rim', 40, 22)], [round('rim', 80, 30)], on);
    expect(one).toMatchObject({ about: 'rim', drawn: 0.55, reference: 0.375, sure: 'clearly' });
    expect(one!.size).toBeCloseTo(100 * (0.55 / 0.375 - 1), 9);
    expect(roundSentence(one!)).toBe('The rim is 0.55 as wide as it is long; in the picture 0.38.');
    expect(roundDeed(one!)).toBe('Narrow the rim across.');
    const [flat] = roundsOf([round('rim', 40, 8)], [round('rim', 80, 30)], on);
    expect(roundDeed(flat!)).toBe('Open the rim wider across.');
  });

  test('of a copy of any size, of what is told already, too near or too unsure nothing is said', () => {
    const rim = round('rim', 80, 30);
    expect(roundsOf([round('rim', 40, 15)], [rim], on)).toEqual([]);
    expect(roundsOf([round('rim', 40, 22)], [rim], { ...on, told: new Set(['rim']) })).toEqual([]);
    expect(roundsOf([round('rim', 40, 15.9)], [rim], on)).toEqual([]);
    expect(roundsOf([round('rim', 40, 22, 6)], [rim], on)).toEqual([]);
    expect(roundsOf([round('lid', 40, 22)], [rim], on)).toEqual([]);
  });
});

test('a form in front that lies behind is named; as in the picture it is kept, and that is said', () => {
  const [head, hat] = [box('head', 0, 0), box('hat', 20, 20)];
  const asThere = depthOf(side([], [head, hat]), side([], [head, hat]), on)!;
  expect(asThere).toMatchObject({ overlaps: [], kept: 1, touches: [], rounds: [], turns: [] });
  expect(depthSentence(asThere)).toBe('What covers what is as in the picture: 1 place.');
  const { overlaps } = depthOf(side([], [hat, head]), side([], [head, hat]), on)!;
  expect(overlaps).toHaveLength(1);
  expect(overlapSentence(overlaps[0]!)).toBe(
    'In the picture the hat lies in front of the head; here it lies behind.',
  );
  expect(overlapDeed(overlaps[0]!)).toMatch(/^Draw the hat across/);
});

test('where there is nothing to compare, nothing is told', () => {
  expect(depthOf(side([], []), side([], [box('a', 0, 0)]), on)).toBeNull();
  expect(depthOf(side([], [box('a', 0, 0)]), side([], []), on)).toBeNull();
  expect(depthSentence(depthOf(side([], [box('a', 0, 0)]), side([], [box('a', 0, 0)]), on)!)).toMatch(
    /^Nothing/,
  );
});

describe('turned', () => {
  const square = box('box', 0, 0).outline;
  const turnedBy = (degrees: number, points: readonly Point[] = square): Point[] =>
    points.map((p) => transformPoint(about({ x: 30, y: 30 }, rotation(degrees)), p));

  test('a square is turned by the least of the four ways that fit; what is unlike, by none', () => {
    for (const degrees of [0, 12, -30]) {
      expect(turnBetween(turnedBy(degrees), square)).toBeCloseTo(degrees, 4);
      // Wherever the outline begins, and whichever way it runs.
      const other = turnedBy(degrees).reverse();
      expect(turnBetween([...other.slice(1), other[0]!], square)).toBeCloseTo(degrees, 4);
    }
    expect(turnBetween(turnedBy(100), square)).toBeCloseTo(10, 4);
    expect(turnBetween([], square)).toBeNull();
    expect(turnBetween([square[0]!, square[0]!, square[0]!], square)).toBeNull();
    const star = Array.from({ length: 10 }, (_, i) => {
      const [r, a] = [i % 2 ? 8 : 40, (i * Math.PI) / 5];
      return { x: r * Math.cos(a), y: r * Math.sin(a) };
    });
    expect(turnBetween(star, square)).toBeNull();
  });

  test('a box that was turned is named with its deed; one that is told already, or too unsure, is not', () => {
    const item = round('box', 42, 40);
    const drawn = { items: [item], stack: [{ name: 'box', outline: turnedBy(-16) }] };
    const reference = { items: [item], stack: [{ name: 'box', outline: square }] };
    const [one] = turnsOf(drawn, reference, on);
    expect(one).toMatchObject({ about: 'box', sure: 'clearly' });
    expect(turnSentence(one!)).toBe('The box is turned 16° clockwise against the picture’s.');
    expect(turnDeed(one!)).toBe('Turn the box a little counter-clockwise.');
    expect(turnsOf(drawn, reference, { ...on, told: new Set(['box']) })).toEqual([]);
    expect(turnsOf({ ...drawn, items: [round('box', 42, 40, 9)] }, reference, on)).toEqual([]);
  });
});
