import { changeBetween } from './change-between.ts';
import type { Finding } from './finding.ts';

const off = (id: string, about: string, size: number, kind: Finding['kind'] = 'proportion'): Finding =>
  ({ id, about, kind, thing: 'axis', size, error: 1.5, tolerance: 8 }) as unknown as Finding;
const told = (
  findings: readonly Finding[],
  unsure: readonly Finding[] = [],
  miss: number | null = 4,
): Parameters<typeof changeBetween>[0] => ({
  findings,
  perhaps: [],
  folded: [],
  unsure,
  averageMiss: miss === null ? null : { value: miss, error: 0.4 },
});
const head = off('size:head', 'head', 27);
const arm = off('tilt:left arm', 'left arm', -22, 'tilt');
const leg = off('length:left leg', 'left leg', 14);

test('what is right now, what is less off and what stayed are told together', () => {
  expect(
    changeBetween(told([head, arm, leg]), told([off('tilt:left arm', 'left arm', -10, 'tilt'), leg])),
  ).toBe(
    'Against your first: the head is right now; the left arm is less off, 10° after 22°; the left leg is as it was.',
  );
  expect(changeBetween(told([head, leg]), told([]), 'attempt 2')).toBe(
    'Against attempt 2: the head and the left leg are right now.',
  );
});

test('what is only too close to tell is not yet right, and the other way round it is no less', () => {
  expect(changeBetween(told([head]), told([], [off('size:head', 'head', 26)]))).toContain(
    'the head is as it was',
  );
  expect(changeBetween(told([head]), told([off('size:head', 'head', -12)]))).toContain(
    'the head is as it was',
  );
  expect(changeBetween(told([head]), told([], [off('size:head', 'head', 3)]))).toContain(
    'the head is right now',
  );
});

test('where nothing was off the whole is told, if it changed by more than it is sure', () => {
  expect(changeBetween(told([], [], 6), told([], [], 3))).toBe(
    'Against your first: nearer, 3.0 % after 6.0 %.',
  );
  expect(changeBetween(told([], [], 3), told([], [], 6))).toContain('farther off, 6.0 % after 3.0 %');
  expect(changeBetween(told([], [], 3), told([], [], 3.5))).toBe('Against your first: about as near.');
});

test('where one of them cannot be told, neither can a change', () => {
  expect(changeBetween(told([], [], null), told([head]))).toBeNull();
  expect(changeBetween(told([head]), told([], [], null))).toBeNull();
});
