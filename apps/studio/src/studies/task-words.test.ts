import type { SetTask } from '@deft/contract';
import { dueWords, firstWords } from '../data/due-words';
import { thereWords } from './task-words';

const task = (more: Partial<SetTask> = {}): SetTask => ({
  ...{ asks: '', forms: null, values: null, due: null, checklist: [], by: '' },
  ...more,
});

test('by when: today counts as in time, the day after does not', () => {
  const noon = new Date(2026, 11, 5, 12);
  expect(dueWords(null)).toBe('');
  expect(dueWords('2026-12-05', noon)).toBe('by Sat 5 Dec');
  expect(dueWords('2026-12-04', noon)).toBe('was due Fri 4 Dec');
  expect(dueWords('2027-01-02', noon)).toBe('by Sat 2 Jan 2027');
});

test('a long text is cut after a word, a long word where it must be', () => {
  expect(firstWords('Draw three.\nThen rest.')).toBe('Draw three.');
  expect(firstWords('word '.repeat(40))).toBe(`${'word '.repeat(16).trim()} …`);
  expect(firstWords('w'.repeat(200))).toBe(`${'w'.repeat(80)} …`);
});

test('how much is there: only what was asked for is counted', () => {
  const counted = { forms: 3, values: 1 };
  expect(thereWords(task(), counted)).toBe('');
  expect(thereWords(task({ forms: 4, values: 3 }), counted)).toBe('3 of 4 forms, 1 of 3 values');
  const checklist = [
    { text: 'a', done: true },
    { text: 'b', done: false },
  ];
  expect(thereWords(task({ checklist }), counted)).toBe('1 of 2 ticked');
});
