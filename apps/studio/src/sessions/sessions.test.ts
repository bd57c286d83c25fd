import { encodeStroke, type Stroke } from '@deft/core/page';
import { newBlock, READY_PLANS } from '@deft/core/session';
import { timesOf } from './replay';
import { sessionActOf } from './session-keys';
import { adviceFor, blockLine, doingWords, goodFor, minutesAndSeconds, planPurpose, spoken } from './words';

const press = (key: string, more: Partial<KeyboardEvent> = {}) =>
  sessionActOf({ key, code: '', shiftKey: false, ctrlKey: false, metaKey: false, altKey: false, ...more });

test('keys of a session, and what is left to the browser', () => {
  expect([' ', 'Backspace', 'Tab', 'n', 'x', '+', 'Escape', '6', '7', '/'].map((key) => press(key))).toEqual([
    'hold',
    'back',
    'next',
    'next',
    'not this one',
    'more',
    'leave',
    'squint',
    'grey',
    'mirror',
  ]);
  expect(press('$', { code: 'Digit4', shiftKey: true })).toBe('rubber');
  expect([press('z', { ctrlKey: true }), press('Z', { ctrlKey: true, shiftKey: true })]).toEqual([
    'undo',
    'redo',
  ]);
  expect([
    press('Tab', { shiftKey: true }),
    press('r', { ctrlKey: true }),
    press('6', { altKey: true }),
    press('q'),
  ]).toEqual([null, null, null, null]);
});

test('times as they are read', () => {
  expect([0, 59_001, 61_000, 3_600_000, -5].map(minutesAndSeconds)).toEqual([
    '0:00',
    '1:00',
    '1:01',
    '60:00',
    '0:00',
  ]);
  expect([30_000, 60_000, 90_000, 120_000, 150_000, 3_600_000, 5_400_000].map(spoken)).toEqual([
    '30 s',
    '1 min',
    '90 s',
    '2 min',
    '2 min 30 s',
    '1 h',
    '1 h 30 min',
  ]);
});

test('what a length is good for is said, from movement to study', () => {
  expect([30, 60, 61, 300, 301, 1799, 1800].map(goodFor)).toEqual([
    'movement first',
    'movement first',
    'construction',
    'construction',
    'values',
    'values',
    'study',
  ]);
  expect(new Set([30, 200, 600, 2000].map(adviceFor)).size).toBe(4);
  for (const plan of READY_PLANS) expect(planPurpose(plan)).toMatch(/^\d+ poses?\. [A-Z]/);
});

test('a block in one line: its way only where it is not the usual one', () => {
  expect(blockLine(newBlock(5, 60))).toBe('5 × 1 min');
  expect(blockLine(newBlock(2, 90, { source: 'memory', look: 30, rest: 5, ground: 'on a grid' }))).toBe(
    '2 × 90 s, on a grid, from memory, 30 s to look, 5 s rest',
  );
});

test('what is to be done is said for each stretch of each way', () => {
  expect(doingWords('draw', 'sight', 30)).toBe('movement first');
  expect(doingWords('look', 'memory', 30)).toBe('look, it will be gone');
  expect(doingWords('draw', 'memory', 30)).toBe('from memory');
  expect(doingWords('look', 'knowledge', 30)).toBe('look: what was different?');
  expect(doingWords('rest', 'sight', 30)).toBe('rest');
});

test('a replay draws each stroke for as long as it took, with a breath between and no longer', () => {
  const stroke = (ms: number): Stroke =>
    ({
      points: encodeStroke([
        { x: 1, y: 1, pressure: 0.5, time: 0 },
        { x: 9, y: 4, pressure: 0.5, time: ms },
      ]),
    }) as unknown as Stroke;
  const times = timesOf([stroke(400), stroke(1000), stroke(0)]);
  expect(times.map(({ begins, ends }) => ends - begins)).toEqual([400, 1000, 0]);
  const breaths = times.slice(1).map(({ begins }, i) => begins - times[i]!.ends);
  expect(new Set(breaths).size).toBe(1);
  expect(breaths[0]).toBeGreaterThan(0);
  expect(timesOf([])).toEqual([]);
});
