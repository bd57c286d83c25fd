import { encodeStroke, newPage, type Id, type Stroke, type Thing } from '@deft/core/page';
import type { Answer } from '../use-checked';
import { firstStrokes } from './first-strokes';
import { kindsOf } from './kind';

let n = 1;
const newId = (): Id => (n++).toString(16).padStart(32, '0');

test('only what a drawing has something to say of is offered, what is off first', () => {
  const labels = (hand: object, body: object | null, shape: object | null = null): string[] =>
    kindsOf({
      hand,
      weight: body,
      action: body,
      relations: body,
      depth: body,
      values: null,
      shape,
    } as unknown as Answer).map(({ label }) => label);
  expect(labels({ line: null, order: null }, null)).toEqual(['what is off', 'noticed']);
  expect(labels({ line: {}, order: {} }, {})).toEqual([
    'what is off',
    'movement',
    'relations',
    'depth',
    'weight',
    'noticed',
    'line',
    'order',
  ]);
  // Why nothing is told of an outline is said in its place.
  expect(labels({ line: null, order: null }, null, { told: null })).toEqual([
    'what is off',
    'outline',
    'noticed',
  ]);
  expect(labels({ line: null, order: null }, null, { told: {} })).toEqual([
    'what is off',
    'outline',
    'gaps',
    'noticed',
  ]);
});

test('the first lines of a page are those that were drawn first, with all that is no stroke', () => {
  const things: Thing[] = newPage(newId(), newId);
  const sheet = things.find((thing) => thing.type === 'sheet' && thing.kind === 'ink')!.id;
  const points = encodeStroke([0, 10].map((x) => ({ x, y: 0, pressure: 0.5, time: x })));
  const pens = ['pencil', 'shade', 'pen', 'rubber', 'pencil'] as const;
  const strokes = pens.map((pen): Stroke => {
    const colour = '#000000';
    return {
      type: 'stroke',
      id: newId(),
      sheet,
      order: 'a0',
      points,
      pen,
      size: 1,
      colour,
      pressure: 'even',
    };
  });
  const page = new Map([...things, ...strokes].map((thing) => [thing.id, thing]));
  const left = (count: number): string[] =>
    [...firstStrokes(page, count).values()].flatMap((thing) => (thing.type === 'stroke' ? [thing.pen] : []));
  expect(left(0)).toEqual([]);
  expect(left(1)).toEqual(['pencil', 'shade']);
  expect(left(2)).toEqual(['pencil', 'shade', 'pen', 'rubber']);
  expect(firstStrokes(page, 3)).toBe(page);
  expect(firstStrokes(page, Infinity)).toBe(page);
  expect(firstStrokes(page, 0).size).toBe(things.length);
});
