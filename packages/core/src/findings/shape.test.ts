import type { Point } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygon.ts';
import { sideOf } from './nearest.ts';
import {
  gapDeed,
  gapSentence,
  shapeSummary,
  stretchDeed,
  stretchSentence,
  whyNoShape,
} from './shape-words.ts';
import { carriedLines, shapeOf, type ShapeReport } from './shape.ts';
import { tracedSilhouette } from './traced-silhouette.ts';

/** A jug 300 tall: its belly, and a handle at its right that leaves a gap. */
const oval = (x: number, y: number, rx: number, ry: number): Point[] =>
  Array.from({ length: 240 }, (_, i) => ({
    x: x + rx * Math.cos((Math.PI * i) / 120),
    y: y + ry * Math.sin((Math.PI * i) / 120),
  }));
const HOLE = oval(330, 250, 26, 60);
const outer = (bulge = 0, from = 2.6, to = 3.7): Point[] => {
  const belly = oval(220, 250, 100, 150).map((p, i) => {
    const t = (Math.PI * i) / 120;
    const by = t > from && t < to ? bulge * Math.sin((Math.PI * (t - from)) / (to - from)) : 0;
    return { x: p.x + by * Math.cos(t), y: p.y + by * Math.sin(t) };
  });
  // The handle's outside in place of the belly's own where it is nearer than that.
  return belly.map((p) => (Math.abs(p.y - 250) < 90 && p.x > 290 ? handleAt(p.y) : p));
};
const handleAt = (y: number): Point => ({ x: 312 + 68 * Math.sqrt(1 - ((y - 250) / 92) ** 2), y });
const PICTURE = [outer(), HOLE];
const drawn = (outline: readonly Point[], hole: readonly Point[] | null = HOLE): Point[][] =>
  [outline, ...(hole ? [hole] : [])].map((line) => [...line, line[0]!]);
const PLACES = new Map<string, Point>([
  ['belly', { x: 125, y: 250 }],
  ['handle', { x: 372, y: 250 }],
  ['rim', { x: 220, y: 100 }],
]);
const on = {
  height: 300,
  tolerance: 2,
  meant: [],
  untold: new Set<string>(),
  carried: [],
  places: PLACES,
  laid: 'by landmarks' as const,
};
const told = (lines: Point[][], more: Partial<Parameters<typeof shapeOf>[2]> = {}): ShapeReport => {
  const answer = shapeOf(lines, [PICTURE], { ...on, ...more });
  if (!answer.told) throw new Error(answer.why);
  return answer.told;
};

test('of a copy nothing is said, and the outlines lie on each other', () => {
  const copy = told(drawn(outer()));
  expect([copy.stretches, copy.gaps]).toEqual([[], []]);
  expect(copy.shared).toBeGreaterThan(0.97);
  expect(copy.areas).toBeCloseTo(1, 1);
  expect(copy.apart.mean).toBeLessThan(0.4);
});

test('where it bulges and where it falls in is named, once each, by its landmark', () => {
  const [bulged] = told(drawn(outer(18))).stretches;
  expect(bulged).toMatchObject({ where: 'by the belly', sure: 'clearly' });
  expect(Math.abs(bulged!.size - 6)).toBeLessThan(0.9);
  const shallow = told(drawn(outer(-8))).stretches;
  expect(shallow).toHaveLength(1);
  expect(shallow[0]).toMatchObject({ where: 'by the belly', sure: 'perhaps' });
  expect(shallow[0]!.size).toBeLessThan(-2);
  expect(told(drawn(outer(5))).stretches).toEqual([]);
  expect(told(drawn(outer(9)), { tolerance: 5 }).stretches).toEqual([]);
});

test('a gap that is closed, narrow, wide or extra is told as such, and not as an outline that is off', () => {
  const closed = told(drawn(outer(), null));
  expect(closed.gaps).toMatchObject([{ kind: 'missing', where: 'by the handle', areas: 0, sure: 'clearly' }]);
  expect(closed.stretches).toEqual([]);
  const narrow = told(drawn(outer(), oval(330, 250, 13, 44)));
  expect(narrow.gaps).toMatchObject([{ kind: 'narrow', where: 'by the handle' }]);
  expect(narrow.gaps[0]!.areas).toBeCloseTo((13 * 44) / (26 * 60), 1);
  const answer = shapeOf(drawn(outer()), [[outer()]], on);
  // What the picture shows as part of the thing is seen through nowhere.
  expect(answer.told!.gaps).toEqual([]);
});

test('what is told of a part already is not told of its outline', () => {
  const moved = drawn(
    outer().map((p) => (p.x > 290 ? { x: p.x + 26, y: p.y } : p)),
    null,
  );
  const alone = told(moved);
  expect(alone.stretches.some(({ where, size }) => where === 'by the handle' && size > 0)).toBe(true);
  const ends = new Map(
    [...PLACES].map(([name, from]) => [
      name,
      { from, to: name === 'handle' ? { x: from.x + 26, y: from.y } : from },
    ]),
  );
  const carried = carriedLines(ends, [
    ['belly', 'rim'],
    ['handle', 'spout'],
  ]);
  expect(carried).toHaveLength(3 + 4);
  expect(told(moved, { carried }).stretches.filter(({ where }) => where === 'by the handle')).toEqual([]);
});

test('it is held against whichever silhouette it shares more with, with what is held or without', () => {
  const alone = oval(220, 250, 100, 150);
  const both = [PICTURE, [alone]];
  expect(shapeOf(drawn(alone, null), both, on).told!.stretches).toEqual([]);
  expect(shapeOf(drawn(outer()), both, on).told!.stretches).toEqual([]);
});

test('an open outline, a stroke or two and a picture of which nothing is known say why they say nothing', () => {
  const half = [outer().slice(40, 200)];
  for (const lines of [half, [], [[{ x: 1, y: 1 }]]]) {
    const answer = shapeOf(lines, [PICTURE], on);
    expect(answer).toEqual({ told: null, why: 'open outline' });
    expect(whyNoShape(answer)).toMatch(/too open/);
  }
  expect(whyNoShape(shapeOf(drawn(outer()), [], on))).toMatch(/not known/);
  expect(shapeOf(drawn(outer()), [[]], on).told).toBeNull();
  expect(whyNoShape(shapeOf(drawn(outer()), [PICTURE], on))).toBeNull();
});

test('a box drawn round it is paper, not a part of it', () => {
  const frame = [
    { x: 90, y: 60 },
    { x: 410, y: 60 },
    { x: 410, y: 430 },
    { x: 90, y: 430 },
    { x: 90, y: 60 },
  ];
  expect(told([...drawn(outer()), frame]).shared).toBeGreaterThan(0.95);
});

test('far from all landmarks a place is on a side of the thing', () => {
  const box = [
    { x: 0, y: 0 },
    { x: 60, y: 120 },
  ];
  const places = [
    [30, 60, 'in its middle'],
    [2, 60, 'at its left'],
    [58, 70, 'at its right'],
    [30, 3, 'at its top'],
    [28, 118, 'at its foot'],
    [3, 5, 'at its upper left'],
    [57, 118, 'at its lower right'],
  ] as const;
  for (const [x, y, where] of places) expect(sideOf({ x, y }, box)).toBe(where);
  expect(sideOf({ x: 1, y: 1 }, [])).toBe('in its middle');
});

test('sentences are plain and say which way', () => {
  const stretch = {
    size: 3.21,
    sure: 'clearly',
    along: [],
    at: { x: 0, y: 0 },
    where: 'by the left knee',
  } as const;
  expect(stretchSentence(stretch)).toBe('By the left knee the outline lies 3.2 % too far out.');
  expect(stretchSentence({ ...stretch, size: -2.5, sure: 'perhaps', where: 'at its left' })).toBe(
    'Perhaps: at its left the outline lies 2.5 % too far in.',
  );
  expect(stretchDeed(stretch)).toBe('Take the outline in by the left knee.');
  expect(stretchDeed({ ...stretch, size: -1, where: 'at its foot' })).toBe(
    'Let the outline out at its foot.',
  );
  const gap = {
    areas: 0.66,
    sure: 'clearly',
    drawn: [],
    reference: [],
    at: { x: 0, y: 0 },
    where: 'by the left elbow',
  } as const;
  expect(gapSentence({ ...gap, kind: 'narrow' })).toBe('The gap by the left elbow is a third too small.');
  expect(gapSentence({ ...gap, kind: 'wide', areas: 2.4 })).toBe(
    'The gap by the left elbow is about twice as large as it is.',
  );
  expect(gapSentence({ ...gap, kind: 'missing', sure: 'perhaps' })).toBe(
    'Perhaps: the gap by the left elbow is closed.',
  );
  expect(gapSentence({ ...gap, kind: 'extra', where: 'in its middle' })).toBe(
    'There is a gap in its middle that the picture does not have.',
  );
  expect((['narrow', 'wide', 'missing', 'extra'] as const).map((kind) => gapDeed({ ...gap, kind }))).toEqual([
    'Widen the gap by the left elbow.',
    'Narrow the gap by the left elbow.',
    'Leave the gap by the left elbow open.',
    'Close the gap by the left elbow.',
  ]);
  expect(
    shapeSummary({ apart: { mean: 1.23, most: 4 }, shared: 0.914, sharedSmall: 0.95 } as ShapeReport),
  ).toBe(
    'The outlines lie 1.2 % of the height apart on average. Of all that either covers both cover 91 %, seen small 95 %.',
  );
});

test('nothing is told by a part that is left out', () => {
  const [first] = told(drawn(outer(16))).stretches;
  expect(first!.where).toBe('by the belly');
  expect(told(drawn(outer(16)), { untold: new Set(['belly']) }).stretches).toEqual([]);
});

describe('the silhouette of a picture by its traced contour', () => {
  test('is what the contour encloses, also where it is left open a little', () => {
    const line = outer();
    const [whole] = tracedSilhouette([[...line, line[0]!]], on.height)!;
    const [open] = tracedSilhouette([line.slice(0, -1)], on.height)!;
    for (const outline of [whole!, open!]) expect(polygonArea(outline) / polygonArea(line)).toBeCloseTo(1, 1);
    expect(told(drawn(line, null)).shared).toBeGreaterThan(0.9);
  });

  test('is not known where nothing is traced or enclosed', () => {
    expect(tracedSilhouette([], on.height)).toBeNull();
    expect(tracedSilhouette([outer().slice(0, 120)], on.height)).toBeNull();
    expect(tracedSilhouette([outer()], 0)).toBeNull();
  });
});
