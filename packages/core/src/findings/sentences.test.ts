import type { CheckReport } from './check.ts';
import type { Finding } from './finding.ts';
import {
  errorPhrase,
  findingSentence,
  nameOf,
  plainNumber,
  shareInWords,
  summarySentence,
  thingToDo,
} from './sentences.ts';

const base: Finding = {
  id: 'place:x',
  kind: 'place',
  about: 'left knee',
  thing: 'landmark',
  drawn: ['x'],
  size: 5,
  error: 0.4,
  tolerance: 2,
  offset: { x: 0, y: 5 },
  reference: null,
  sure: 'clearly',
  settledBy: null,
  explainedBy: null,
  mark: { kind: 'arrow', from: { x: 0, y: 0 }, to: { x: 1, y: 1 } },
};
const place = (x: number, y: number): Finding => ({ ...base, offset: { x, y }, size: Math.hypot(x, y) });
const tilt = (about: string, size: number, reference: number): Finding => ({
  ...base,
  id: 'tilt:x',
  kind: 'tilt',
  about,
  thing: 'axis',
  size,
  reference,
  offset: null,
});
const proportion = (measure: 'size' | 'width' | 'length', size: number): Finding => ({
  ...base,
  id: `${measure}:x`,
  kind: 'proportion',
  about: 'ribcage',
  thing: 'form',
  size,
  offset: null,
});

describe('a place', () => {
  test.each([
    [0, 5, 'Left knee 5 % too low', 'Lift the left knee.'],
    [0, -5, 'Left knee 5 % too high', 'Lower the left knee.'],
    [5, 0, 'Left knee 5 % too far to the right', 'Move the left knee to the left.'],
    [-5, 0.5, 'Left knee 5 % too far to the left', 'Move the left knee to the right.'],
    [3, -4, 'Left knee 5 % too high, to the right', 'Lower the left knee and move it to the left.'],
  ])('%d across and %d down', (x, y, says, does) => {
    expect(findingSentence(place(x, y), 'picture')).toBe(says);
    expect(thingToDo([place(x, y)], 'picture')).toBe(does);
  });

  test('of a sitter who faces us has left and right the other way round than the picture', () => {
    expect(findingSentence(place(5, 0), 'sitter facing')).toContain('to the left');
    expect(findingSentence(place(5, 0), 'sitter turned away')).toContain('to the right');
  });
});

describe('a tilt', () => {
  test.each([
    ['shoulder line', -6, 14, 'Shoulder line 6° too flat', 'Tilt the shoulder line 6° more.'],
    ['shoulder line', 6, -14, 'Shoulder line 6° too flat', 'Tilt the shoulder line 6° more.'],
    ['shoulder line', 6, 14, 'Shoulder line 6° too steep', 'Flatten the shoulder line by 6°.'],
    ['hip line', -9, 4, 'Hip line tilts the other way, 9° off', 'Tilt the hip line the other way, by 9°.'],
    [
      'left shin',
      -7,
      88,
      'Left shin turned 7° too far clockwise',
      'Turn the left shin 7° counter-clockwise.',
    ],
    [
      'left shin',
      7,
      -80,
      'Left shin turned 7° too far counter-clockwise',
      'Turn the left shin 7° clockwise.',
    ],
  ])('%s by %d° from %d°', (about, size, reference, says, does) => {
    expect(findingSentence(tilt(about, size, reference), 'picture')).toBe(says);
    expect(thingToDo([tilt(about, size, reference)], 'picture')).toBe(does);
  });
});

describe('a proportion', () => {
  test.each([
    ['size', -12, 'Ribcage 12 % too small', 'Make the ribcage a seventh larger.'],
    ['size', 25, 'Ribcage 25 % too large', 'Make the ribcage a fifth smaller.'],
    ['width', 50, 'Ribcage 50 % too wide', 'Make the ribcage a third narrower.'],
    ['width', -20, 'Ribcage 20 % too narrow', 'Make the ribcage a quarter wider.'],
    ['length', 9, 'Ribcage 9 % too long', 'Make the ribcage a twelfth shorter.'],
  ] as const)('%s by %d %%', (measure, size, says, does) => {
    expect(findingSentence(proportion(measure, size), 'picture')).toBe(says);
    expect(thingToDo([proportion(measure, size)], 'picture')).toBe(does);
  });

  test('what is to be doubled is said so', () => {
    expect(thingToDo([proportion('size', -50)], 'picture')).toBe('Make the ribcage twice as large.');
    expect(thingToDo([proportion('length', -55)], 'picture')).toBe('Make the ribcage twice as long.');
  });
});

test('numbers have as many digits as one can see, shares are ones the eye knows', () => {
  expect([0.04, 3.14159, 9.96, 12.4, -7.25].map(plainNumber)).toEqual(['0', '3.1', '10', '12', '7.3']);
  expect([0.5, 0.34, 0.26, 0.2, 0.16, 0.14, 0.05].map(shareInWords)).toEqual([
    'half',
    'a third',
    'a quarter',
    'a fifth',
    'a sixth',
    'a seventh',
    'a twentieth',
  ]);
  expect(errorPhrase(tilt('hip line', 5, 3))).toBe('± 0.4°');
});

test('what nobody named is called by what it is', () => {
  expect(nameOf({ about: null, thing: 'form' })).toBe('form without a name');
  expect(nameOf({ about: null, thing: 'landmark' })).toBe('landmark without a name');
});

test('with nothing to list there is nothing to do', () => {
  expect(thingToDo([], 'picture')).toBeNull();
});

test('the summary says the miss, what was taken out, and whose left it is; never a score', () => {
  const report = {
    averageMiss: { value: 3.44, error: 0.42 },
    mirrored: false,
    sides: 'sitter facing',
  } as CheckReport;
  expect(summarySentence(report, 0.91)).toBe(
    "The whole drawing was 9 % smaller; that is taken out. Average miss 3.4 ± 0.4 % of the figure's height. Left and right are the sitter's.",
  );
  expect(summarySentence({ ...report, mirrored: true, averageMiss: null }, null)).toBe(
    "The drawing is mirrored; that is taken out. Left and right are the sitter's.",
  );
  expect(summarySentence({ ...report, sides: 'picture' }, 1.01)).toBe(
    "Average miss 3.4 ± 0.4 % of the height. Left and right are the picture's.",
  );
});
