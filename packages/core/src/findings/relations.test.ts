import { seeded, gaussian } from '../random/seeded.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import type { Point } from '../geometry/point.ts';
import { FIGURE_HEIGHT, figurePlaces } from '../testing/figure.ts';
import { doubtAmong, NO_DOUBT } from './doubt.ts';
import { landmarkItem, type Item } from './item.ts';
import type { LineUp } from './line-ups.ts';
import { errorOfMeasure } from './measured-by.ts';
import {
  asymmetryDeed,
  asymmetrySentence,
  keptSentence,
  lineUpDeed,
  lineUpSentence,
  proportionSentence,
  triangleDeed,
  triangleSentence,
} from './relation-words.ts';
import { relationsOf, type RelationsReport } from './relations.ts';

const itemsOf = (places: ReadonlyMap<string, Point>, spread: number): Item[] =>
  [...places].map(([name, at]) => landmarkItem({ id: name, name, at, spread }));
const reference = itemsOf(figurePlaces(), 0.5);
const { axes } = SUBJECTS.figure;
const on = {
  height: FIGURE_HEIGHT,
  doubt: NO_DOUBT,
  seconds: null as number | null,
  told: new Set<string>(),
  axes,
};
const drawnWith = (name: string, dx: number, dy: number, spread = 2): Item[] => {
  const places = figurePlaces();
  const { x, y } = places.get(name)!;
  return itemsOf(places.set(name, { x: x + dx, y: y + dy }), spread);
};
const told = (drawn: readonly Item[], more: Partial<typeof on> = {}): RelationsReport =>
  relationsOf(drawn, reference, { ...on, ...more })!;

test('of a copy every line-up is kept, nothing is named, and every length is what it is', () => {
  const report = told(itemsOf(figurePlaces(), 2));
  expect(report.count).toBeGreaterThan(8);
  expect(report.kept).toBe(report.count);
  expect([report.lineUps, report.following, report.triangle, report.asymmetry]).toEqual([[], [], null, null]);
  report.proportions.forEach((row, i) =>
    row.forEach(({ drawn, reference: should }, k) => {
      expect(drawn).toBeCloseTo(should, 12);
      expect(drawn * report.proportions[k]![i]!.drawn).toBeCloseTo(1, 12);
    }),
  );
  expect(keptSentence(report)).toMatch(/^All \d+ places/);
});

test('the pit of the neck hangs plumb below the crown; where it does not that is named with its side', () => {
  const report = told(drawnWith('crown', 45, 0));
  const [worst] = report.lineUps;
  expect(worst).toMatchObject({ kind: 'plumb', about: ['crown', 'pit of the neck'], sure: 'clearly' });
  expect(worst!.size).toBeCloseTo(-4.5, 9);
  // The same places are not named twice.
  const named = report.lineUps.flatMap(({ about }) => about);
  expect(new Set(named).size).toBe(named.length);
  expect(report.kept).toBeLessThan(report.count);
});

test('what goes with something told already is not named, but said to go with it', () => {
  const report = told(drawnWith('crown', 45, 0), { told: new Set(['crown']) });
  expect(report.lineUps.filter(({ about }) => about.includes('crown'))).toEqual([]);
  expect(report.following.every(({ explained, about }) => explained && about.includes('crown'))).toBe(true);
  expect(report.following.length).toBeGreaterThan(0);
});

test('the corner of a triangle that is off most is named, and never one that a told place accounts for', () => {
  const drawn = drawnWith('right elbow', -70, -40);
  const { triangle } = told(drawn);
  expect(triangle!.about).toContain('right elbow');
  expect(Math.abs(triangle!.size)).toBeGreaterThan(4);
  expect(told(drawn, { told: new Set(['right elbow']) }).triangle?.about ?? []).not.toContain('right elbow');
});

test('of places that are found unsurely nothing is named; a short time is given more room', () => {
  const drawn = drawnWith('crown', 45, 0, 30);
  const report = told(drawn);
  expect([report.lineUps, report.triangle]).toEqual([[], null]);
  expect(report.kept).toBeLessThan(report.count);
  expect(told(drawnWith('crown', 45, 0), { seconds: 55 }).lineUps).toEqual([]);
});

test('too few landmarks, or a figure without height, say nothing', () => {
  expect(relationsOf(itemsOf(figurePlaces(), 2).slice(0, 3), reference, on)).toBeNull();
  expect(relationsOf(itemsOf(figurePlaces(), 2), reference, { ...on, height: 0 })).toBeNull();
});

test('the error of a measure is that of placing its landmarks anew, correlated ones too', () => {
  const random = seeded(11);
  const items = new Map(itemsOf(figurePlaces(), 3).map((item) => [item.name!, item]));
  const names = ['left hip', 'left knee', 'left ankle'];
  const measure = (at: (name: string) => Point): number =>
    Math.hypot(at(names[1]!).x - at(names[0]!).x, at(names[1]!).y - at(names[0]!).y) /
    Math.hypot(at(names[2]!).x - at(names[1]!).x, at(names[2]!).y - at(names[1]!).y);
  // Hip and knee are moved together by half of what either is.
  const shared = 4.5;
  const rows = [0, 1, 2, 3].map((r) => [0, 1, 2, 3].map((c) => (r === c ? 9 : r % 2 === c % 2 ? shared : 0)));
  const doubt = doubtAmong(['left hip', 'left knee'], rows);
  for (const [common, used] of [
    [0, NO_DOUBT],
    [Math.sqrt(shared), doubt],
  ] as const) {
    const own = Math.sqrt(9 - common * common);
    const values = Array.from({ length: 4000 }, () => {
      const both = { x: common * gaussian(random), y: common * gaussian(random) };
      const placed = new Map(
        names.map((name) => {
          const { x, y } = items.get(name)!.centre;
          const [by, along] = name === 'left ankle' ? [3, 0] : [own, 1];
          const off = (with1: number): number => by * gaussian(random) + along * with1;
          return [name, { x: x + off(both.x), y: y + off(both.y) }];
        }),
      );
      return measure((name) => placed.get(name)!);
    });
    const mean = values.reduce((a, b) => a + b) / values.length;
    const spread = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
    const found = errorOfMeasure(measure, names, items, { height: FIGURE_HEIGHT, doubt: used });
    expect(found / spread).toBeGreaterThan(0.93);
    expect(found / spread).toBeLessThan(1.07);
  }
});

describe('a view from the front', () => {
  // Six pairs about an axis that leans by a tenth.
  const front = new Map<string, Point>(
    ['shoulder', 'elbow', 'wrist', 'hip', 'knee', 'ankle'].flatMap((name, i) => {
      const [y, out] = [250 + 140 * i, 150 - 20 * i];
      const middle = 400 + 0.1 * y;
      return [
        [`left ${name}`, { x: middle + out, y: y - 0.1 * out }],
        [`right ${name}`, { x: middle - out, y: y + 0.1 * out }],
      ] as const;
    }),
  );
  const drawn = (name: string, dx: number, dy: number): Item[] => {
    const { x, y } = front.get(name)!;
    return itemsOf(new Map(front).set(name, { x: x + dx, y: y + dy }), 2);
  };
  const asked = (items: readonly Item[]) => relationsOf(items, itemsOf(front, 0.5), on)!.asymmetry;

  test('a pair that is not alike is named with its way; a copy, turned or not, is alike', () => {
    expect(asked(drawn('left knee', 0, 0))).toBeNull();
    const lower = asked(drawn('left knee', 0, 45))!;
    expect(lower).toMatchObject({ about: ['left knee', 'right knee'], way: 'along', sure: 'clearly' });
    expect(Math.abs(lower.size - 4.5)).toBeLessThan(0.7);
    expect(asymmetrySentence(lower)).toMatch(
      /^Seen from the front left and right are alike; here the left knee lies [\d.]+ % lower than the right knee\.$/,
    );
    const out = asked(drawn('right wrist', 40, 4))!;
    expect(out).toMatchObject({ about: ['left wrist', 'right wrist'], way: 'out' });
    expect(out.size).toBeGreaterThan(2.5);
    expect(asymmetrySentence(out)).toContain('further out than the right wrist');
    expect(asymmetryDeed(out)).toBe(
      'Bring the left wrist and the right wrist into balance about the middle line.',
    );
  });

  test('what is meant to be unlike is not told', () => {
    const low = drawn('left knee', 0, 45);
    expect(asked(low)!.about).toContain('left knee');
    const meant = relationsOf(low, itemsOf(front, 0.5), { ...on, unlike: new Set(['knee']) })!;
    expect(meant.asymmetry?.about ?? []).not.toContain('left knee');
  });

  test('of a picture that is not seen from the front nothing is said', () => {
    expect(told(drawnWith('left knee', 0, 45)).asymmetry).toBeNull();
    const few = [...front].filter(([name]) => !/hip|knee|ankle|elbow/.test(name));
    expect(relationsOf(itemsOf(new Map(few), 2), itemsOf(front, 0.5), on)!.asymmetry).toBeNull();
  });
});

test('sentences are plain, and the sides are the sitter’s', () => {
  const one = { error: 0.4, past: true, sure: 'clearly', explained: false } as const;
  const plumb: LineUp = { ...one, kind: 'plumb', about: ['crown', 'left ankle'], size: 4.2 };
  expect(lineUpSentence(plumb, 'sitter facing')).toBe(
    'The left ankle hangs plumb below the crown in the picture; here it lies 4.2 % to the left.',
  );
  expect(lineUpDeed(plumb, 'sitter facing')).toBe(
    'Move the left ankle to the right, until it hangs below the crown.',
  );
  const level: LineUp = { ...one, kind: 'level', about: ['right wrist', 'chin'], size: -3, sure: 'perhaps' };
  expect(lineUpSentence(level, 'picture')).toBe(
    'Perhaps: the chin is level with the right wrist in the picture; here it lies 3 % too high.',
  );
  expect(lineUpDeed(level, 'picture')).toBe('Lower the chin, until it is level with the right wrist.');
  const through: LineUp = { ...one, kind: 'through', about: ['crown', 'left ankle', 'left hip'], size: 2.6 };
  expect(lineUpSentence(through, 'picture')).toBe(
    'The line from the crown to the left ankle meets the left hip in the picture; here it passes 2.6 % beside it.',
  );
  expect(lineUpDeed(through, 'picture')).toBe(
    'Move the left hip onto the line from the crown to the left ankle.',
  );
  const triangle = { ...one, about: ['left wrist', 'crown', 'chin'], size: -12.4 } as const;
  expect(triangleSentence(triangle)).toBe(
    'In the triangle of left wrist, crown and chin the corner at the left wrist is 12° too narrow.',
  );
  expect(triangleDeed(triangle)).toBe('Widen the angle at the left wrist.');
  const length = (name: string) => ({ name, ends: ['a', 'b'] as const, drawn: 1, reference: 1 });
  expect(
    proportionSentence(length('left shin'), length('head'), { drawn: 1.604, reference: 1.75, error: 0.031 }),
  ).toBe('The left shin is 1.60 times the head (± 0.03), in the picture 1.75.');
  expect(keptSentence({ count: 9, kept: 7 } as RelationsReport)).toBe(
    'Of 9 places that line up in the picture 7 line up here.',
  );
  expect(keptSentence({ count: 0, kept: 0 } as RelationsReport)).toMatch(/^Nothing in this picture/);
});
