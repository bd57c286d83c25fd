import fc from 'fast-check';
import { compose, rotation, scaling, transformPoint, translation, type Affine } from '../geometry/affine.ts';
import { wholeOf } from './board.ts';
import { formOutline } from './form-geometry.ts';
import { newPage } from './new-page.ts';
import type { Form, Id, Landmark, Placement, Thing } from './things.ts';
import { laidFrom, pictureUnder, tracedOnBoard, withTraced } from './traced-on-board.ts';

let n = 0;
const newId = (): Id => (n += 1).toString(16).padStart(32, '0');
const SIZE = { width: 400, height: 600 };

/** A board of pictures with whatever else lies on it. */
function board(placements: readonly Partial<Placement>[], more: (forms: Id) => readonly Thing[]) {
  const base = newPage(newId(), newId);
  const sheet = newId();
  const forms = base.find((thing) => thing.type === 'sheet' && thing.kind === 'forms')!.id;
  const pictures = placements.map((given, i): Placement => ({
    type: 'placement',
    id: `picture ${i}`,
    sheet,
    order: `a${i}`,
    reference: `reference ${i}`,
    revision: 0,
    transform: [1, 0, 0, 1, 0, 0],
    clip: wholeOf(SIZE),
    ...given,
  }));
  const all: Thing[] = [...base, ...pictures, ...more(forms)];
  return new Map(all.map((thing) => [thing.id, thing]));
}
const ellipse = (sheet: Id, transform: Affine, more: Partial<Form> = {}): Form => ({
  type: 'form',
  id: newId(),
  sheet,
  order: 'a1',
  part: 'left ear',
  shape: { kind: 'ellipse', rx: 30, ry: 20 },
  transform,
  ...more,
});
const landmark = (sheet: Id, x: number, y: number): Landmark => ({
  type: 'landmark',
  id: newId(),
  sheet,
  name: 'chin',
  state: 'set',
  at: { x, y },
  spread: 0.5,
});
const placed = fc
  .record({
    turn: fc.double({ min: -180, max: 180, noNaN: true }),
    scale: fc.double({ min: 0.05, max: 3, noNaN: true }),
    x: fc.double({ min: -500, max: 500, noNaN: true }),
    y: fc.double({ min: -500, max: 500, noNaN: true }),
    flip: fc.boolean(),
  })
  .map(({ turn, scale, x, y, flip }) =>
    compose(translation(x, y), compose(rotation(turn), scaling(flip ? -scale : scale, scale))),
  );

test('what is traced over a picture comes back in its pixels, however the picture lies, and on any page', () => {
  fc.assert(
    fc.property(placed, placed, (transform, onto) => {
      const own = translation(200, 300);
      const things = board([{ transform }], (forms) => [
        ellipse(forms, compose(transform, own)),
        landmark(
          forms,
          transformPoint(transform, { x: 50, y: 60 }).x,
          transformPoint(transform, { x: 50, y: 60 }).y,
        ),
      ]);
      const [picture] = tracedOnBoard(things);
      const [form, point] = picture!.traced as [Form, Landmark];
      const should = formOutline({ shape: form.shape, transform: own });
      formOutline(form).forEach((p, i) => {
        expect(Math.hypot(p.x - should[i]!.x, p.y - should[i]!.y)).toBeLessThan(1e-6);
      });
      expect(Math.hypot(point.at.x - 50, point.at.y - 60)).toBeLessThan(1e-6);
      const there = laidFrom(form, onto, 'other') as Form;
      expect(there.sheet).toBe('other');
      formOutline(there).forEach((p, i) => {
        const q = transformPoint(onto, should[i]!);
        expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(1e-6);
      });
    }),
  );
});

test('of pictures that overlap the one that holds most, else the upper; a hidden one only where no other does', () => {
  const beside: Affine = [1, 0, 0, 1, 300, 0];
  const mesh = { columns: 1, rows: 1, points: wholeOf(SIZE) };
  const aside: Affine = [1, 0, 0, 1, 700, 0];
  const pictures = [
    {},
    { transform: beside },
    { hidden: true },
    { hidden: true, transform: aside },
    { mesh },
  ];
  const things = board(pictures, (forms) => [
    ellipse(forms, translation(100, 100), { id: 'on the first' }),
    ellipse(forms, translation(350, 100), { id: 'on both' }),
    ellipse(forms, translation(295, 100), { id: 'mostly on the first' }),
    ellipse(forms, translation(900, 100), { id: 'on the hidden one' }),
    ellipse(forms, translation(1900, 100), { id: 'on none' }),
  ]);
  expect([...pictureUnder(things)].sort()).toEqual([
    ['mostly on the first', 'picture 0'],
    ['on both', 'picture 1'],
    ['on the first', 'picture 0'],
    ['on the hidden one', 'picture 3'],
  ]);
  expect([...withTraced(things, new Set(['picture 1']))]).toEqual(['picture 1', 'on both']);
  expect([...withTraced(things, new Set(['on both']))]).toEqual(['on both']);
  expect(tracedOnBoard(board([], (forms) => [ellipse(forms, translation(1, 1))]))).toEqual([]);
});

test('a form that hangs on one of another picture hangs on nothing; within a picture it stays joined', () => {
  const at = { x: 0, y: 0 };
  const things = board([{}, { transform: [1, 0, 0, 1, 500, 0] }], (forms) => [
    ellipse(forms, translation(100, 100), { id: 'arm' }),
    ellipse(forms, translation(150, 100), { id: 'hand', joint: { on: 'arm', at } }),
    ellipse(forms, translation(700, 100), { id: 'elsewhere', joint: { on: 'arm', at } }),
  ]);
  const joints = tracedOnBoard(things).flatMap(({ traced }) =>
    traced.map((thing) => (thing.type === 'form' ? (thing.joint?.on ?? null) : null)),
  );
  expect(joints).toEqual([null, 'arm', null]);
});
