import type { Reference } from '@deft/contract';
import type { ProposedPerson } from '@deft/core/person';
import type { ReferenceMark } from '@deft/core/reference';
import {
  acceptedMarks,
  foundMarks,
  personMarks,
  refusedMarks,
  swappedMarks,
  undoneMarks,
} from './person-marks';

const landmark = (id: string, name: string, spread?: number): ReferenceMark => ({
  kind: 'landmark',
  id,
  name,
  at: { x: 1, y: 2 },
  hidden: false,
  ...(spread === undefined ? {} : { spread }),
});
const OLD_SILHOUETTE: ReferenceMark = { kind: 'silhouette', id: 's', outlines: [] };
const TRAIT: ReferenceMark = { kind: 'trait', id: 't', text: 'long arms', at: null };
const marks = [landmark('own', 'crown'), landmark('old', 'left knee', 5), OLD_SILHOUETTE, TRAIT];
const picture = { marks, truth: null } as Pick<Reference, 'marks' | 'truth'>;
const person: ProposedPerson = {
  landmarks: ['crown', 'chin', 'left knee'].map((name) => ({
    name,
    at: { x: 7, y: 8 },
    spread: 3,
    hidden: name === 'chin',
  })),
  silhouette: [
    [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 0, y: 1 },
    ],
  ],
  height: 100,
  sidesUnsure: false,
};

/** Marks as they are after a change. */
const after = (before: readonly ReferenceMark[], { put, remove }: ReturnType<typeof personMarks>) => [
  ...before.filter(({ id }) => !remove.includes(id) && !put.some((mark) => mark.id === id)),
  ...put,
];
const names = (of: readonly ReferenceMark[]): string[] =>
  of.map((mark) => (mark.kind === 'landmark' ? `${mark.name}${mark.spread ? '?' : ''}` : mark.kind)).sort();

test('what is found stands beside what the student has placed, and in place of what was found before', () => {
  const change = personMarks(picture, person);
  expect(names(after(marks, change))).toEqual(['chin?', 'crown', 'left knee?', 'silhouette', 'trait']);
  expect(new Set(change.put.map(({ id }) => id)).size).toBe(3);
  expect(after(marks, change).find((m) => m.kind === 'landmark' && m.name === 'chin')).toMatchObject({
    hidden: true,
    spread: 3,
  });
});

test('what a made picture knows of itself is not found again', () => {
  const truth = {
    landmarks: [{ name: 'chin', at: { x: 0, y: 0 }, hidden: false }],
  } as unknown as Reference['truth'];
  expect(names(personMarks({ marks: [], truth }, person).put)).toEqual([
    'crown?',
    'left knee?',
    'silhouette',
  ]);
});

test('accepted it is as if placed by hand, refused it is gone with its silhouette, swapped it changes sides', () => {
  expect(foundMarks(picture).map(({ id }) => id)).toEqual(['old']);
  expect(names(after(marks, acceptedMarks(picture)))).toEqual(['crown', 'left knee', 'silhouette', 'trait']);
  expect(names(after(marks, refusedMarks(picture)))).toEqual(['crown', 'trait']);
  expect(names(after(marks, swappedMarks(picture)))).toContain('right knee?');
});

test.each([
  ['found', personMarks(picture, person)],
  ['accepted', acceptedMarks(picture)],
  ['refused', refusedMarks(picture)],
  ['swapped', swappedMarks(picture)],
])('%s, and taken back, all is as it was', (_, change) => {
  const changed = after(marks, change);
  const back = after(changed, undoneMarks(picture, change));
  expect([...back].sort((a, b) => a.id.localeCompare(b.id))).toEqual(
    [...marks].sort((a, b) => a.id.localeCompare(b.id)),
  );
});
