/** @jest-environment jsdom */
import fc from 'fast-check';
import { generateKeyBetween } from 'fractional-indexing';
import { IDENTITY, translation, type Point } from '@deft/core/geometry';
import { encodeStroke, type Id, type Sheet, type Stroke, type Thing } from '@deft/core/page';
import { Painter } from './painter';
import { heldFrames, pixelsOf, giveRealCanvases } from './real-canvas';

giveRealCanvases();
const frames = heldFrames();

/** A page of 100 × 80 mm, shown whole at about two CSS pixels a millimetre. */
const ROOM = { width: 212, height: 172 };
const id = (n: number): Id => n.toString(16).padStart(32, '0');
const PAGE: Thing = { type: 'page', id: id(1), width: 100, height: 80, colour: '#FFFFFF' };
const sheet = (n: number, more: Partial<Sheet> = {}): Sheet => ({
  type: 'sheet',
  id: id(n),
  kind: 'ink',
  name: `s${n}`,
  order: `a${n}`,
  opacity: 1,
  hidden: false,
  locked: false,
  ...more,
});
const line = (from: Point, to: Point) =>
  Array.from({ length: 12 }, (_, i) => ({
    x: from.x + ((to.x - from.x) * i) / 11,
    y: from.y + ((to.y - from.y) * i) / 11,
    pressure: 0.5,
    time: i * 8,
  }));
const stroke = (n: number, on: Id, from: Point, to: Point, more: Partial<Stroke> = {}): Stroke =>
  ({
    type: 'stroke',
    id: id(n),
    sheet: on,
    order: `b${String(n).padStart(4, '0')}`,
    transform: IDENTITY,
    pen: 'pen',
    colour: '#1E2430',
    size: 6,
    hardness: 1,
    pressure: 'even',
    smoothing: 0,
    points: encodeStroke(line(from, to)),
    ...more,
  }) as Stroke;

function open(things: readonly Thing[], room = ROOM) {
  const host = document.createElement('div');
  const map = new Map<Id, Thing>(things.map((thing) => [thing.id, thing]));
  const painter = new Painter(host, () => '');
  painter.update(map, new Set());
  painter.resize(room);
  frames.all();
  const change = (...changed: (Thing | Id)[]): void => {
    for (const one of changed)
      if (typeof one === 'string') map.delete(one);
      else map.set(one.id, one);
    painter.update(map, new Set(changed.map((one) => (typeof one === 'string' ? one : one.id))));
  };
  /** The canvases from the lowest up, the one under the pen last. */
  const canvases = () => [...host.querySelectorAll<HTMLCanvasElement>('div > div:last-child > canvas')];
  const paper = () => host.firstElementChild!.lastElementChild!.firstElementChild as HTMLElement;
  return { host, map, painter, change, canvases, paper };
}
type Opened = ReturnType<typeof open>;

/** A dot that no painting of the page makes: it stays where nothing is painted anew. */
function plantDot({ painter, canvases }: Opened, at: Point, layer = 0) {
  const canvas = canvases().at(layer)!;
  const context = canvas.getContext('2d') as CanvasRenderingContext2D;
  const { x, y, scale } = painter.view;
  const [px, py] = [Math.round(at.x * scale + x), Math.round(at.y * scale + y)];
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = '#FF00FF';
  context.fillRect(px, py, 1, 1);
  return () => [...context.getImageData(px, py, 1, 1).data].join() === '255,0,255,255';
}

/**
 * How many places of two pages look different, over all their canvases; Infinity where one has more of them.
 * The edge of what is painted within a part of a canvas may be smoothed a little otherwise: not counted.
 */
function differences(a: Opened, b: Opened): number {
  const [one, other] = [a, b].map(({ canvases }) =>
    canvases()
      .map(pixelsOf)
      .filter((pixels) => pixels.some((value) => value > 0)),
  ) as [Uint8ClampedArray[], Uint8ClampedArray[]];
  if (one.length !== other.length) return Infinity;
  let count = 0;
  one.forEach((pixels, k) => {
    for (let i = 3; i < pixels.length; i += 4) {
      const far =
        pixels[i]! > 128 && other[k]![i]! > 128 && Math.abs(pixels[i - 3]! - other[k]![i - 3]!) > 80;
      if (far || Math.abs(pixels[i]! - other[k]![i]!) > 80) count += 1;
    }
  });
  return count;
}

const A = id(10);
const B = id(11);

describe('a page on the screen', () => {
  test('its colours are those of the sheets laid over each other: opacity, multiply, rubbed-out places, paper', () => {
    const { painter, host } = open([
      PAGE,
      sheet(10, { opacity: 0.5 }),
      sheet(11, { multiply: true }),
      stroke(20, A, { x: 10, y: 40 }, { x: 90, y: 40 }, { colour: '#FF0000', size: 12 }),
      stroke(21, B, { x: 50, y: 10 }, { x: 50, y: 70 }, { colour: '#00FF80', size: 12 }),
      stroke(22, A, { x: 20, y: 20 }, { x: 20, y: 60 }, { pen: 'rubber', size: 8 }),
    ]);
    expect(host.ariaBusy).toBe('false');
    // Half of red over white, then times green.
    expect(painter.colourAt({ x: 80, y: 40 })).toMatch(/^#FF(7[EF]|80)(7[EF]|80)$/);
    expect(painter.colourAt({ x: 50, y: 60 })).toBe('#00FF80');
    expect(painter.colourAt({ x: 50, y: 40 })).toMatch(/^#00(7[EF]|80)(3F|40)$/);
    expect([painter.colourAt({ x: 20, y: 40 }), painter.colourAt({ x: 95, y: 5 })]).toEqual([
      '#FFFFFF',
      '#FFFFFF',
    ]);
    // The small picture of it agrees, and without paper what is empty stays clear.
    const small = painter.small(160)!;
    const [width, height] = [small.width, small.height];
    expect([width, height]).toEqual([200, 160]);
    const at = (pixels: Uint8ClampedArray, x: number, y: number) => [
      ...pixels.slice((y * 2 * width + x * 2) * 4, (y * 2 * width + x * 2) * 4 + 4),
    ];
    expect(at(pixelsOf(small), 20, 40)).toEqual([255, 255, 255, 255]);
    const clear = painter.small(160, { background: null, sheets: ({ id: one }) => one === B })!;
    expect([at(pixelsOf(clear), 80, 40)[3], at(pixelsOf(clear), 50, 60)]).toEqual([0, [0, 255, 128, 255]]);
  });

  test('a change paints the room it touches and nothing else', () => {
    const page = open([PAGE, sheet(10), stroke(20, A, { x: 10, y: 10 }, { x: 30, y: 10 })]);
    const far = plantDot(page, { x: 80, y: 70 });
    const near = plantDot(page, { x: 20, y: 18 });
    page.change(stroke(20, A, { x: 10, y: 12 }, { x: 30, y: 12 }, { colour: '#8E3B24' }));
    expect([far(), near(), page.painter.colourAt({ x: 20, y: 12 })]).toEqual([true, false, '#8E3B24']);
    // One that comes on top of all is painted on without clearing anything.
    const beside = plantDot(page, { x: 20, y: 50 });
    page.change(stroke(21, A, { x: 15, y: 56 }, { x: 25, y: 56 }));
    expect([beside(), page.painter.colourAt({ x: 20, y: 56 })]).toEqual([true, '#1E2430']);
  });

  test('what is moved is off its sheet until it is laid down again', () => {
    const page = open([PAGE, sheet(10), stroke(20, A, { x: 10, y: 10 }, { x: 30, y: 10 })]);
    const seen = () => page.painter.colourAt({ x: 20, y: 10 });
    page.painter.lift(new Set([id(20)]));
    expect(seen()).toBe('#FFFFFF');
    page.painter.lift(new Set());
    expect(seen()).toBe('#1E2430');
  });

  test('whatever is done, in whatever order, it looks as the page opened afresh does', () => {
    const place = fc.record({ x: fc.integer({ min: 4, max: 96 }), y: fc.integer({ min: 4, max: 76 }) });
    const act = fc.oneof(
      fc.record({
        kind: fc.constant('draw'),
        on: fc.integer({ min: 10, max: 12 }),
        from: place,
        to: place,
        rubber: fc.boolean(),
      }),
      fc.record({ kind: fc.constant('remove'), which: fc.nat(30) }),
      fc.record({ kind: fc.constant('move'), which: fc.nat(30), by: place }),
      fc.record({ kind: fc.constant('restack'), which: fc.nat(30) }),
      fc.record({
        kind: fc.constant('sheet'),
        on: fc.integer({ min: 10, max: 12 }),
        hidden: fc.boolean(),
        multiply: fc.boolean(),
      }),
      fc.record({ kind: fc.constant('remove sheet'), on: fc.integer({ min: 10, max: 12 }) }),
    );
    fc.assert(
      fc.property(fc.array(act, { minLength: 4, maxLength: 24 }), (acts) => {
        const page = open([PAGE, sheet(10), sheet(11), sheet(12)]);
        let n = 100;
        const drawn = () => [...page.map.values()].filter((t): t is Stroke => t.type === 'stroke');
        for (const one of acts) {
          const all = drawn();
          const chosen = 'which' in one ? all[one.which % Math.max(1, all.length)] : undefined;
          if (one.kind === 'draw')
            page.change(
              stroke(
                (n += 1),
                id(one.on),
                one.from,
                one.to,
                one.rubber ? { pen: 'rubber' } : { colour: n % 2 ? '#8E3B24' : '#1E2430' },
              ),
            );
          else if (one.kind === 'sheet' && page.map.has(id(one.on)))
            page.change(sheet(one.on, { hidden: one.hidden, multiply: one.multiply }));
          else if (one.kind === 'remove sheet')
            page.change(id(one.on), ...all.filter((t) => t.sheet === id(one.on)).map((t) => t.id));
          else if (chosen && one.kind === 'remove') page.change(chosen.id);
          else if (chosen && one.kind === 'move')
            page.change({ ...chosen, transform: translation(one.by.x - 50, one.by.y - 40) });
          else if (chosen && one.kind === 'restack')
            page.change({ ...chosen, order: generateKeyBetween(null, 'a0') });
          if (one.kind !== 'move') frames.next();
        }
        frames.all();
        expect(differences(page, open([...page.map.values()]))).toBe(0);
      }),
      { numRuns: 60 },
    );
  });

  test('what changes while a large page is still being painted is there when it has been', () => {
    const many = Array.from({ length: 300 }, (_, i) =>
      stroke(
        100 + i,
        i < 150 ? A : B,
        { x: (i * 7) % 90, y: (i * 13) % 75 },
        { x: ((i * 7) % 90) + 8, y: ((i * 13) % 75) + 4 },
        { size: 1 },
      ),
    );
    const page = open([PAGE, sheet(10), sheet(11), ...many]);
    expect(differences(page, open([...page.map.values()]))).toBe(0);
    page.painter.repaint();
    expect(page.host.ariaBusy).toBe('true');
    frames.next();
    page.change(id(110));
    page.change(stroke(900, B, { x: 10, y: 70 }, { x: 90, y: 70 }, { colour: '#8E3B24' }));
    frames.next();
    page.change({ ...many[200]!, colour: '#8E3B24' });
    frames.all();
    expect(page.host.ariaBusy).toBe('false');
    expect(differences(page, open([...page.map.values()]))).toBe(0);
  });

  test('canvases lie in the order of their sheets, a veil over them, and the pen’s on top', () => {
    const page = open([
      PAGE,
      sheet(10),
      sheet(11),
      stroke(20, A, { x: 9, y: 9 }, { x: 30, y: 9 }),
      stroke(21, B, { x: 9, y: 9 }, { x: 30, y: 9 }),
    ]);
    const [a, b, pen] = page.canvases() as [HTMLCanvasElement, HTMLCanvasElement, HTMLCanvasElement];
    page.change(sheet(10, { order: 'a9', opacity: 0.3 }));
    expect(page.canvases()).toEqual([b, a, pen]);
    expect(a.style.opacity).toBe('0.3');
    const veil = document.createElement('canvas');
    page.painter.setVeil(veil);
    page.change(sheet(11, { order: 'aA' }));
    expect(page.canvases()).toEqual([a, b, veil, pen]);
    page.painter.setVeil(null);
    page.change(sheet(10, { hidden: true }));
    expect(page.canvases()).toEqual([b, pen]);
    page.painter.seeThrough('grayscale(1)');
    expect((page.host.firstElementChild as HTMLElement).style.filter).toBe('grayscale(1)');
  });

  test('a whole picture can be taken out of sight; pieces cut from it stay', () => {
    const placed = {
      type: 'placement',
      id: id(31),
      sheet: A,
      order: 'b1',
      reference: id(40),
      revision: 0,
      transform: IDENTITY,
    } as unknown as Thing;
    const page = open([
      PAGE,
      sheet(10, { kind: 'picture' }),
      sheet(11),
      placed,
      stroke(30, B, { x: 9, y: 9 }, { x: 30, y: 9 }),
    ]);
    expect(page.canvases()).toHaveLength(3);
    page.painter.showPicture(false);
    expect(page.canvases()).toHaveLength(2);
    page.painter.showPicture(true);
    expect(page.canvases()).toHaveLength(3);
    page.change({
      ...placed,
      clip: [
        { x: 0, y: 0 },
        { x: 9, y: 0 },
        { x: 9, y: 9 },
      ],
    } as unknown as Thing);
    page.painter.showPicture(false);
    expect(page.canvases()).toHaveLength(3);
  });
});

describe('sheets that are left alone', () => {
  beforeEach(() => {
    jest.useFakeTimers({ doNotFake: ['requestAnimationFrame', 'cancelAnimationFrame', 'performance'] });
  });
  afterEach(() => {
    document.body.replaceChildren();
    jest.useRealTimers();
  });

  const opened = () => {
    const page = open([
      PAGE,
      sheet(10, { opacity: 0.5 }),
      sheet(11),
      stroke(20, A, { x: 10, y: 10 }, { x: 30, y: 10 }),
      stroke(21, B, { x: 10, y: 50 }, { x: 30, y: 50 }),
    ]);
    document.body.append(page.host);
    const [a, b, pen] = page.canvases() as [HTMLCanvasElement, HTMLCanvasElement, HTMLCanvasElement];
    const shown = () => page.canvases().filter(({ style }) => style.display !== 'none');
    const names = new Map([
      [a, 'a'],
      [b, 'b'],
      [pen, 'pen'],
    ]);
    /** What is seen, from the lowest up. */
    const seen = () => shown().map((canvas) => names.get(canvas) ?? 'picture');
    return { ...page, shown, seen, a, b };
  };
  const alike = (one: HTMLCanvasElement, other: HTMLCanvasElement): boolean => {
    const pixels = pixelsOf(other);
    return pixelsOf(one).every((value, i) => value === pixels[i]);
  };

  test('are shown as pictures, each until something is painted on it', async () => {
    const page = opened();
    const { a, b } = page;
    expect(page.seen()).toEqual(['a', 'b', 'pen']);
    await jest.advanceTimersByTimeAsync(900);
    expect(page.seen()).toEqual(['picture', 'picture', 'pen']);
    const [first, second] = page.shown() as [HTMLCanvasElement, HTMLCanvasElement];
    expect([alike(first, a), alike(second, b), alike(first, b)]).toEqual([true, true, false]);
    expect(first.style.opacity).toBe('0.5');
    page.painter.moveTo({ ...page.painter.view, x: page.painter.view.x + 5 });
    expect(first.style.transform).toMatch(/^matrix/);
    page.change(stroke(22, B, { x: 10, y: 60 }, { x: 30, y: 60 }));
    expect(page.seen()).toEqual(['picture', 'b', 'pen']);
    // Not while one goes on painting on it.
    await jest.advanceTimersByTimeAsync(100);
    page.change(stroke(23, B, { x: 10, y: 65 }, { x: 30, y: 65 }));
    await jest.advanceTimersByTimeAsync(100);
    expect(page.seen()).toEqual(['picture', 'b', 'pen']);
    await jest.advanceTimersByTimeAsync(900);
    expect(page.seen()).toEqual(['picture', 'picture', 'pen']);
    expect(alike(page.shown()[1]!, b)).toBe(true);
    // A sheet laid elsewhere or taken out of sight leaves no picture of itself behind.
    page.change(sheet(10, { order: 'a9', opacity: 0.2 }));
    expect(page.seen()).toEqual(['b', 'a', 'pen']);
    await jest.advanceTimersByTimeAsync(900);
    page.change(sheet(10, { hidden: true }));
    expect(page.seen()).toEqual(['b', 'pen']);
  });

  test('no picture of before is shown where something came while it was made', async () => {
    const page = opened();
    const close = jest.fn();
    const made = new Map<unknown, (picture: ImageBitmap) => void>();
    const making = jest
      .spyOn(globalThis, 'createImageBitmap')
      .mockImplementation((canvas) => new Promise((resolve) => made.set(canvas, resolve)));
    await jest.advanceTimersByTimeAsync(900);
    page.change(stroke(22, B, { x: 10, y: 60 }, { x: 30, y: 60 }));
    expect(made.size).toBe(2);
    made.get(page.b)!({ close } as unknown as ImageBitmap);
    making.mockRestore();
    await jest.advanceTimersByTimeAsync(50);
    expect(close).toHaveBeenCalledTimes(1);
    expect(page.seen()).toEqual(['a', 'b', 'pen']);
    await jest.advanceTimersByTimeAsync(900);
    expect(page.seen()).toEqual(['a', 'picture', 'pen']);
  });

  test('stay canvases where the browser makes no pictures of them', async () => {
    const page = opened();
    const making = jest.spyOn(globalThis, 'createImageBitmap').mockRejectedValue(new Error('no room'));
    await jest.advanceTimersByTimeAsync(900);
    expect(page.seen()).toEqual(['a', 'b', 'pen']);
    making.mockRestore();
  });
});

describe('the view of a page', () => {
  test('what is painted is carried while it moves and painted afresh when it settles', () => {
    const page = open([PAGE, sheet(10), stroke(20, A, { x: 10, y: 10 }, { x: 30, y: 10 })]);
    const told = jest.fn();
    const stop = page.painter.onView(told);
    const { view } = page.painter;
    const before = page.canvases()[0]!;
    page.painter.moveTo({ ...view, scale: view.scale * 2, x: view.x - 5 });
    expect(before.style.transform).toMatch(/^matrix\(2,0,0,2,/);
    expect(page.paper().style.transform).toContain(`matrix(${view.scale * 2},`);
    page.painter.settle();
    frames.all();
    expect(page.canvases().map(({ style }) => style.transform)).toEqual(['', '']);
    expect(page.canvases()[0]).not.toBe(before);
    expect(page.painter.colourAt({ x: 20, y: 10 })).toBe('#1E2430');
    stop();
    page.painter.fit();
    expect(told).toHaveBeenCalledTimes(1);
  });

  test('in another room what was shown whole stays whole, what was not keeps its middle', () => {
    const page = open([PAGE, sheet(10)]);
    page.painter.resize({ width: 412, height: 332 });
    expect(page.painter.view.scale).toBeCloseTo(4, 6);
    const { view } = page.painter;
    page.painter.moveTo({ ...view, scale: 9 });
    page.painter.resize({ width: 312, height: 332 });
    expect(page.painter.view).toEqual({ ...view, scale: 9, x: view.x - 50 });
    // A part of the page that is in focus takes the whole's place.
    page.painter.setFocus({ minX: 0, minY: 0, maxX: 50, maxY: 40 });
    expect(page.painter.view.scale).toBeCloseTo(6, 6);
    page.painter.setFocus(null);
    expect(page.painter.view.scale).toBeCloseTo(3, 6);
  });

  test('a page that grows is shown whole as before', () => {
    const page = open([PAGE, sheet(10)]);
    page.change({ ...PAGE, width: 200 } as Thing);
    expect(page.painter.view.scale).toBeCloseTo(1, 6);
    expect([page.paper().style.width, page.painter.paper?.width]).toEqual(['200px', 200]);
    page.painter.destroy();
    expect(page.host.childElementCount).toBe(0);
  });
});
