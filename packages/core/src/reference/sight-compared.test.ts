import type { AnchoredGuide, Landmark, Thing } from '../page/things.ts';
import { measureOf, type SightedKind } from '../guides/measure.ts';
import type { SightMark } from './mark.ts';
import { comparedWords, isSight, sightInPicture, sightLines } from './sight-compared.ts';

const landmark = (name: string, x: number, y: number): Landmark => ({
  type: 'landmark',
  id: name,
  sheet: 's',
  name,
  state: 'set',
  at: { x, y },
  spread: 0.5,
});
const crown = landmark('crown', 70, 20);
const chin = landmark('chin', 70, 45);
const foot = landmark('lowest foot', 72, 170);
const things = new Map<string, Thing>([crown, chin, foot].map((l) => [l.id, l]));
const on = (name: string) => ({ at: { x: 0, y: 0 }, on: name, place: 'at' });
const sight = (kind: SightedKind, through: AnchoredGuide['through'], more: object = {}) =>
  ({ type: 'guide', id: 'g', sheet: 's', kind, through, ...more }) as AnchoredGuide & { kind: SightedKind };
const known = new Map([
  ['crown', { x: 400, y: 100 }],
  ['chin', { x: 400, y: 200 }],
  ['lowest foot', { x: 400, y: 850 }],
]);

const there = (one: ReturnType<typeof sight>, marks: SightMark[]) =>
  measureOf(one.kind, sightInPicture(one, things, { marks, known }) ?? []);

test('held against the picture by its landmarks, or by the sight that was taken there', () => {
  const heads = sight('sighted', [on('crown'), on('chin'), on('crown'), on('lowest foot')]);
  expect(isSight(heads)).toBe(true);
  expect(there(heads, [])).toBeCloseTo(7.5, 12);
  expect(sightInPicture(heads, things, { marks: [], known: new Map([...known].slice(1)) })).toBeNull();
  const own = sight('tilted', [{ at: { x: 0, y: 0 } }, { at: { x: 9, y: 0 } }], { sight: 'm' });
  expect(sightInPicture(own, things, { marks: [], known })).toBeNull();
  const tilt: SightMark = {
    kind: 'sight',
    id: 'm',
    unit: null,
    span: [
      { x: 0, y: 100 },
      { x: 100, y: 0 },
    ],
    guess: null,
  };
  expect(there(own, [tilt])).toBeCloseTo(45, 12);
  // A length is never held against a tilt.
  expect(there({ ...heads, sight: 'm' }, [tilt])).toBeCloseTo(7.5, 12);
  const picture = { marks: [tilt], known };
  expect(sightLines(heads, 'm', things, picture).map((l) => l.kind === 'line' && l.points)).toEqual([
    [known.get('crown'), known.get('chin')],
    [known.get('crown'), known.get('lowest foot')],
  ]);
  expect(sightLines(undefined, 'm', things, picture)).toHaveLength(1);
  expect(sightLines(undefined, null, things, picture)).toEqual([]);
});

test('in words: how much, and what would put it right', () => {
  expect(comparedWords('sighted', 6, 7.5)).toBe(
    '6.00 units here, 7.50 units in the picture: 20 % too short.',
  );
  expect(comparedWords('sighted', 7.6, 7.5)).toContain('as good as equal.');
  expect(comparedWords('tilted', 40, 30)).toBe(
    '40° from level here, 30° from level in the picture: turn it 10° clockwise.',
  );
  expect(comparedWords('tilted', -89.5, 89.5)).toContain('as good as equal.');
  expect(isSight(undefined)).toBe(false);
});
