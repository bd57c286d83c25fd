import { SUBJECTS } from '../subjects/subjects.ts';
import { planted } from '../testing/drawn-figure.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { topicsOf } from './causes.ts';
import { check } from './check.ts';
import { doubtAmong, NO_DOUBT } from './doubt.ts';
import { cautionOf, isOnlyFound, perhapsShare, widthOf } from './found.ts';
import { landmarkItem } from './item.ts';

const places = figurePlaces();
const SPREAD = 4;
const items = (where: ReadonlyMap<string, { x: number; y: number }>, prefix: string) =>
  [...where].map(([name, at]) => landmarkItem({ id: `${prefix} ${name}`, name, at, spread: SPREAD }));
const reference = items(places, 'true');
const doubtOf = (ids: readonly string[]) =>
  doubtAmong(
    ids,
    ids.flatMap((_, i) =>
      [0, 1].map((k) => ids.flatMap((__, j) => [0, 1].map((l) => (i === j && k === l ? SPREAD ** 2 : 0)))),
    ),
  );
const drawn = items(places, 'drawn');
const topics = topicsOf(
  drawn.map((item, i) => ({ drawn: item, reference: reference[i]! })),
  SUBJECTS.figure,
);
const topic = (id: string) => topics.find((t) => t.id === id)!;
const all = doubtOf(drawn.map(({ id }) => id));

test('a place that was found, and the length of a line across, are not told; a limb and a head are', () => {
  expect(isOnlyFound(topic('place:true left knee'), SUBJECTS.figure, all)).toBe(true);
  expect(isOnlyFound(topic('length:hip line'), SUBJECTS.figure, all)).toBe(true);
  expect(isOnlyFound(topic('tilt:hip line'), SUBJECTS.figure, all)).toBe(false);
  expect(isOnlyFound(topic('size:head'), SUBJECTS.figure, all)).toBe(false);
});

test('what was set is told, and nothing more is asked of it', () => {
  const knee = topic('place:true left knee');
  expect(isOnlyFound(knee, SUBJECTS.figure, NO_DOUBT)).toBe(false);
  expect(cautionOf(knee)).toBe(1);
  expect(cautionOf(knee, all)).toBeGreaterThan(1);
  expect(perhapsShare(knee, all)).toBeGreaterThan(perhapsShare(knee));
});

test('a limb that was found must depart by more than a head, the more the less lines say of its joint', () => {
  const width = (id: string, doubt = all): number => widthOf(topic(id), SUBJECTS.figure, doubt);
  expect(width('length:left shin')).toBeGreaterThan(1);
  expect(width('length:right leg')).toBe(width('length:left thigh'));
  const [thigh, shin, arm] = ['thigh', 'shin', 'upper arm'].map((limb) => width(`tilt:left ${limb}`));
  expect([thigh! > shin!, shin! > arm!, arm! > 1]).toEqual([true, true, true]);
  expect([width('size:head'), width('tilt:shoulder line')]).toEqual([1, 1]);
  expect(width('length:left shin', NO_DOUBT)).toBe(1);
});

test('a head that was found too large is told, and no landmark of it', () => {
  const where = planted(places, { kind: 'head', by: 0.25 });
  const crown = where.get('crown')!;
  // The crown is found a little too low, so that most of the change is at the chin.
  where.set('crown', { x: crown.x, y: crown.y + SPREAD });
  const report = check({
    drawn: items(where, 'drawn'),
    reference,
    height: FIGURE_HEIGHT,
    seconds: null,
    subject: SUBJECTS.figure,
    doubt: all,
  });
  const told = [...report.findings, ...report.perhaps];
  expect(told.map(({ id }) => id)).toEqual(['size:head']);
});
