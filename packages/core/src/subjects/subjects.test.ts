import { SUBJECT_KEYS } from './subject.ts';
import { SUBJECTS, hangingOn, otherSide, subjectIn } from './subjects.ts';

describe.each(SUBJECT_KEYS.map((key) => [key, SUBJECTS[key]] as const))('the subject %s', (_, subject) => {
  const known = new Set([...subject.landmarks, ...subject.parts]);

  test('offers each name once, the five that suffice first of all', () => {
    expect(new Set(subject.landmarks).size).toBe(subject.landmarks.length);
    expect(new Set(subject.parts).size).toBe(subject.parts.length);
    expect(subject.essential).toHaveLength(5);
    for (const name of subject.essential) expect(subject.landmarks).toContain(name);
  });

  test('draws its axes between its own landmarks, and hangs only what it has on what it has', () => {
    for (const { ends, carries } of subject.axes)
      for (const name of [...ends, ...carries]) expect(known).toContain(name);
    for (const [child, parent] of Object.entries(subject.hangs)) {
      expect(known).toContain(child);
      expect(known).toContain(parent);
    }
    for (const [part, marks] of Object.entries(subject.own))
      for (const name of [part, ...marks]) expect(known).toContain(name);
  });

  test('hangs nothing on itself', () => {
    for (const name of known) expect(hangingOn(subject, name)).not.toContain(name);
  });

  test('has both sides of whatever has a side', () => {
    for (const name of known)
      if (
        !name.includes('corner') &&
        !name.includes(' wall') &&
        !name.endsWith(' edge') &&
        !name.endsWith(' side')
      )
        expect(known).toContain(otherSide(name));
  });
});

test('an arm hangs together from shoulder to hand, and the head carries its crown', () => {
  expect([...hangingOn(SUBJECTS.figure, 'left upper arm')].sort()).toEqual([
    'left elbow',
    'left forearm',
    'left hand',
    'left wrist',
  ]);
  expect([...hangingOn(SUBJECTS.figure, 'head')].sort()).toEqual(['chin', 'crown']);
  expect(hangingOn(SUBJECTS.figure, 'ribcage')).toContain('right hand');
  expect(hangingOn(SUBJECTS.figure, 'ribcage')).not.toContain('left knee');
  expect(otherSide('left upper arm')).toBe('right upper arm');
  expect(otherSide('crown')).toBe('crown');
});

test('the lowest foot hangs on the ankle that it lies nearer to, in each picture anew', () => {
  const at = (foot: number) =>
    subjectIn(SUBJECTS.figure, (name) =>
      name === 'lowest foot'
        ? { x: foot, y: 10 }
        : name === 'left ankle'
          ? { x: 0, y: 8 }
          : name === 'right ankle'
            ? { x: 10, y: 8 }
            : null,
    );
  expect(hangingOn(at(2), 'left thigh')).toContain('lowest foot');
  expect(hangingOn(at(9), 'left thigh')).not.toContain('lowest foot');
  expect(hangingOn(at(9), 'right shin')).toContain('lowest foot');
  expect(subjectIn(SUBJECTS.figure, () => null).hangs).toEqual(SUBJECTS.figure.hangs);
});
