import { FORM_KINDS, shapeFromPath } from '@deft/core/forms';
import { encodeStroke, OPERATION_VERSION } from '@deft/core/page';
import { batchSchema, MOST_OPERATIONS } from './operations.ts';

const id = (n: number): string => n.toString(16).padStart(32, '0');
const operation = (body: unknown, more: object = {}) => ({
  id: id(1),
  page: id(2),
  device: id(3),
  n: 1,
  seen: 0,
  at: 1,
  version: OPERATION_VERSION,
  kind: 'change',
  body,
  ...more,
});
const says = (operations: unknown[]): string =>
  batchSchema.validate({ after: 0, operations }, { convert: false }).error?.message ?? 'fits';
const stroke = {
  type: 'stroke',
  id: id(4),
  sheet: id(5),
  order: 'a0',
  points: encodeStroke([{ x: 1, y: 1, pressure: 0.5, time: 0 }]),
  pen: 'pencil',
  size: 0.7,
  colour: '#1E2430',
  pressure: 'device',
};

test.each([
  ['a stroke', { add: [stroke] }],
  [
    'a form without a name',
    {
      add: [
        {
          type: 'form',
          id: id(4),
          sheet: id(5),
          order: 'a0',
          part: null,
          shape: { kind: 'ellipse', rx: 1, ry: 2 },
          transform: [1, 0, 0, 1, 0, 0],
        },
      ],
    },
  ],
  ['a patch and a removal together', { set: [{ id: id(4), to: { opacity: 0.5 } }], remove: [id(6)] }],
])('%s fits', (_, body) => {
  expect(says([operation(body)])).toBe('fits');
});

const formOf = (shape: unknown) => ({
  type: 'form',
  id: id(4),
  sheet: id(5),
  order: 'a0',
  part: null,
  shape,
  transform: [1, 0, 0, 1, 0, 0],
});

test.each(FORM_KINDS)(
  'a form of the kind %s fits as it is drawn, and not with a field that it lacks',
  (kind) => {
    const path = [
      { x: 10, y: 10 },
      { x: 30, y: 5 },
      { x: 50, y: 40 },
      { x: 20, y: 60 },
    ];
    const shape =
      kind === 'ellipse'
        ? { kind, rx: 4, ry: 2 }
        : kind === 'circle'
          ? { kind, rim: { x: 3, y: 4 } }
          : shapeFromPath(kind, path)!;
    expect(says([operation({ add: [formOf(shape)] })])).toBe('fits');
    expect(says([operation({ add: [formOf({ ...shape, danger: 1 })] })])).not.toBe('fits');
    for (const field of Object.keys(shape))
      expect(says([operation({ add: [formOf({ ...shape, [field]: undefined })] })])).not.toBe('fits');
  },
);

const triangle = [
  { x: 0, y: 0 },
  { x: 9, y: 0 },
  { x: 0, y: 9 },
];
const massOf = (more: object) => ({
  ...{ type: 'mass', id: id(4), sheet: id(5), order: 'a0', value: 'dark', area: [triangle] },
  ...more,
});
test('a mass has an area and one of the values', () => {
  expect(says([operation({ add: [massOf({})] })])).toBe('fits');
  expect(
    says([operation({ add: [massOf({ area: [triangle, triangle], transform: [1, 0, 0, 1, 0, 0] })] })]),
  ).toBe('fits');
  for (const wrong of [{ value: 'blue' }, { area: [] }, { area: [triangle.slice(1)] }, { area: undefined }])
    expect(says([operation({ add: [massOf(wrong)] })])).not.toBe('fits');
});

const guideOf = (more: object) => ({ type: 'guide', id: id(4), sheet: id(5), ...more });
const place = { at: { x: 1, y: 2 } };

test.each([
  ['a guide across the page', { kind: 'level', at: 3 }],
  [
    'a division that hangs on a form',
    { kind: 'divided', count: 4, through: [place, { ...place, on: id(6), place: 'north' }] },
  ],
])('%s fits', (_, guide) => {
  expect(says([operation({ add: [guideOf(guide)] })])).toBe('fits');
});

test.each([
  ['a level without its height', { kind: 'level' }],
  ['a level that is laid by places', { kind: 'level', at: 3, through: [place] }],
  ['an axis without its places', { kind: 'axis' }],
  ['an axis right across', { kind: 'axis', at: 3, through: [place, place] }],
  ['a place of nothing', { kind: 'axis', through: [place, { ...place, place: 'north' }] }],
  ['a division into one', { kind: 'divided', count: 1, through: [place, place] }],
  ['a line that is turned too far', { kind: 'centre', turn: 1.5, through: [place, place, place] }],
])('%s does not fit', (_, guide) => {
  expect(says([operation({ add: [guideOf(guide)] })])).not.toBe('fits');
});

test.each([
  ['nothing to do', {}],
  ['a thing of no known type', { add: [{ ...stroke, type: 'spell' }] }],
  ['a stroke that lacks its sheet', { add: [{ ...stroke, sheet: undefined }] }],
  ['a field that is none', { add: [{ ...stroke, danger: 1 }] }],
  ['a colour that is a script', { add: [{ ...stroke, colour: 'url(x)' }] }],
  ['a length that is not finite', { set: [{ id: id(4), to: { at: Infinity } }] }],
  ['a patch of the type', { set: [{ id: id(4), to: { type: 'form' } }] }],
  ['a transform of five numbers', { set: [{ id: id(4), to: { transform: [1, 0, 0, 1, 0] } }] }],
])('%s does not', (_, body) => {
  expect(says([operation(body)])).not.toBe('fits');
});

test('an operation of another version, an odd id or too many at once do not fit', () => {
  expect(says([operation({ add: [stroke] }, { version: 3 })])).not.toBe('fits');
  expect(says([operation({ add: [stroke] }, { id: 'x' })])).not.toBe('fits');
  expect(says(Array.from({ length: MOST_OPERATIONS + 1 }, () => operation({ add: [stroke] })))).not.toBe(
    'fits',
  );
  expect(says([operation({ ids: [id(9)] }, { kind: 'revert' })])).toBe('fits');
});
