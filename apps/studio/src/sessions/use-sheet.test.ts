import type { Pose } from '@deft/contract';
import { cameBack, inMindOf, saidOf } from './sheet-says';
import { firstOf, judgedOf, type Told } from './use-sheet';
import { CANNOT_TELL, NOTHING_CLEAR } from './words';

const pose = (id: string, more: Partial<Pose> & { picture?: number; source?: string } = {}): Pose =>
  ({
    id,
    end: 'run out',
    ...more,
    step: { picture: more.picture ?? 0, source: more.source ?? 'sight', seconds: 60 },
  }) as unknown as Pose;
const finding = {
  kind: 'proportion',
  id: 'size:head',
  about: 'head',
  thing: 'axis',
  size: 27,
  sure: 'clearly',
};
const told = (findings: object[], averageMiss: object | null = {}): Told =>
  ({
    change: null,
    report: { findings, perhaps: [], averageMiss, sides: 'sitter facing' },
  }) as unknown as Told;

test('what was drawn is judged, to its end or not; what was passed over and the first drawing from knowledge are not, the second is', () => {
  const poses = [
    pose('drawn'),
    pose('left', { end: 'left unfinished', picture: 1 }),
    pose('passed', { end: 'passed over', picture: 5 }),
    pose('never begun', { end: null, picture: 2 }),
    pose('before', { source: 'knowledge', picture: 3 }),
    pose('after', { source: 'knowledge', picture: 3 }),
    pose('alone', { source: 'knowledge', picture: 4 }),
  ];
  expect(judgedOf(poses).map(({ id }) => id)).toEqual(['drawn', 'left', 'after', 'alone']);
  expect(judgedOf(poses).map((p) => firstOf(poses, p)?.id)).toEqual([
    undefined,
    undefined,
    'before',
    undefined,
  ]);
});

test('a card says what is off first, that nothing is, or that it cannot be told; of no drawing it says nothing', () => {
  expect(saidOf(told([finding]))).toEqual({ sentence: 'Head 27 % too large', off: true, change: null });
  expect(saidOf(told([]))).toEqual({ sentence: NOTHING_CLEAR, off: false, change: null });
  expect(saidOf(told([], null))).toMatchObject({ sentence: CANNOT_TELL, off: false });
  expect(saidOf('failed')).toMatchObject({ sentence: CANNOT_TELL, off: false });
  expect([saidOf('empty'), saidOf(undefined)]).toEqual([null, null]);
});

test('what came back is counted over the drawings that could be told', () => {
  const all = new Map<string, Told>([
    ['a', told([finding])],
    ['b', told([finding])],
    ['c', told([], null)],
    ['d', 'failed'],
    ['e', 'empty'],
  ]);
  expect(cameBack(all)).toMatchObject({ words: 'the head is too large', drawings: ['a', 'b'], of: 2 });
  expect(inMindOf(cameBack(all)!)).toBe('Watch the head: it is too large.');
});
