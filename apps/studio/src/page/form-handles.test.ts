import { cornersOf, rotation, translation, compose } from '@deft/core/geometry';
import { handlesOf, measureForm, type Form } from '@deft/core/page';
import { FORM_KINDS, shapeOutline, type FormKind } from '@deft/core/forms';
import { formAt, formFromPath, pullHandle } from './form-handles';
import { Palm } from './palm';
import { fitView, mirrorView, toPage, toScreen, UPRIGHT, zoomView } from './view';

const form = (made: Pick<Form, 'shape' | 'transform'>, id = 'f'): Form => ({
  type: 'form',
  id,
  sheet: 's',
  order: 'a0',
  part: null,
  ...made,
});

/** A form that one straight gesture makes. */
const drawn = (kind: FormKind, ...path: { x: number; y: number }[]): Pick<Form, 'shape' | 'transform'> =>
  formFromPath(kind, path)!;

test('an ellipse fills the box of the drag, a trapezoid runs along it', () => {
  const oval = measureForm(form(drawn('ellipse', { x: 10, y: 20 }, { x: 30, y: 80 })));
  expect([oval.centre, oval.length, oval.width]).toEqual([{ x: 20, y: 50 }, 60, 20]);
  const limb = measureForm(form(drawn('trapezoid', { x: 10, y: 20 }, { x: 10, y: 80 })));
  expect(limb.length).toBeCloseTo(60, 9);
  expect(Math.abs(limb.tilt)).toBeCloseTo(90, 9);
});

test.each(['east', 'north', 'west', 'south'])(
  'the %s end of an ellipse follows the hand, the middle stays',
  (key) => {
    const oval = form({
      shape: { kind: 'ellipse', rx: 20, ry: 10 },
      transform: compose(translation(50, 60), rotation(30)),
    });
    const pulled = form(pullHandle(oval, key, { x: 71, y: 42 }));
    const at = handlesOf(pulled).find((h) => h.key === key)!.at;
    expect(at.x).toBeCloseTo(71, 6);
    expect(at.y).toBeCloseTo(42, 6);
    expect(measureForm(pulled).centre.x).toBeCloseTo(50, 6);
  },
);

test('a corner of a trapezoid follows the hand, the others stay', () => {
  const limb = form(drawn('trapezoid', { x: 0, y: 0 }, { x: 40, y: 10 }));
  const before = handlesOf(limb);
  const after = handlesOf(form(pullHandle(limb, '2', { x: 33, y: 44 })));
  expect(after[2]!.at.x).toBeCloseTo(33, 9);
  for (const i of [0, 1, 3]) expect(after[i]!.at.x).toBeCloseTo(before[i]!.at.x, 9);
});

test('a touch takes the smallest form under it', () => {
  const large = form(drawn('ellipse', { x: 0, y: 0 }, { x: 100, y: 100 }), 'large');
  const small = form(drawn('ellipse', { x: 40, y: 40 }, { x: 60, y: 60 }), 'small');
  expect(formAt([small, large], { x: 50, y: 50 }, 2)?.id).toBe('small');
  expect(formAt([small, large], { x: 20, y: 50 }, 2)?.id).toBe('large');
  expect(formAt([small, large], { x: 1, y: 1 }, 2)).toBeNull();
});

test('every kind is drawn in one gesture, where it was drawn; a path of no length makes none', () => {
  const arc = Array.from({ length: 30 }, (_, i) => {
    const t = (Math.PI * i) / 29;
    return { x: 60 - 30 * Math.cos(t), y: 80 - 18 * Math.sin(t) };
  });
  for (const kind of FORM_KINDS) {
    const made = form(formFromPath(kind, arc)!);
    expect(made.shape.kind).toBe(kind);
    const around = shapeOutline(made.shape).map(({ x, y }) => ({
      x: x + made.transform[4],
      y: y + made.transform[5],
    }));
    for (const { x, y } of around) expect(Math.hypot(x - 60, y - 70)).toBeLessThan(100);
    // Its handles are on it, and pulled by one it is still of its kind.
    for (const { key, at } of handlesOf(made))
      expect(pullHandle(made, key, { x: at.x + 3, y: at.y + 5 }).shape.kind).toBe(kind);
    if (kind !== 'outline') expect(formFromPath(kind, [arc[0]!, arc[0]!])).toBeNull();
  }
  // What bends follows the path; what is drawn straight is straight.
  const { shape } = formFromPath('limb', arc)!;
  expect(shape.kind === 'limb' && shape.spine[1].y).toBeCloseTo(62, 0);
  expect(drawn('line', { x: 0, y: 0 }, { x: 20, y: 0.3 }, { x: 40, y: 0 }).shape).toMatchObject({
    points: [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
    ],
  });
});

test('an open line is taken by a touch near it, before what it runs over', () => {
  const large = form(drawn('ellipse', { x: 0, y: 0 }, { x: 100, y: 100 }), 'large');
  const spine = form(drawn('line', { x: 50, y: 10 }, { x: 50, y: 90 }), 'spine');
  expect(formAt([large, spine], { x: 52, y: 50 }, 3)?.id).toBe('spine');
  expect(formAt([large, spine], { x: 60, y: 50 }, 3)?.id).toBe('large');
});

test('fingers draw until a pen is seen; near a pen they do nothing', () => {
  const palm = new Palm();
  expect(palm.fingersDraw).toBe(true);
  palm.penAt(1000);
  expect(palm.fingersDraw).toBe(false);
  expect(palm.ignores(1400)).toBe(true);
  expect(palm.ignores(1501)).toBe(false);
  expect(palm.withdraws(600, 1000)).toBe(true);
  expect(palm.withdraws(400, 1000)).toBe(false);
  palm.fingersDraw = true;
  expect(palm.fingersDraw).toBe(true);
});

test('a press outside the page counts unless a pen was near while the touch rested, or just before', () => {
  const palm = new Palm();
  expect(palm.presses(100)).toBe(true);
  palm.penAt(1000);
  expect([palm.presses(900), palm.presses(1400), palm.presses(1501)]).toEqual([false, false, true]);
});

test('zooming about a place leaves it where it is; the whole page fits its room', () => {
  const view = fitView({ minX: 0, minY: 0, maxX: 148, maxY: 210 }, { width: 390, height: 684 });
  expect(toScreen(view, { x: 148, y: 105 }).x).toBeCloseTo(384, 6);
  const about = { x: 120, y: 300 };
  const before = toPage(view, about);
  for (const turn of [0, 35, -120]) {
    const after = toPage(zoomView(view, about, 3, { x: 0, y: 0 }, turn), about);
    expect(after.x).toBeCloseTo(before.x, 9);
    expect(after.y).toBeCloseTo(before.y, 9);
  }
});

test('a turned and mirrored view still shows the whole page; mirrored twice is as before', () => {
  const room = { width: 390, height: 684 };
  const page = { minX: -20, minY: 10, maxX: 128, maxY: 220 };
  const turned = fitView(page, room, { ...UPRIGHT, turn: 30, mirrored: true });
  for (const corner of cornersOf(page)) {
    const { x, y } = toScreen(turned, corner);
    expect(x >= 0 && x <= room.width && y >= 0 && y <= room.height).toBe(true);
  }
  const view = fitView(page, room);
  const over = mirrorView(view, room);
  expect(toScreen(over, { x: page.minX, y: 50 }).x).toBeCloseTo(toScreen(view, { x: page.maxX, y: 50 }).x, 6);
  const back = mirrorView(over, room);
  expect(toScreen(back, { x: 3, y: 4 }).x).toBeCloseTo(toScreen(view, { x: 3, y: 4 }).x, 6);
  // Turned to the left on the screen is counter-clockwise, mirrored or not.
  expect(toScreen(zoomView(view, { x: 0, y: 0 }, 1, { x: 0, y: 0 }, 90), { x: 10, y: 0 }).y).toBeLessThan(
    toScreen(view, { x: 10, y: 0 }).y + 1e-9,
  );
});
