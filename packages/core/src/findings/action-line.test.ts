import { figurePlaces, FIGURE_HEIGHT } from '../testing/figure.ts';
import type { Point } from '../geometry/point.ts';
import { actionOf, bendOf, bowsOf } from './action-line.ts';
import { actionDeed, actionSentence, bendSentence } from './action-words.ts';
import { doubtAmong, NO_DOUBT } from './doubt.ts';
import { landmarkItem, type Item } from './item.ts';

const itemsOf = (places: ReadonlyMap<string, Point>, spread = 2): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: name, name, at, spread }));
const on = { height: FIGURE_HEIGHT, doubt: NO_DOUBT, seconds: null };

/** The figure with its body pushed aside along its height, by as much at the hips. */
const bent = (by: number, phase = 1): Map<string, Point> =>
  new Map(
    [...figurePlaces()].map(([name, { x, y }]) => [
      name,
      { x: x + by * Math.sin((Math.PI * phase * (y - 60)) / 1000), y },
    ]),
  );
const reference = itemsOf(bent(150), 0.5);
const told = (by: number, more: Partial<typeof on> | { seconds: number } = {}, spread = 2) =>
  actionOf(itemsOf(bent(by), spread), reference, { ...on, ...more })!;

test('bows are measured from the chord, and make a line straight, a C or an S', () => {
  const arc = (heights: number[]): Point[] => [0, ...heights, 0].map((x, i) => ({ x: -10 * x, y: 25 * i }));
  // Downwards the right of a line is where x grows less.
  expect(bowsOf(arc([1, 2, 1])).map((b) => Number(b.toFixed(9)))).toEqual([0.1, 0.2, 0.1]);
  expect(bendOf(arc([0.2, 0.3, 0.2]))).toBe('straight');
  expect(bendOf(arc([1, 2, 1]))).toBe('C');
  expect(bendOf(arc([1, 0, -1]))).toBe('S');
  expect(
    bendOf([
      { x: 1, y: 1 },
      { x: 1, y: 1 },
      { x: 1, y: 1 },
    ]),
  ).toBe('straight');
});

test('a true copy bends as it does, however large and wherever it is', () => {
  const copy = told(150);
  expect(copy.share).toBeCloseTo(1, 9);
  expect(copy.sure).toBeNull();
  expect(actionSentence(copy)).toBe('The line of action bends as it does in the picture.');
  expect(actionDeed(copy)).toBeNull();
  expect(bendSentence(copy)).toBe('In the picture it has one bend, like a C.');
  const large = new Map([...bent(150)].map(([name, { x, y }]) => [name, { x: 2 * x + 9, y: 2 * y }]));
  expect(actionOf(itemsOf(large), reference, on)!.share).toBeCloseTo(1, 9);
});

test('a line that is straighter is named, one that is bent more only where there was time', () => {
  const flat = told(20);
  expect(flat.share).toBeLessThan(0.5);
  expect(flat.sure).toBe('clearly');
  expect(actionSentence(flat)).toMatch(/^The line of action is (straighter|nearly straight)/);
  expect(actionDeed(flat)).toContain('further');
  expect(told(20, { seconds: 30 }).sure).toBe('clearly');
  const wild = told(330);
  expect([wild.sure, told(330, { seconds: 30 }).sure]).toEqual(['clearly', null]);
  expect(actionSentence(wild)).toBe('The line of action is bent more than it is.');
  expect(actionDeed(wild)).toContain('Calm');
  expect(actionSentence(told(-150))).toBe('The line of action bends the other way.');
});

test('an S that became a C is told as that', () => {
  const s = itemsOf(bent(120, 2), 0.5);
  const one = actionOf(itemsOf(bent(100)), s, on)!;
  expect(one.bends).toEqual({ drawn: 'C', reference: 'S' });
  expect(bendSentence({ ...one, sure: 'clearly' })).toBe(
    'In the picture it has two bends, like an S; in yours one bend, like a C.',
  );
  expect(bendSentence({ ...one, sure: 'clearly', bends: { drawn: 'straight', reference: 'S' } })).toContain(
    'in yours it is straight',
  );
});

test('how surely the places are known carries over, by numbers drawn at random as well', () => {
  const drawn = itemsOf(bent(60));
  const withDoubt = (sd: number) => {
    const rows = drawn.flatMap((_, i) =>
      [0, 1].map((d) => drawn.flatMap((__, k) => [0, 1].map((e) => (i === k && d === e ? sd * sd : 0)))),
    );
    const ids = drawn.map(({ id }) => id);
    return actionOf(drawn, reference, { ...on, doubt: doubtAmong(ids, rows) })!;
  };
  let [sum, squares] = [0, 0];
  let state = 7;
  const normal = (): number => {
    let total = 0;
    for (let i = 0; i < 12; i += 1) total += (state = (state * 16807) % 2147483647) / 2147483647;
    return total - 6;
  };
  for (let i = 0; i < 2000; i += 1) {
    const moved = new Map(
      [...bent(60)].map(([n, { x, y }]) => [n, { x: x + 5 * normal(), y: y + 5 * normal() }]),
    );
    const { share } = actionOf(itemsOf(moved), reference, on)!;
    sum += share;
    squares += share * share;
  }
  const sd = Math.sqrt(squares / 2000 - (sum / 2000) ** 2);
  expect(withDoubt(5).error / sd).toBeCloseTo(1, 1);
  expect(withDoubt(60).sure).toBeNull();
  expect(actionSentence(withDoubt(60))).toContain('too close to tell');
});

test('nothing is said of a straight line, or without a leg or a height', () => {
  expect(actionOf(itemsOf(bent(150)), itemsOf(bent(-20)), on)?.bends.reference ?? 'straight').toBe(
    'straight',
  );
  const without = (pattern: RegExp): Item[] =>
    itemsOf(new Map([...bent(150)].filter(([name]) => !pattern.test(name))));
  expect(actionOf(without(/ankle/), reference, on)).toBeNull();
  expect(actionOf(without(/crown/), reference, on)).toBeNull();
  expect(actionOf(without(/left ankle/), reference, on)).not.toBeNull();
  expect(actionOf(itemsOf(bent(150)), reference, { ...on, height: 0 })).toBeNull();
});
