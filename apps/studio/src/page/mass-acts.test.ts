import { areaSize, type Area } from '@deft/core/geometry';
import {
  blockIn,
  encodeStroke,
  massArea,
  newPage,
  sheetsOf,
  type Change,
  type Form,
  type Mass,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import { blockingIn, blockInSheet, byHand, cutting, enclosedBy, filling, formsInLight } from './mass-acts';

let next = 0;
const newId = (): string => (next += 1).toString(16).padStart(32, '0');
const scene = { top: () => null };
const page = (): Map<string, Thing> => new Map(newPage(newId(), newId).map((thing) => [thing.id, thing]));
function after(things: Map<string, Thing>, change: Change | null): Map<string, Thing> {
  const now = new Map(things);
  for (const thing of change?.add ?? []) now.set(thing.id, thing);
  for (const { id, to } of change?.set ?? []) now.set(id, { ...now.get(id), ...to } as Thing);
  for (const id of change?.remove ?? []) now.delete(id);
  return now;
}
const masses = (things: Map<string, Thing>): Mass[] =>
  [...things.values()].filter((thing): thing is Mass => thing.type === 'mass');
const square = (x: number, y: number, side: number): Area => [
  [
    { x, y },
    { x: x + side, y },
    { x: x + side, y: y + side },
    { x, y: y + side },
  ],
];
const ball = (things: Map<string, Thing>, more: Partial<Form> = {}): Form => ({
  type: 'form',
  id: newId(),
  sheet: sheetsOf(things).find(({ kind }) => kind === 'forms')!.id,
  order: 'a0',
  shape: { kind: 'ellipse', rx: 15, ry: 15 },
  transform: [1, 0, 0, 1, 60, 60],
  part: null,
  ...more,
});

test('a mass that was moved is filled on where it lies now', () => {
  let things = after(page(), null);
  things = after(things, filling(things, scene, null, square(0, 0, 10), 'dark'));
  const [mass] = masses(things);
  things.set(mass!.id, { ...mass!, transform: [1, 0, 0, 1, 50, 50] });
  things = after(things, filling(things, scene, null, square(55, 50, 10), 'dark'));
  expect(masses(things)).toHaveLength(1);
  expect(areaSize(massArea(masses(things)[0]!))).toBeCloseTo(150, 6);
  expect(filling(things, scene, null, [], 'dark')).toBeNull();
});

test('closed lines and forms enclose something; open ones, shade and flat ones do not', () => {
  const line = (ends: readonly [number, number][], more: Partial<Stroke> = {}): Stroke => ({
    type: 'stroke',
    id: newId(),
    sheet: 's',
    order: 'a0',
    points: encodeStroke(ends.map(([x, y], i) => ({ x, y, pressure: 0.5, time: i }))),
    pen: 'pencil',
    size: 1,
    colour: '#1E2430',
    pressure: 'device',
    ...more,
  });
  const nearly: [number, number][] = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
    [0, 2],
  ];
  expect(areaSize(enclosedBy([line(nearly)]))).toBeCloseTo(100, 6);
  expect(enclosedBy([line(nearly.slice(0, 3))])).toEqual([]);
  expect(enclosedBy([line(nearly, { pen: 'shade' })])).toEqual([]);
  expect(enclosedBy([line([[3, 3]])])).toEqual([]);
  const things = page();
  expect(areaSize(enclosedBy([ball(things)]))).toBeCloseTo(Math.PI * 225, -1);
  expect(enclosedBy([ball(things, { transform: [1, 0, 0, 0, 0, 0] })])).toEqual([]);
  const ends = [
    { x: 0, y: 0 },
    { x: 5, y: 5 },
  ] as const;
  expect(enclosedBy([ball(things, { shape: { kind: 'line', points: ends } })])).toEqual([]);
  // Of several, what overlaps counts once.
  expect(areaSize(enclosedBy([line(nearly), line(nearly)]))).toBeCloseTo(100, 6);
});

const inLight = (things: Map<string, Thing>, from: number): Change | null =>
  blockingIn(things, blockIn(formsInLight(things), { from, height: 40 }));

test('forms are blocked in on a sheet of their own, and again in another light instead', () => {
  const bare = page();
  expect(inLight(bare, 90)).toBeNull();
  const form = ball(bare);
  bare.set(form.id, form);
  const once = after(bare, inLight(bare, 90));
  const sheet = blockInSheet(once)!;
  expect(sheetsOf(once)[0]!.id).toBe(sheet.id);
  expect(masses(once).map(({ value }) => value)).toEqual(['light', 'middle', 'dark']);
  const again = after(once, inLight(once, 270));
  expect(sheetsOf(again).filter(({ kind }) => kind === 'tone')).toHaveLength(1);
  const middleOf = (things: Map<string, Thing>): number => {
    const light = masses(things)
      .find(({ value }) => value === 'light')!
      .area.flat();
    return light.reduce((sum, { y }) => sum + y / light.length, 0);
  };
  expect(masses(again)).toHaveLength(3);
  expect(middleOf(once)).toBeLessThan(57);
  expect(middleOf(again)).toBeGreaterThan(63);
  // What is hidden is not filled.
  again.set(form.sheet, { ...sheetsOf(again).find(({ id }) => id === form.sheet)!, hidden: true });
  expect(inLight(again, 90)).toBeNull();
});

test('a block-in that was worked on by hand is kept, hidden, where forms are blocked in anew', () => {
  const bare = page();
  const form = ball(bare);
  bare.set(form.id, form);
  const once = after(bare, inLight(bare, 90));
  const { id } = blockInSheet(once)!;
  // One adds where nothing was, another cuts.
  const worked = [
    after(once, filling(once, scene, null, square(100, 100, 10), 'dark')),
    after(once, cutting(once, null, square(55, 55, 5))),
  ];
  for (const things of worked) {
    expect(blockInSheet(things)).toBeNull();
    expect(byHand(things).map((sheet) => sheet.id)).toEqual([id]);
    const own = masses(things);
    const again = after(things, inLight(things, 270));
    expect(masses(again).filter(({ sheet }) => sheet === id)).toEqual(own);
    expect(again.get(id)).toMatchObject({ hidden: true });
    expect(masses(again).filter(({ sheet }) => sheet === blockInSheet(again)!.id)).toHaveLength(3);
    expect(byHand(again)).toEqual([]);
  }
  expect(cutting(once, null, square(0, 0, 5))).toBeNull();
});
