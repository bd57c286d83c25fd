import fc from 'fast-check';
import { compose, rotation, scaling, transformPoint, translation } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { guideReader, guidesOn, type GuideReader } from './guide-reader.ts';
import { anchorAt, guideTargets } from './guide-targets.ts';
import { warpedBy } from './move-thing.ts';
import { settledGuides } from './settled-guides.ts';
import { patched } from './thing-fields.ts';
import type { Anchor, AnchoredGuide, Form, Thing } from './things.ts';

const PAPER: Thing = { type: 'page', id: 'p', width: 148, height: 210, colour: '#FFFFFF' };
const sheet = (id: string, hidden = false): Thing => ({
  type: 'sheet',
  id,
  kind: 'guides',
  name: id,
  order: 'a0',
  opacity: 1,
  hidden,
  locked: false,
});
const head: Form = {
  type: 'form',
  id: 'head',
  sheet: 's',
  order: 'a0',
  part: 'head',
  shape: { kind: 'ellipse', rx: 12, ry: 16 },
  transform: translation(70, 40),
};
const guide = (
  id: string,
  kind: AnchoredGuide['kind'],
  through: Anchor[],
  more: object = {},
): AnchoredGuide => ({
  type: 'guide',
  id,
  sheet: 's',
  kind,
  through,
  ...more,
});
const on = (id: string, place: string): Anchor => ({ at: { x: 1, y: 1 }, on: id, place });
const page = (...things: Thing[]): Map<string, Thing> =>
  new Map([PAPER, sheet('s'), sheet('t', true), ...things].map((thing) => [thing.id, thing]));
const marksOf = (reader: GuideReader, one: AnchoredGuide): Point[] =>
  reader.drawn(one).marks.map(({ at }) => at);

const division = guide('d', 'divided', [on('head', 'north'), on('head', 'south')], { count: 4 });
const steps = guide('e', 'stepped', [on('d', 'mark 0'), on('d', 'mark 2')], { count: 7 });
const carried = guide('c', 'carried', [
  on('d', 'mark 0'),
  on('d', 'mark 1'),
  on('e', 'mark 7'),
  { at: { x: 9, y: 200 } },
]);
const ground: Thing = { type: 'guide', id: 'g', sheet: 's', kind: 'ground', at: 190 };

test('a division, a stepped and a carried distance stay right when what they hang on is moved', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -60, max: 60, noNaN: true }),
      fc.double({ min: -60, max: 60, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      (x, y, turn, by) => {
        const transform = compose(translation(70 + x, 40 + y), rotation(turn), scaling(by, by));
        const moved = { ...head, transform };
        const reader = guideReader(page(moved, division, steps, carried));
        const [north, south] = [-16, 16].map((far) => transformPoint(transform, { x: 0, y: far })) as [
          Point,
          Point,
        ];
        const quarter = { x: (south.x - north.x) / 4, y: (south.y - north.y) / 4 };
        marksOf(reader, division).forEach((at, k) =>
          expect(distance(at, { x: north.x + k * quarter.x, y: north.y + k * quarter.y })).toBeLessThan(1e-9),
        );
        const step = { x: 2 * quarter.x, y: 2 * quarter.y };
        marksOf(reader, steps).forEach((at, k) =>
          expect(distance(at, { x: north.x + k * step.x, y: north.y + k * step.y })).toBeLessThan(1e-9),
        );
        const [, , laid, end] = marksOf(reader, carried);
        expect(distance(laid!, marksOf(reader, steps)[7]!)).toBeLessThan(1e-9);
        expect(distance(laid!, end!)).toBeCloseTo(8 * by, 9);
        // As it is seen while the form is on its way.
        const under = guideReader(page(head, division), new Map([['head', moved]]));
        expect(marksOf(under, division)).toEqual(marksOf(reader, division));
      },
    ),
  );
});

test('guides that hang on each other in a circle lie where they were laid, whichever is asked first', () => {
  const a = guide('a', 'axis', [
    { at: { x: 10, y: 10 }, on: 'b', place: 'mark 1' },
    { at: { x: 30, y: 10 } },
  ]);
  const b = guide('b', 'axis', [
    { at: { x: 60, y: 90 } },
    { at: { x: 80, y: 90 }, on: 'a', place: 'mark 0' },
  ]);
  const self = guide('q', 'axis', [on('q', 'mark 1'), { at: { x: 5, y: 5 } }]);
  const things = page(a, b, self);
  const [first, second] = [guideReader(things), guideReader(things)];
  const forth = [marksOf(first, a), marksOf(first, b)];
  const back = [marksOf(second, b), marksOf(second, a)].reverse();
  expect(forth).toEqual(back);
  expect(forth[0]![0]).toEqual({ x: 10, y: 10 });
  expect(marksOf(first, self)[0]).toEqual({ x: 1, y: 1 });
  // Sixty that hang on each other twice over are read once each.
  const chain = Array.from({ length: 60 }, (_, i) =>
    guide(
      `k${i}`,
      'axis',
      i === 0
        ? [{ at: { x: 9, y: 9 } }, { at: { x: 19, y: 9 } }]
        : [on(`k${i - 1}`, 'mark 0'), on(`k${i - 1}`, 'mark 1')],
    ),
  );
  expect(marksOf(guideReader(page(...chain)), chain[59]!)[1]).toEqual({ x: 19, y: 9 });
});

test('what a guide hung on goes: it stays where it lay and hangs on it no more', () => {
  const far = { ...head, transform: translation(100, 120) };
  const things = page(far, division, steps);
  const lay = marksOf(guideReader(things), division);
  const change = settledGuides(things, { remove: ['head'] });
  const after = new Map(things);
  after.delete('head');
  for (const { id, to } of change.set ?? []) after.set(id, patched(after.get(id)!, to));
  expect(marksOf(guideReader(after), after.get('d') as AnchoredGuide)).toEqual(lay);
  expect((after.get('d') as AnchoredGuide).through.map(({ on: hung }) => hung)).toEqual([
    undefined,
    undefined,
  ]);
  // Bent, the round has no north any more; moved, it has.
  const bent = warpedBy(far, (p) => ({ x: p.x + p.y / 9, y: p.y }))!;
  expect(settledGuides(things, { set: [{ id: 'head', to: bent }] }).set).toHaveLength(2);
  const moved = { set: [{ id: 'head', to: { transform: translation(1, 1) } }] };
  expect(settledGuides(things, moved)).toBe(moved);
  // With fewer parts the third mark is gone; what hung on the second stays on it.
  const fewer = settledGuides(
    page(far, division, guide('k', 'axis', [on('d', 'mark 3'), on('d', 'mark 1')])),
    {
      set: [{ id: 'd', to: { count: 2 } }],
    },
  );
  const kept = fewer.set!.at(-1)!.to as Partial<AnchoredGuide>;
  expect(kept.through!.map(({ on: hung }) => hung)).toEqual([undefined, 'd']);
});

test('what is laid near something hangs on it; near a line across the page it goes along with that', () => {
  const things = page(head, division, ground);
  const reader = guideReader(things);
  const targets = guideTargets(things, reader);
  expect(anchorAt(targets, { x: 70.5, y: 24.5 }, 3)).toMatchObject({ at: { x: 70, y: 24 }, place: 'north' });
  expect(anchorAt(targets, { x: 33, y: 188 }, 3)).toEqual({ at: { x: 33, y: 190 }, on: 'g', place: 'along' });
  expect(anchorAt(targets, { x: 33, y: 180 }, 3)).toEqual({ at: { x: 33, y: 180 } });
  expect(anchorAt(targets, { x: 33, y: 188 }, null)).toEqual({ at: { x: 33, y: 188 } });
  const foot = guide('f', 'axis', [anchorAt(targets, { x: 33, y: 188 }, 3), { at: { x: 40, y: 20 } }]);
  const sunk = guideReader(page(head, foot, { ...ground, at: 170 } as Thing));
  expect(marksOf(sunk, foot)[0]).toEqual({ x: 33, y: 170 });
  // What is moved, and what lies on a hidden sheet, draws nothing.
  const few = guideTargets(page({ ...head, sheet: 't' }, division), reader, { without: new Set(['d']) });
  expect(few).toEqual({ places: [], lines: [] });
  expect(guideTargets(things, reader, { forms: false }).places.every(({ on: hung }) => hung === 'd')).toBe(
    true,
  );
});

test('all that hangs on something, near and far, is found', () => {
  expect(guidesOn([division, steps, carried], new Set(['head'])).map(({ id }) => id)).toEqual([
    'd',
    'e',
    'c',
  ]);
  expect(guidesOn([division, steps, carried], new Set(['e'])).map(({ id }) => id)).toEqual(['c']);
  expect(guidesOn([division], new Set())).toEqual([]);
});
