import { whatCameBack } from './came-back.ts';
import type { Finding } from './finding.ts';

const finding = (
  kind: Finding['kind'],
  about: string,
  size: number,
  sure: Finding['sure'] = 'clearly',
): Finding => ({
  id: `${kind === 'proportion' ? 'size' : kind}:${about}`,
  kind,
  about,
  thing: 'axis',
  drawn: [],
  size,
  error: 1,
  tolerance: 1,
  offset: null,
  reference: kind === 'tilt' ? 20 : null,
  sure,
  settledBy: null,
  explainedBy: null,
  mark: { kind: 'arrow', from: { x: 0, y: 0 }, to: { x: 0, y: 0 } },
});
const judged = (...drawings: Finding[][]) =>
  drawings.map((findings, key) => ({
    key,
    report: {
      findings: findings.filter(({ sure }) => sure === 'clearly'),
      perhaps: findings.filter(({ sure }) => sure === 'perhaps'),
      sides: 'sitter facing' as const,
    },
  }));

test('what is off the same way in most drawings is named, with the drawings and by how much', () => {
  const flat = (by: number) => finding('tilt', 'shoulder line', -by);
  const back = whatCameBack(
    judged(
      [flat(6)],
      [flat(11.2), finding('proportion', 'head', 30)],
      [],
      [flat(8)],
      [finding('proportion', 'head', 22)],
    ),
  );
  expect(back).toEqual({
    words: 'the shoulder line is flatter than it is',
    about: 'shoulder line',
    drawings: [0, 1, 3],
    of: 5,
    by: '6 to 11°',
  });
});

test('the other way is another thing, and what is said clearly counts before perhaps', () => {
  const back = whatCameBack(
    judged(
      [finding('tilt', 'hip line', -8), finding('proportion', 'head', 25, 'perhaps')],
      [finding('tilt', 'hip line', 9), finding('proportion', 'head', 25, 'perhaps')],
      [finding('proportion', 'head', -25)],
      [finding('tilt', 'hip line', 9)],
    ),
  );
  expect(back).toMatchObject({ words: 'the hip line is steeper than it is', drawings: [1, 3], by: '9°' });
});

test('once is no coming back, nor is nothing', () => {
  expect(whatCameBack(judged([finding('proportion', 'head', 30)], [], []))).toBeNull();
  expect(whatCameBack(judged([], []))).toBeNull();
  expect(whatCameBack([])).toBeNull();
});
