import fc from 'fast-check';
import { translation } from '@deft/core/geometry';
import {
  bySheet,
  newPage,
  PageLog,
  pageOf,
  sheetsOf,
  strokePoints,
  thingsOfType,
  encodeStroke,
  type Change,
  type Form,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import { actOf, KEYS } from './keys';
import { colouring, growing, parting, pixelsAt, resizing, sizeOf } from './paper';
import { whyNot } from './place-on';
import { Raster } from './paint/raster';
import { readNumber } from './read-number';
import { Scene } from './scene';
import { pickAt, pickInLoop, roomOf } from './selection';
import {
  byNumbers,
  copying,
  cuttingPiece,
  flipOver,
  mirroring,
  moving,
  ontoNewSheet,
  removing,
} from './selection-acts';
import {
  addingSheet,
  hidingPart,
  partHidden,
  refiningOver,
  removingSheet,
  reordering,
  settingGroup,
} from './sheet-acts';

let next = 1000;
const newId = (): string => (next += 1).toString(16).padStart(32, '0');

/** A page with its scene, changed by changes alone. */
function bench(trace = false) {
  const [log, scene, page] = [new PageLog(), new Scene(), newId()];
  let n = 0;
  const change = (body: Change): void => {
    n += 1;
    scene.update(
      log.things,
      log.insert({ id: newId(), page, device: page, n, seen: 0, at: 0, version: 2, kind: 'change', body }),
    );
  };
  change({
    add: newPage(
      page,
      newId,
      trace ? { reference: newId(), revision: 0, width: 800, height: 1000 } : undefined,
    ),
  });
  const sheet = (kind: string): string =>
    sheetsOf(log.things)
      .filter((s) => s.kind === kind)
      .at(-1)!.id;
  const stroke = (x: number, y: number, on = sheet('ink'), length = 10): Stroke => ({
    type: 'stroke',
    id: newId(),
    sheet: on,
    order: `a${n.toString(36)}`,
    pen: 'pencil',
    size: 0.7,
    colour: '#1E2430',
    pressure: 'device',
    points: encodeStroke(
      Array.from({ length: 11 }, (_, i) => ({ x: x + (i * length) / 10, y, pressure: 0.5, time: i * 8 })),
    ),
  });
  const draw = (x: number, y: number, on?: string): Stroke => {
    const made = stroke(x, y, on);
    change({ add: [made] });
    return made;
  };
  return {
    log,
    scene,
    change,
    sheet,
    draw,
    get things() {
      return log.things;
    },
  };
}
const all = (ids: Iterable<string>): ReadonlySet<string> => new Set(ids);
const square = (x: number, y: number, side: number) => [
  { x, y },
  { x: x + side, y },
  { x: x + side, y: y + side },
  { x, y: y + side },
];

describe('where things lie', () => {
  test('the scene finds what a plain look through everything finds, after any changes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: fc.nat(140), y: fc.nat(200), what: fc.nat(3) }), { maxLength: 25 }),
        fc.nat(140),
        fc.nat(200),
        (steps, x, y) => {
          const desk = bench();
          const drawn: string[] = [];
          for (const step of steps) {
            const some = drawn[step.x % (drawn.length || 1)];
            if (step.what === 0 && some) desk.change(removing(all([some])));
            else if (step.what === 1 && some && desk.things.has(some))
              desk.change(moving(desk.things, all([some]), [1, 0, 0, 1, step.x - 70, step.y - 100]));
            else drawn.push(desk.draw(step.x, step.y).id);
          }
          const box = { minX: x, minY: y, maxX: x + 30, maxY: y + 30 };
          const found = desk.scene.search(desk.sheet('ink'), box).map(({ id }) => id);
          const plain = (bySheet(desk.things).get(desk.sheet('ink')) ?? []).filter((thing) => {
            const own = thing.type === 'stroke' ? strokePoints(thing) : [];
            const reach = 0.7 * 3 * 1.6;
            return (
              own.length > 0 &&
              Math.min(...own.map((p) => p.x)) - reach <= box.maxX &&
              Math.max(...own.map((p) => p.x)) + reach >= box.minX &&
              Math.min(...own.map((p) => p.y)) - reach <= box.maxY &&
              Math.max(...own.map((p) => p.y)) + reach >= box.minY
            );
          });
          expect(found).toEqual(plain.map(({ id }) => id));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a loop picks what is inside for the most part; guides, whole pictures and hidden sheets are left alone', () => {
    const desk = bench(true);
    const [inside, half, outside] = [desk.draw(20, 20), desk.draw(36, 25), desk.draw(80, 80)];
    desk.change({
      add: [{ type: 'guide', id: newId(), sheet: desk.sheet('guides'), kind: 'level', at: 22 }],
    });
    const search = { scene: desk.scene, things: desk.things, sheet: null };
    expect(pickInLoop(search, square(10, 10, 30)).ids).toEqual(all([inside.id]));
    expect(pickInLoop(search, square(10, 10, 33)).ids).toEqual(all([inside.id, half.id]));
    expect(pickAt(search, { x: 83, y: 80.4 }, 2)!.id).toBe(outside.id);
    expect(pickAt(search, { x: 100, y: 190 }, 2)).toBeNull();
    desk.change({ set: [{ id: desk.sheet('ink'), to: { hidden: true } }] });
    expect(pickInLoop({ ...search, things: desk.things }, square(10, 10, 30)).ids.size).toBe(0);
  });
});

describe('what is done with picked things', () => {
  test('numbers move, scale and turn about the middle; a flip twice is as before', () => {
    const desk = bench();
    const { id } = desk.draw(20, 40);
    const room = () => roomOf(desk.scene, [id])!;
    const middle = (): number => (room().minX + room().maxX) / 2;
    const before = middle();
    desk.change(moving(desk.things, all([id]), byNumbers(room(), { x: 5, y: -3, scale: 2, turn: 90 })));
    expect(middle()).toBeCloseTo(before + 5, 6);
    const points = strokePoints(desk.things.get(id) as Stroke);
    expect(Math.abs(points[0]!.y - points.at(-1)!.y)).toBeCloseTo(20, 6);
    expect(points[0]!.y).toBeGreaterThan(points.at(-1)!.y);
    for (let i = 0; i < 2; i += 1)
      desk.change(moving(desk.things, all([id]), flipOver(room(), 'left to right')));
    strokePoints(desk.things.get(id) as Stroke).forEach((p, i) => expect(p.x).toBeCloseTo(points[i]!.x, 6));
  });

  test('copies, mirrored halves and new sheets keep what they were made of, in its order', () => {
    const desk = bench();
    const drawn = [desk.draw(20, 40), desk.draw(20, 50)];
    const ids = all(drawn.map(({ id }) => id));
    desk.change(copying(desk.things, desk.scene, ids));
    desk.change(mirroring(desk.things, desk.scene, ids, { from: { x: 74, y: 0 }, to: { x: 74, y: 1 } }));
    const strokes = thingsOfType(desk.things, 'stroke');
    expect(strokes.map((s) => strokePoints(s)[0]!).map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual(
      [
        [20, 40],
        [20, 50],
        [26, 46],
        [26, 56],
        [128, 40],
        [128, 50],
      ],
    );
    const cut = ontoNewSheet(desk.things, desk.scene, ids, 'cut');
    desk.change(cut.change);
    expect(sheetsOf(desk.things).at(-1)).toMatchObject({ id: cut.sheet, name: 'Cut out', kind: 'ink' });
    expect(
      thingsOfType(desk.things, 'stroke')
        .filter((s) => s.sheet === cut.sheet)
        .map(({ id }) => id),
    ).toEqual(drawn.map(({ id }) => id));
    const copied = ontoNewSheet(desk.things, desk.scene, ids, 'copy');
    desk.change(copied.change);
    expect(thingsOfType(desk.things, 'stroke')).toHaveLength(8);
    desk.change(removing(ids));
    expect(thingsOfType(desk.things, 'stroke')).toHaveLength(6);
  });

  test('what is mirrored over the axis is the other side: a left arm is the right one', () => {
    const desk = bench();
    const arm: Form = {
      ...{
        type: 'form',
        id: 'a'.repeat(32),
        sheet: desk.sheet('forms'),
        order: 'a0',
        part: 'left upper arm',
      },
      ...{ shape: { kind: 'ellipse', rx: 5, ry: 9 }, transform: translation(40, 60) },
    };
    desk.change({ add: [arm] });
    const axis = { from: { x: 74, y: 0 }, to: { x: 74, y: 1 } };
    desk.change(mirroring(desk.things, desk.scene, all([arm.id]), axis));
    expect(thingsOfType(desk.things, 'form').map(({ part, transform }) => [part, transform[4]])).toEqual([
      ['left upper arm', 40],
      ['right upper arm', 108],
    ]);
  });

  test('a piece is cut from the picture under the loop and lies just where it was, on a sheet of its own above the picture', () => {
    const desk = bench(true);
    const made = cuttingPiece(desk.things, desk.scene, square(40, 60, 20))!;
    desk.change(made.change);
    const [picture, piece] = thingsOfType(desk.things, 'placement');
    expect(piece).toMatchObject({
      id: made.piece,
      reference: picture!.reference,
      transform: picture!.transform,
    });
    const room = roomOf(desk.scene, [made.piece])!;
    expect([room.minX, room.maxX, room.minY, room.maxY].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([
      40, 60, 60, 80,
    ]);
    expect(sheetsOf(desk.things).map(({ name }) => name)).toEqual([
      'Picture',
      'Pieces',
      'Guides',
      'Forms',
      'Ink',
    ]);
    desk.change(cuttingPiece(desk.things, desk.scene, square(10, 30, 20))!.change);
    expect(sheetsOf(desk.things).filter(({ kind }) => kind === 'picture')).toHaveLength(2);
    expect(cuttingPiece(bench().things, desk.scene, square(10, 30, 20))).toBeNull();
  });
});

describe('sheets', () => {
  test('refine over fades what is there and lies on top; tone multiplies; names never repeat', () => {
    const desk = bench();
    const refined = refiningOver(desk.things);
    desk.change(refined.change);
    desk.change(addingSheet(desk.things, 'tone', desk.sheet('forms')).change);
    expect(
      sheetsOf(desk.things).map(({ name, opacity, multiply = false }) => [name, opacity, multiply]),
    ).toEqual([
      ['Guides', 0.35, false],
      ['Forms', 0.35, false],
      ['Tone', 1, true],
      ['Ink', 0.35, false],
      ['Ink 2', 1, false],
    ]);
    expect(sheetsOf(desk.things).at(-1)!.id).toBe(refined.sheet);
  });

  test('any row of moves up and down keeps every sheet once, and ends stop', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(2), fc.boolean()), { maxLength: 30 }), (moves) => {
        const desk = bench();
        for (const [which, up] of moves) {
          const before = sheetsOf(desk.things).map(({ id }) => id);
          const made = reordering(desk.things, before[which]!, up ? 1 : -1);
          const to = which + (up ? 1 : -1);
          if (!made) {
            expect(to < 0 || to > 2).toBe(true);
            continue;
          }
          desk.change(made);
          const after = [...before];
          [after[which], after[to]] = [after[to]!, after[which]!];
          expect(sheetsOf(desk.things).map(({ id }) => id)).toEqual(after);
        }
      }),
    );
  });

  test('a group is hidden and locked together; a sheet goes with all that lies on it, and comes back with it', () => {
    const desk = bench();
    const [guides, forms] = sheetsOf(desk.things);
    desk.change({ set: [guides!, forms!].map(({ id }) => ({ id, to: { group: 'Construction' } })) });
    desk.change(settingGroup(desk.things, sheetsOf(desk.things)[0]!, { hidden: true, locked: true }));
    expect(sheetsOf(desk.things).map(({ hidden, locked }) => hidden && locked)).toEqual([true, true, false]);
    const refusal = whyNot(desk.things, forms!.id)!;
    expect([refusal.sentence, refusal.goOn!.label]).toEqual([
      'The sheet “Forms” is locked and hidden.',
      'Unlock and show it and go on',
    ]);
    desk.change(refusal.goOn!.change);
    expect(whyNot(desk.things, forms!.id)).toBeNull();
    desk.draw(10, 10);
    desk.change(removingSheet(desk.things, desk.sheet('ink')));
    expect([sheetsOf(desk.things).length, thingsOfType(desk.things, 'stroke').length]).toEqual([2, 0]);
  });

  test('picture, construction and drawing are hidden in one act each, and shown again', () => {
    const desk = bench(true);
    for (const part of ['picture', 'construction', 'drawing'] as const) {
      expect(partHidden(desk.things, part)).toBe(false);
      desk.change(hidingPart(desk.things, part));
      expect(partHidden(desk.things, part)).toBe(true);
      desk.change(hidingPart(desk.things, part));
    }
    expect(sheetsOf(desk.things).some(({ hidden }) => hidden)).toBe(false);
    expect(partHidden(bench().things, 'picture')).toBeNull();
  });
});

describe('paper', () => {
  test('grows at each side with everything where it was; cannot grow beyond bounds or be no paper', () => {
    const desk = bench();
    const paper = () => pageOf(desk.things)!;
    for (const side of ['left', 'top', 'right', 'bottom'] as const) desk.change(growing(paper(), side, 20)!);
    expect(paper()).toMatchObject({ x: -20, y: -20, width: 188, height: 250 });
    expect(growing({ ...paper(), width: 1990 }, 'left', 20)).toBeNull();
    expect([resizing(paper(), NaN, 100), resizing(paper(), 5, 100), resizing(paper(), 100, 3000)]).toEqual([
      null,
      null,
      null,
    ]);
    desk.change(resizing(paper(), 297, 210)!);
    desk.change(colouring(paper(), '#D4D2CC'));
    desk.change(parting(paper(), 3, 2));
    expect([sizeOf(paper()), paper().colour, paper().cells]).toEqual([
      'A4',
      '#D4D2CC',
      { columns: 3, rows: 2 },
    ]);
    desk.change(parting(paper(), 1, 1));
    expect([paper().cells, sizeOf({ width: 100, height: 101 })]).toEqual([null, null]);
    expect(pixelsAt({ width: 210, height: 297 }, 300)).toEqual({ width: 2480, height: 3508 });
  });

  test('numbers are read as people type them', () => {
    expect(['12', ' 3,5 ', '−4', '1e2'].map(readNumber)).toEqual([12, 3.5, -4, 100]);
    expect(['', 'x', '3 4'].map(readNumber).every(Number.isNaN)).toBe(true);
  });
});

describe('keys', () => {
  const press = (key: string, more: Partial<KeyboardEvent> = {}) =>
    actOf({
      key,
      code: /^\d$/.test(key) ? `Digit${key}` : '',
      shiftKey: false,
      ctrlKey: false,
      metaKey: false,
      altKey: false,
      ...more,
    });

  test('every key that is shown does what it says, and nothing takes a letter alone', () => {
    const shown = new Set(KEYS.flatMap(({ keys }) => keys.map(([, , act]) => act as string)));
    const pressed = [...'1234567890,./+-?']
      .map((key) => press(key))
      .concat(
        ['Home', 'End', 'Enter', 'PageUp', 'PageDown', 'Insert', 'Delete', 'Escape', 'ArrowLeft'].map((key) =>
          press(key),
        ),
      );
    pressed.push(
      ...[1, 2, 3, 4, 5].map((n) => press('!', { code: `Digit${n}`, shiftKey: true })),
      press('ArrowUp', { shiftKey: true }),
      press('z', { ctrlKey: true }),
      press('Z', { metaKey: true, shiftKey: true }),
    );
    expect(new Set(pressed)).toEqual(shown);
    for (const letter of 'abcdefghijklmnopqrstuvwxyz ') expect(press(letter)).toBeNull();
    expect([
      press('1', { altKey: true }),
      press('^', { code: 'Digit6', shiftKey: true }),
      press('c', { ctrlKey: true }),
    ]).toEqual([null, null, null]);
  });
});

describe('painting in slices', () => {
  test('everything is painted once and in order, sheet by sheet, however long frames take', () => {
    const frames: ((now: number) => void)[] = [];
    const [before, cancel] = [globalThis.requestAnimationFrame, globalThis.cancelAnimationFrame];
    globalThis.requestAnimationFrame = (act) => frames.push(act);
    globalThis.cancelAnimationFrame = () => undefined;
    try {
      const things = Array.from(
        { length: 500 },
        (_, i) => ({ id: String(i) }) as unknown as Extract<Thing, { sheet: string }>,
      );
      const painted: string[] = [];
      const done: [string, boolean][] = [];
      let finished = 0;
      new Raster({
        sheets: [
          { sheet: 'empty', things: [] },
          { sheet: 'a', things: things.slice(0, 300) },
          { sheet: 'b', things: things.slice(300) },
        ],
        patience: 20,
        begin: () => ({}) as HTMLCanvasElement,
        paint: (_, thing) => painted.push(thing.id),
        done: (sheet, canvas) => done.push([sheet, canvas !== null]),
        finish: () => {
          finished += 1;
        },
      }).start();
      let now = 0;
      let most = 0;
      for (let frame = frames.shift(); frame; frame = frames.shift()) {
        const count = painted.length;
        frame((now += 10 + count / 10));
        most = Math.max(most, painted.length - count);
      }
      expect(painted).toEqual(things.map(({ id }) => id));
      expect(done).toEqual([
        ['empty', false],
        ['a', true],
        ['b', true],
      ]);
      expect(finished).toBe(1);
      // Frames that take too long make the slices smaller.
      expect(most).toBeLessThan(150);
    } finally {
      Object.assign(globalThis, { requestAnimationFrame: before, cancelAnimationFrame: cancel });
    }
  });
});
