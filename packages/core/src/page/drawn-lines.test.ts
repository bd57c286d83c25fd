import { drawnLines, lessRubbed, massEdges, paperInk } from './drawn-lines.ts';
import { encodeStroke } from './stroke-code.ts';
import type { Placement, Sheet, Stroke, Thing } from './things.ts';

const sheet = (id: string, kind: Sheet['kind'], hidden = false): Sheet => ({
  type: 'sheet',
  id,
  kind,
  name: id,
  order: 'a0',
  opacity: 1,
  hidden,
  locked: false,
});

const stroke = (
  id: string,
  on: string,
  order: string,
  pen: Stroke['pen'],
  x: number,
  size = 0.5,
): Stroke => ({
  type: 'stroke',
  id,
  sheet: on,
  order,
  pen,
  size,
  colour: '#000',
  pressure: 'even',
  points: encodeStroke(
    Array.from({ length: 41 }, (_, i) => ({
      x: pen === 'rubber' ? x : x + i,
      y: 10,
      pressure: 0.5,
      time: i,
    })),
  ),
});

const things = (...list: Thing[]): Map<string, Thing> => new Map(list.map((thing) => [thing.id, thing]));

test('pencil and pen draw lines; shade, the rubber, hidden sheets and pictures do not', () => {
  const lines = drawnLines(
    things(
      sheet('ink', 'ink'),
      sheet('away', 'ink', true),
      sheet('guides', 'guides'),
      stroke('a', 'ink', 'a1', 'pencil', 0),
      stroke('b', 'ink', 'a2', 'pen', 5),
      stroke('c', 'ink', 'a3', 'shade', 0),
      stroke('d', 'away', 'a1', 'pencil', 0),
      stroke('e', 'guides', 'a1', 'pencil', 0),
      { ...stroke('f', 'ink', 'a4', 'pencil', 0), points: 'broken' },
    ),
  );
  expect(lines.map(({ points }) => points[0])).toEqual([
    expect.objectContaining({ x: 0 }),
    expect.objectContaining({ x: 5 }),
  ]);
});

test('what was rubbed out afterwards is gone, what was drawn over it again is not', () => {
  const lines = drawnLines(
    things(
      sheet('ink', 'ink'),
      stroke('a', 'ink', 'a1', 'pencil', 0),
      stroke('r', 'ink', 'a2', 'rubber', 20, 6),
      stroke('b', 'ink', 'a3', 'pencil', 0),
    ),
  );
  expect(lines.map(({ points }) => points.length).sort((p, q) => p - q)).toEqual([18, 18, 41]);
});

test('a form is drawn by its outline, closed', () => {
  const [line] = drawnLines(
    things(sheet('forms', 'forms'), {
      type: 'form',
      id: 'f',
      sheet: 'forms',
      order: 'a0',
      part: null,
      shape: { kind: 'ellipse', rx: 10, ry: 20 },
      transform: [1, 0, 0, 1, 50, 50],
    }),
  );
  expect(line!.of).toBe('f');
  expect(line!.points.length).toBeGreaterThan(20);
  expect(line!.points[0]).toEqual(line!.points.at(-1));
});

const placement = (id: string, on: string, more: Partial<Placement> = {}): Placement => ({
  type: 'placement',
  id,
  sheet: on,
  order: 'a1',
  reference: 'paper',
  of: 'paper',
  revision: 1,
  transform: [1, 0, 0, 1, 0, 0],
  ...more,
});

test('ink from paper counts where it and its sheet are shown; a reference’s picture is none', () => {
  const page = things(
    sheet('from paper', 'ink'),
    sheet('away', 'ink', true),
    placement('shown', 'from paper'),
    placement('taken as strokes', 'from paper', { hidden: true }),
    placement('hidden with its sheet', 'away'),
    { ...placement('picture', 'from paper'), of: undefined } as unknown as Placement,
  );
  expect(paperInk(page).map(({ id }) => id)).toEqual(['shown']);
});

test('of lifted lines is left what was not rubbed out over them, on their own sheet and later', () => {
  const line = Array.from({ length: 41 }, (_, x) => ({ x, y: 10 }));
  const left = (...rubbers: Stroke[]) =>
    lessRubbed(things(sheet('ink', 'ink'), ...rubbers), placement('p', 'ink', { order: 'a5' }), [line]);
  expect(left(stroke('r', 'ink', 'a6', 'rubber', 20, 6)).map(({ length }) => length)).toEqual([18, 18]);
  expect(left(stroke('r', 'ink', 'a4', 'rubber', 20, 6))).toEqual([line]);
  expect(left(stroke('r', 'other', 'a6', 'rubber', 20, 6))).toEqual([line]);
  expect(left()).toEqual([line]);
});

test('masses are no lines, but their edges part the drawing from its ground, less what is rubbed out', () => {
  const ink = sheet('ink', 'ink');
  const things = new Map<string, Thing>([['ink', ink]]);
  const mass: Thing = {
    ...{ type: 'mass', id: 'm', sheet: ink.id, order: 'a0', value: 'dark', transform: [1, 0, 0, 1, 5, 0] },
    area: [
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
        { x: 0, y: 20 },
      ],
    ],
  };
  things.set('m', mass);
  expect(drawnLines(things)).toEqual([]);
  expect(massEdges(things)).toEqual([[5, 25, 25, 5, 5].map((x, i) => ({ x, y: [0, 0, 20, 20, 0][i] }))]);
  things.set(ink.id, { ...ink, hidden: true });
  expect(massEdges(things)).toEqual([]);
});
