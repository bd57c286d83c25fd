import { reducePage } from './reduce.ts';
import { fieldFits, misfitsOf, patched, THING_FIELDS } from './thing-fields.ts';
import type { Operation } from './operation.ts';
import type { Patch, Sheet, ThingType } from './things.ts';

const sheet: Sheet = {
  type: 'sheet',
  id: 'a'.repeat(32),
  kind: 'ink',
  name: 'Ink',
  order: 'a0',
  opacity: 1,
  hidden: false,
  locked: false,
};

test('fields of the kind are taken, whatever else a patch holds is left out', () => {
  const patch = { name: null, opacity: 0.5, points: 'AA' } as unknown as Patch;
  expect(misfitsOf('sheet', patch)).toEqual(['name', 'points']);
  expect(patched(sheet, patch)).toEqual({ ...sheet, opacity: 0.5 });
});

test('a patch that names an id or a type of its own changes neither', () => {
  const patch = { id: 'b', type: 'form', hidden: true } as unknown as Patch;
  expect(patched(sheet, patch)).toEqual({ ...sheet, hidden: true });
});

const FOREIGN: readonly unknown[] = [undefined, {}, [], [1], 'constructor', Number.NaN, Infinity, () => 1];

test.each(Object.entries(THING_FIELDS))(
  'no field of a %s takes what is of no use anywhere',
  (type, fields) => {
    for (const field of Object.keys(fields)) {
      const taken = FOREIGN.filter((value) => fieldFits(type as ThingType, field, value));
      // Free text takes any text.
      expect(taken.filter((value) => value !== 'constructor')).toEqual([]);
    }
    expect(fieldFits(type as ThingType, 'toString', () => 'x')).toBe(false);
  },
);

test.each<[ThingType, string, unknown]>([
  ['form', 'shape', { kind: 'ellipse', corners: [] }],
  ['form', 'shape', { kind: 'hexagon', rx: 1, ry: 1 }],
  ['note', 'says', { kind: 'text', text: 3, size: 4 }],
  ['placement', 'mesh', { columns: 2, rows: 2, points: [{ x: 0, y: 0 }] }],
  [
    'placement',
    'clip',
    [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ],
  ],
  ['stroke', 'transform', [1, 0, 0, 1, 0]],
  ['landmark', 'at', { x: 1, y: null }],
  ['page', 'cells', { columns: 1.5, rows: 2 }],
])('a %s does not take as its %s %j', (type, field, value) => {
  expect(fieldFits(type, field, value)).toBe(false);
});

test('a page with a stored misfit is reduced as if that field had never been set', () => {
  const stamp = { page: 'p', device: 'd', seen: 0, at: 0, version: 2, kind: 'change' as const };
  const operations: Operation[] = [
    { ...stamp, id: '1', n: 1, body: { add: [sheet] } },
    { ...stamp, id: '2', n: 2, body: { set: [{ id: sheet.id, to: { name: null, hidden: true } as never }] } },
  ];
  expect(reducePage(operations).get(sheet.id)).toEqual({ ...sheet, hidden: true });
});
