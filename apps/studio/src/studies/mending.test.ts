import type { Finding } from '@deft/core/findings';
import { standingNow } from './mending';
import type { Answer } from './use-checked';
import { MENDED, NOT_TOLD_NOW } from './words';

const head = (size: number): Finding =>
  ({
    id: 'size:head',
    kind: 'proportion',
    about: 'head',
    thing: 'axis',
    size,
    tolerance: 8,
  }) as unknown as Finding;
const answer = (
  findings: readonly Finding[],
  perhaps: readonly Finding[] = [],
  averageMiss: object | null = { value: 1, error: 0.1 },
  unsure: readonly Finding[] = [],
): Answer =>
  ({
    report: { findings, perhaps, folded: [], unsure, averageMiss, sides: 'picture' },
  }) as unknown as Answer;

test('as long as nothing is new it stands as it was', () => {
  expect(standingNow(head(30), null)).toBe('Head 30 % too large.');
  expect(standingNow(head(30), answer([head(30)]))).toBe('Head 30 % too large.');
});

test('what has become less, clearly or perhaps, is said with what it is now', () => {
  expect(standingNow(head(30), answer([head(12)]))).toBe('Now: head 12 % too large.');
  expect(standingNow(head(30), answer([], [head(-9)]))).toBe('Now: head 9 % too small.');
});

test('what is gone is right, unless nothing can be told of the drawing any more', () => {
  expect(standingNow(head(30), answer([]))).toBe(MENDED);
  expect(standingNow(head(30), answer([], [], {}, [head(5)]))).toBe(MENDED);
  expect(standingNow(head(30), answer([], [], null))).toBe(NOT_TOLD_NOW);
});

test('what something else may account for, or is too close to tell, is not yet right', () => {
  expect(standingNow(head(30), answer([], [], {}, [head(28)]))).toBe('Now: head 28 % too large.');
});
