import { cornersOf, rotation, translation, compose } from '@deft/core/geometry';
import { measureForm, type Form } from '@deft/core/page';
import { formFromDrag } from './hands/forms';
import { formAt, handlesOf, pullHandle } from './form-handles';
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

test('an ellipse fills the box of the drag, a trapezoid runs along it', () => {
  const oval = measureForm(form(formFromDrag('ellipse', { x: 10, y: 20 }, { x: 30, y: 80 })));
  expect([oval.centre, oval.length, oval.width]).toEqual([{ x: 20, y: 50 }, 60, 20]);
  const limb = measureForm(form(formFromDrag('trapezoid', { x: 10, y: 20 }, { x: 10, y: 80 })));
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
  const limb = form(formFromDrag('trapezoid', { x: 0, y: 0 }, { x: 40, y: 10 }));
  const before = handlesOf(limb);
  const after = handlesOf(form(pullHandle(limb, '2', { x: 33, y: 44 })));
  expect(after[2]!.at.x).toBeCloseTo(33, 9);
  for (const i of [0, 1, 3]) expect(after[i]!.at.x).toBeCloseTo(before[i]!.at.x, 9);
});

test('a touch takes the smallest form under it', () => {
  const large = form(formFromDrag('ellipse', { x: 0, y: 0 }, { x: 100, y: 100 }), 'large');
  const small = form(formFromDrag('ellipse', { x: 40, y: 40 }, { x: 60, y: 60 }), 'small');
  expect(formAt([small, large], { x: 50, y: 50 })?.id).toBe('small');
  expect(formAt([small, large], { x: 20, y: 50 })?.id).toBe('large');
  expect(formAt([small, large], { x: 1, y: 1 })).toBeNull();
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
