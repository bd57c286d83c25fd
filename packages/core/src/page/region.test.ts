import fc from 'fast-check';
import { FORM_KINDS } from '../forms/shape.ts';
import { compose, scaling, translation } from '../geometry/affine.ts';
import { boxOf } from '../geometry/box.ts';
import { seeded } from '../random/seeded.ts';
import { anyShape } from '../testing/made-strokes.ts';
import { cellOutlines, cellsFor } from './cells.ts';
import { newPage } from './new-page.ts';
import { extentInCell, withinRegion } from './region.ts';
import { measureForm } from './form-geometry.ts';
import { movedBy } from './move-thing.ts';
import { pageSvg } from './svg.ts';
import { thingBox } from './thing-box.ts';
import { encodeStroke } from './stroke-code.ts';
import type { Sheet, SheetThing, Stroke, Thing } from './things.ts';

const paper = { width: 148, height: 210 };

test('a grid has room for all, and no other grid lets a figure stand larger', () => {
  expect(cellsFor(1, paper)).toEqual({ columns: 1, rows: 1 });
  expect(cellsFor(12, paper)).toEqual({ columns: 3, rows: 4 });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 50, max: 500 }),
      fc.integer({ min: 50, max: 500 }),
      (count, width, height) => {
        const { columns, rows } = cellsFor(count, { width, height });
        expect(columns * rows).toBeGreaterThanOrEqual(count);
        const size = (c: number, r: number): number => Math.min(width / c, (height / r) * 0.75);
        for (let c = 1; c <= count; c += 1)
          expect(size(columns, rows)).toBeGreaterThanOrEqual(size(c, Math.ceil(count / c)) - 1e-9);
      },
    ),
  );
});

test('cells cover the page, each once', () => {
  const outlines = cellOutlines({ ...paper, x: -10, y: 5 }, { columns: 3, rows: 4 });
  const boxes = outlines.map((outline) => boxOf(outline)!);
  expect(boxes.reduce((sum, b) => sum + (b.maxX - b.minX) * (b.maxY - b.minY), 0)).toBeCloseTo(148 * 210, 6);
  expect(boxes[0]).toMatchObject({ minX: -10, minY: 5 });
  expect(boxes.at(-1)!.maxX).toBeCloseTo(138, 9);
  expect(boxes.at(-1)!.maxY).toBeCloseTo(215, 9);
});

let ids = 0;
const newId = (): string => (ids += 1).toString(16).padStart(32, '0');
const page = newPage(newId(), newId);
const ink = page.find((thing): thing is Sheet => thing.type === 'sheet' && thing.kind === 'ink')!;
const line = (x1: number, y1: number, x2: number, y2: number, more: Partial<Stroke> = {}): Stroke => ({
  type: 'stroke',
  id: newId(),
  sheet: ink.id,
  order: 'a0',
  pen: 'pen',
  size: 0.4,
  colour: '#000000',
  pressure: 'even',
  points: encodeStroke(
    Array.from({ length: 11 }, (_, i) => ({
      x: x1 + ((x2 - x1) * i) / 10,
      y: y1 + ((y2 - y1) * i) / 10,
      pressure: 0.5,
      time: 10 * i,
    })),
  ),
  ...more,
});
const things = (...all: Thing[]): Map<string, Thing> =>
  new Map([...page, ...all].map((thing) => [thing.id, thing]));
const [first, second] = cellOutlines(paper, { columns: 2, rows: 2 });

test('a thing belongs to the cell that most of it lies in', () => {
  const [here, there] = [line(10, 10, 90, 10), line(60, 20, 140, 20)];
  const all = things(here, there);
  expect(withinRegion(all, first!).has(here.id)).toBe(true);
  expect(withinRegion(all, first!).has(there.id)).toBe(false);
  expect(withinRegion(all, second!).has(there.id)).toBe(true);
  expect(withinRegion(all, null)).toBe(all);
});

test('how a figure stands in its cell: its share, and whether it runs over the edge', () => {
  expect(extentInCell(things(), first!)).toBeNull();
  const small = extentInCell(things(line(20, 20, 20, 41), line(20, 30, 40, 30)), first!)!;
  expect(small.height).toBeCloseTo(0.2, 1);
  expect(small.over).toBe(false);
  expect(extentInCell(things(line(20, 20, 90, 20)), first!)!.over).toBe(true);
  // What is rubbed is not drawn.
  expect(extentInCell(things(line(20, 20, 20, 100, { pen: 'rubber' })), first!)).toBeNull();
});

describe('in the cells of a page', () => {
  const formOf = (kind: (typeof FORM_KINDS)[number]): SheetThing => {
    const shape = anyShape(kind, seeded(3));
    const { centre, length } = measureForm({ shape, transform: [1, 0, 0, 1, 0, 0] });
    const transform = compose(translation(37, 52), scaling(30 / length), translation(-centre.x, -centre.y));
    return { type: 'form', id: newId(), sheet: ink.id, order: 'a1', part: null, shape, transform };
  };
  const square = (from: number, to: number) => [
    { x: from, y: from },
    { x: to, y: from },
    { x: to, y: to },
    { x: from, y: to },
  ];
  const mass = (): SheetThing => ({
    ...{ type: 'mass', id: newId(), sheet: ink.id, order: 'a1', value: 'dark' },
    area: [square(20, 50), square(30, 40).reverse()],
  });
  test.each([...FORM_KINDS.map((kind) => [kind, formOf(kind)] as const), ['mass', mass()] as const])(
    'a %s belongs to one cell, goes out with it alone, and with another when it is carried there',
    (_, thing) => {
      const paths = (all: ReadonlyMap<string, Thing>, cell: typeof first): number =>
        pageSvg(all, { region: cell, guides: true }).match(/<path d="[^"]*" fill/g)?.length ?? 0;
      const bare = paths(things(), first);
      const told = (all: ReadonlyMap<string, Thing>) =>
        [first!, second!].map((cell) => [
          withinRegion(all, cell).has(thing.id),
          paths(all, cell) > bare,
          extentInCell(all, cell) !== null,
        ]);
      const [yes, no] = [Array(3).fill(true), Array(3).fill(false)];
      expect(told(things(thing))).toEqual([yes, no]);
      const { minX, maxX, minY, maxY } = thingBox(thing)!;
      const { height, width, over } = extentInCell(things(thing), first!)!;
      expect([height * 105, width * 74, over]).toEqual([
        expect.closeTo(maxY - minY, 6),
        expect.closeTo(maxX - minX, 6),
        false,
      ]);
      const carried = { ...thing, ...movedBy(thing, translation(74, 0)) } as SheetThing;
      expect(told(things(carried))).toEqual([no, yes]);
    },
  );
});
