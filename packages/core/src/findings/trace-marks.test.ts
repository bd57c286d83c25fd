import { IDENTITY, type Affine } from '../geometry/affine.ts';
import type { Form, Id, Landmark, Sheet, Thing } from '../page/things.ts';
import { traceMarks } from './trace-marks.ts';

const sheet = (id: Id, kind: Sheet['kind'], hidden = false): Sheet => ({
  ...{ type: 'sheet', id, kind, name: id, order: 'a0' },
  ...{ opacity: 1, hidden, locked: false },
});
const picture = (transform: Affine): Thing => ({
  ...{ type: 'placement', id: 'p', sheet: 'pictures', order: 'a0', reference: 'r', revision: 0 },
  transform,
});
const form = (id: Id, more: Partial<Form> = {}): Form => ({
  ...{ type: 'form', id, sheet: 'forms', order: 'a0', part: 'head' },
  shape: { kind: 'ellipse', rx: 10, ry: 20 },
  transform: [1, 0, 0, 1, 60, 80],
  ...more,
});
const landmark: Landmark = {
  ...{ type: 'landmark', id: 'l', sheet: 'forms', name: 'crown', state: 'set', spread: 1 },
  at: { x: 60, y: 60 },
};
const trace = (placed: Affine, ...things: Thing[]): Map<Id, Thing> =>
  new Map(
    [sheet('pictures', 'picture'), sheet('forms', 'forms'), picture(placed), ...things].map((t) => [t.id, t]),
  );

test('forms and landmarks lie on the picture where they were traced over it, however it was laid', () => {
  // A tenth of a millimetre a pixel, moved by 10 and 20 millimetres.
  const [outline, crown] = traceMarks(trace([0.1, 0, 0, 0.1, 10, 20], form('f'), landmark), 'r');
  if (outline?.kind !== 'line') throw new Error('The form is a line.');
  const xs = outline.points.map(({ x }) => x);
  const ys = outline.points.map(({ y }) => y);
  expect([Math.min(...xs), Math.max(...xs)].map(Math.round)).toEqual([400, 600]);
  expect([Math.min(...ys), Math.max(...ys)].map(Math.round)).toEqual([400, 800]);
  expect(outline.points.at(-1)).toEqual(outline.points[0]);
  expect(crown).toMatchObject({ kind: 'landmark', name: 'crown' });
  expect(crown?.kind === 'landmark' && [crown.at.x, crown.at.y].map(Math.round)).toEqual([500, 400]);
});

test('open forms stay open, edges are lines of their own, and what is hidden or unset is left out', () => {
  const ends = [
    { x: 0, y: 0 },
    { x: 5, y: 9 },
  ] as const;
  const open = form('o', { shape: { kind: 'line', points: ends }, transform: IDENTITY });
  const [line] = traceMarks(trace(IDENTITY, open), 'r');
  expect(line?.kind === 'line' && line.points.at(-1)).toEqual(ends[1]);
  const axis = [
    { x: 0, y: 0 },
    { x: 0, y: 30 },
  ] as const;
  const round = form('c', { shape: { kind: 'cylinder', axis, widths: [8, 8], roundness: 0.4 } });
  expect(traceMarks(trace(IDENTITY, round), 'r').map(({ id }) => id)).toEqual(['c', 'c 0']);
  const away = trace(IDENTITY, form('g', { sheet: 'away' }), sheet('away', 'forms', true));
  expect(traceMarks(away, 'r')).toEqual([]);
  expect(traceMarks(trace(IDENTITY, { ...landmark, state: 'hidden' }), 'r')).toEqual([]);
});

test('without the picture, or where it lies flattened, there is nothing to lay them on', () => {
  expect(traceMarks(trace(IDENTITY, form('f')), 'another')).toEqual([]);
  expect(traceMarks(trace([0, 0, 0, 1, 0, 0], form('f')), 'r')).toEqual([]);
  expect(traceMarks(new Map(), 'r')).toEqual([]);
});
