import { compose, rotation, translation } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { encodeStroke } from '../page/stroke-code.ts';
import type { Id, Landmark, Stroke, Thing } from '../page/things.ts';
import { nearStretches } from '../shape/near-lines.ts';
import { inkLightsOver } from './ink-lights.ts';

const SHEET: Thing = {
  ...{ type: 'sheet', id: 's', kind: 'ink', name: 'Ink', order: 'a0' },
  ...{ opacity: 1, hidden: false, locked: false },
};
const stroke = (id: Id, way: readonly Point[], more: Partial<Stroke> = {}): Stroke => ({
  ...{ type: 'stroke', id, sheet: 's', order: `a${id}`, pen: 'pencil', size: 0.7, colour: '#1E2430' },
  pressure: 'device',
  points: encodeStroke(way.map((p, i) => ({ ...p, pressure: 0.5, time: 8 * i }))),
  ...more,
});
const straight = (x1: number, y1: number, x2: number, y2: number, count = 20): Point[] =>
  Array.from({ length: count }, (_, i) => ({
    x: x1 + ((x2 - x1) * i) / (count - 1),
    y: y1 + ((y2 - y1) * i) / (count - 1),
  }));
/** An outline of four lines that do not quite meet. */
const outlined = (id: Id, x: number, y: number, w: number, h: number): Stroke[] => [
  stroke(`${id}n`, straight(x + 0.5, y, x + w - 0.5, y)),
  stroke(`${id}e`, straight(x + w, y + 0.5, x + w, y + h - 0.5)),
  stroke(`${id}s`, straight(x + w - 0.5, y + h, x + 0.5, y + h)),
  stroke(`${id}w`, straight(x, y + h - 0.5, x, y + 0.5)),
];
const page = (...things: Thing[]): Map<Id, Thing> => new Map([SHEET, ...things].map((t) => [t.id, t]));
const by = (strokes: readonly Stroke[], x: number, y: number) =>
  strokes.map(({ id }) => ({ id, transform: translation(x, y) }));
const over = (things: readonly Stroke[], moved: readonly Stroke[], more: Thing[] = []) =>
  inkLightsOver(page(...things, ...more), new Set(moved.map(({ id }) => id)));

describe('two open lines', () => {
  const level = straight(0, 0, 100, 0);
  const near = (line: readonly Point[]) => nearStretches(line, level, 1.5);

  test('are near along stretches, which cross the other or do not', () => {
    const [beside, ...more] = near(straight(20, 1, 60, 1));
    expect(more).toEqual([]);
    expect([beside!.along[0]!.x, beside!.along.at(-1)!.x, beside!.crossed]).toEqual([20, 60, false]);
    expect(near(straight(20, 2, 60, 2))).toEqual([]);
    expect(near(straight(40, -30, 50, 30)).map(({ crossed }) => crossed)).toEqual([true]);
    // What ends at it is near for a moment.
    const [end] = near(straight(40, -30, 40, -0.3));
    expect([end!.crossed, end!.along[0]!.y > -1.5, end!.along.length < 5]).toEqual([false, true, true]);
    // Across at under ten degrees they run into each other; at twenty they do not.
    expect(near(straight(0, -5, 100, 5)).map(({ crossed }) => crossed)).toEqual([false]);
    expect(near(straight(36, -5, 64, 5)).map(({ crossed }) => crossed)).toEqual([true]);
    // Near at both ends and apart between them: two stretches.
    const bow = Array.from({ length: 41 }, (_, i) => ({
      x: 2.5 * i,
      y: 1 + 8 * Math.sin((Math.PI * i) / 40),
    }));
    expect(near(bow)).toHaveLength(2);
  });

  test('dots and nothing have no stretches', () => {
    expect(near([{ x: 0, y: 0 }])).toEqual([]);
    expect(nearStretches(level, [], 1.5)).toEqual([]);
    expect(nearStretches(level, straight(5, 0, 5, 0), 1.5)).toEqual([]);
  });
});

describe('lights of ink', () => {
  const body = outlined('b', 50, 40, 40, 100);
  const side = [stroke('l', straight(120, 60, 120, 110))];

  test('a line brought beside another lights up, once it is near; what was near before does not', () => {
    const lights = over([...body, ...side], side);
    expect(lights(by(side, -20, 0)).touches).toEqual([]);
    expect(lights(by(side, -29.2, 0)).touches).toHaveLength(1);
    // Drawn in two pieces that meet there, it is one line.
    const halves = [stroke('l', straight(120, 60, 120, 85)), stroke('m', straight(120, 85.2, 120, 110))];
    expect(over([...body, ...halves], halves)(by(halves, -29.2, 0)).touches).toHaveLength(2);
    const short = [stroke('l', straight(120, 84, 120, 86))];
    expect(over([...body, ...short], short)(by(short, -29.2, 0)).touches).toEqual([]);
    // Put across it crosses plainly.
    const across = { id: 'l', transform: compose(translation(90, 85), rotation(70), translation(-120, -85)) };
    expect(lights([across]).touches).toEqual([]);
    const near = [stroke('l', straight(91, 60, 91, 110))];
    expect(over([...body, ...near], near)(by(near, 0.2, 0)).touches).toEqual([]);
    // Bent, it comes with points of its own.
    const bent = { id: 'l', points: stroke('l', straight(90.8, 60, 90.8, 110)).points };
    expect(lights([bent]).touches).toHaveLength(1);
  });

  test('what is rubbed out, hidden or shade is not there', () => {
    const rubber = stroke('r', straight(90, 50, 90, 130, 60), { pen: 'rubber', size: 6, order: 'z' });
    const moved = by(side, -29.2, 0);
    expect(over([...body, ...side, rubber], side)(moved).touches).toEqual([]);
    const shade = body.map((one): Stroke => ({ ...one, pen: 'shade' }));
    expect(over([...shade, ...side], side)(moved).touches).toEqual([]);
    const hidden: Thing = { ...SHEET, hidden: true } as Thing;
    expect(over([...body, ...side], side, [hidden])(moved)).toEqual({
      touches: [],
      closed: [],
      fallen: null,
    });
  });

  test('a gap that an arm encloses with the body lights up where it is closed, not where the arm is taken off', () => {
    // Three bars beside the body, each an outline of its own.
    const arm = [
      ...outlined('u', 90, 50, 40, 8),
      ...outlined('d', 90, 100, 40, 8),
      ...outlined('f', 124, 50, 8, 58),
    ];
    const lights = over([...body, ...arm], arm);
    expect(lights(by(arm, 1.5, 2)).closed).toEqual([]);
    expect(lights(by(arm, 30, 0)).closed).toEqual([]);
    expect(lights(by(arm, 300, 0)).closed).toEqual([]);
    const [gap] = lights(by(arm, -32, 0)).closed;
    const xs = gap!.map(({ x }) => x);
    expect(Math.abs(Math.min(...xs) - 90)).toBeLessThan(3);
    expect(Math.abs(Math.max(...xs) - 124)).toBeLessThan(3);
  });

  test('lost balance lights up where ink encloses the drawing, by its room and not by landmarks', () => {
    const foot = outlined('f', 55, 140, 30, 10);
    const lights = over([...body, ...foot], body);
    expect(lights(by(body, 1, 0)).fallen).toBeNull();
    expect(lights(by(body, 45, 0)).fallen!.outside).toBeGreaterThan(1);
    const ankle: Landmark = {
      ...{ type: 'landmark', id: 'm', sheet: 's', name: 'left ankle', state: 'set', spread: 1 },
      at: { x: 0, y: 0 },
    };
    expect(over([...body, ...foot], body, [ankle])(by(body, 45, 0)).fallen).not.toBeNull();
    // A small closed thing beside open lines speaks for nothing.
    const open = [stroke('o', straight(70, 40, 72, 190)), ...outlined('h', 60, 20, 20, 20)];
    expect(over(open, open.slice(1))(by(open.slice(1), 60, 0)).fallen).toBeNull();
  });

  test('of nothing, of a dot, and of what was flattened, nothing lights up', () => {
    const none = { touches: [], closed: [], fallen: null };
    expect(inkLightsOver(page(), new Set())([])).toEqual(none);
    expect(over([stroke('d', [{ x: 5, y: 5 }])], [])([{ id: 'd', transform: translation(1, 1) }])).toEqual(
      none,
    );
    const flat = [stroke('l', straight(120, 60, 120, 110), { transform: [1, 0, 0, 0, 0, 50] })];
    expect(over([...body, ...flat], flat)(by(flat, 1, 0)).touches).toEqual([]);
    expect(over(body, body)([{ id: 'gone' }])).toEqual(none);
  });
});
