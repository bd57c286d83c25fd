import { transformPoint } from '@deft/core/geometry';
import {
  boardThings,
  pageOf,
  sheetsOf,
  thingsOfType,
  type Change,
  type Id,
  type Placement,
  type Thing,
} from '@deft/core/page';
import { addingPictures, cropping, hidingPictures, layingBoard, stacking } from './board-acts';

let n = 0;
const id = (): Id => (n += 1).toString(16).padStart(32, '0');
const pictures = [
  { reference: 'a'.repeat(32), revision: 0, width: 300, height: 400 },
  { reference: 'b'.repeat(32), revision: 2, width: 800, height: 400 },
  { reference: 'c'.repeat(32), revision: 0, width: 500, height: 500 },
];
const board = (): Map<Id, Thing> =>
  new Map(boardThings(id(), id, pictures).map((thing) => [thing.id, thing]));
const after = (
  things: ReadonlyMap<Id, Thing>,
  { add = [], set = [], remove = [] }: Change,
): Map<Id, Thing> => {
  const next = new Map(things);
  for (const thing of add) next.set(thing.id, thing);
  for (const { id: of, to } of set) next.set(of, { ...next.get(of), ...to } as Thing);
  for (const of of remove) next.delete(of);
  return next;
};
const stack = (things: ReadonlyMap<Id, Thing>): string[] =>
  thingsOfType(things, 'placement')
    .sort((p, q) => (p.order < q.order ? -1 : 1))
    .map((p) => p.reference[0]!);

test('pictures go to the front and to the back, several in the order they had', () => {
  const things = board();
  const of = (letter: string): Id =>
    thingsOfType(things, 'placement').find((p) => p.reference.startsWith(letter))!.id;
  expect(stack(things)).toEqual(['a', 'b', 'c']);
  expect(stack(after(things, stacking(things, new Set([of('a')]), 'front')))).toEqual(['b', 'c', 'a']);
  expect(stack(after(things, stacking(things, new Set([of('c'), of('b')]), 'back')))).toEqual([
    'b',
    'c',
    'a',
  ]);
  expect(stack(after(things, stacking(things, new Set(), 'front')))).toEqual(['a', 'b', 'c']);
});

test('what is added lies on top, in the middle, and no larger than a third of the paper', () => {
  const things = board();
  const next = after(
    things,
    addingPictures(things, [
      { id: 'd'.repeat(32), revision: 1, width: 2000, height: 1000 },
      { id: 'e'.repeat(32), revision: 0, width: 10, height: 40 },
    ]),
  );
  expect(stack(next)).toEqual(['a', 'b', 'c', 'd', 'e']);
  const paper = pageOf(next)!;
  for (const placement of thingsOfType(next, 'placement').slice(3)) {
    const [from, , to] = placement.clip!.map((p) => transformPoint(placement.transform, p)) as [
      { x: number; y: number },
      unknown,
      { x: number; y: number },
    ];
    expect(Math.max(to.x - from.x, to.y - from.y)).toBeCloseTo(0.3 * paper.width);
    expect(Math.abs((from.x + to.x) / 2 - paper.width / 2)).toBeLessThan(10);
  }
  expect(addingPictures(new Map(), [])).toEqual({ add: [] });
});

test('a crop shows a part where it lay, and all of it again', () => {
  const things = board();
  const placement = thingsOfType(things, 'placement')[0] as Placement;
  const cropped = after(
    things,
    cropping(placement, { x: 30, y: 40, width: 100, height: 50 }, { width: 300, height: 400 }),
  ).get(placement.id) as Placement;
  expect(cropped.clip).toEqual([
    { x: 30, y: 40 },
    { x: 130, y: 40 },
    { x: 130, y: 90 },
    { x: 30, y: 90 },
  ]);
  expect(cropped.transform).toEqual(placement.transform);
  expect(
    (after(things, cropping(cropped, null, { width: 300, height: 400 })).get(placement.id) as Placement).clip,
  ).toEqual(placement.clip);
});

test('behind a page a board lies whole on a locked sheet of its own, its hidden pictures left out', () => {
  const from = board();
  const away = thingsOfType(from, 'placement')[1]!;
  const shown = after(from, hidingPictures([away.id], true));
  const page: Map<Id, Thing> = new Map(
    [
      { type: 'page', id: id(), width: 148, height: 210, colour: '#FFFFFF' } as Thing,
      {
        type: 'sheet',
        id: id(),
        kind: 'ink',
        name: 'Ink',
        order: 'a0',
        opacity: 1,
        hidden: false,
        locked: false,
      } as Thing,
    ].map((t) => [t.id, t]),
  );
  const next = after(page, layingBoard(page, shown, 'Heads'));
  const [lowest] = sheetsOf(next);
  expect([lowest!.name, lowest!.kind, lowest!.locked]).toEqual(['Heads', 'picture', true]);
  const laid = thingsOfType(next, 'placement');
  expect(laid.map((p) => p.reference[0])).toEqual(['a', 'c']);
  for (const p of laid) {
    for (const corner of p.clip!) {
      const { x, y } = transformPoint(p.transform, corner);
      expect(x >= 0 && x <= 148 && y >= 0 && y <= 210).toBe(true);
    }
  }
  expect(layingBoard(page, new Map(), 'Nothing')).toEqual({ add: [] });
});
