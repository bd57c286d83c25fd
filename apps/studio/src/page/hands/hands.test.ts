import {
  decodeStroke,
  guideReader,
  isAnchored,
  newPage,
  PageLog,
  sheetsOf,
  strokePoints,
  thingsOfType,
  type AnchoredGuide,
  type Change,
  type Thing,
} from '@deft/core/page';
import type { Obstacle } from '../place-on';
import type { Sample } from '../pointer';
import { areaSize, translation } from '@deft/core/geometry';
import { measureOf } from '@deft/core/guides';
import { deskSlice, type GuidesTool } from '../../data/desk-slice';
import { Scene } from '../scene';
import type { Surface } from '../surface';
import { DrawHand, type DrawSetting } from './draw';
import { FormsHand } from './forms';
import { MassesHand } from './masses';
import { GuidesHand, type GuidesSetting } from './guides';
import { MoveHand } from './move';
import { PictureHand } from './picture';
import { WordsHand } from './words';

let next = 0;
const newId = (): string => (next += 1).toString(16).padStart(32, '0');
const setting = (more: Partial<DrawSetting> = {}): DrawSetting => ({
  ...deskSlice.getInitialState().pens.pencil,
  pen: 'pencil',
  rubBy: 'stroke',
  symmetry: false,
  sheet: null,
  ...more,
});

const laying = (tool: GuidesTool): GuidesSetting => ({
  tool,
  snapping: true,
  counts: { divided: 2, stepped: 3 },
  sight: null,
});

/** A page and a screen without a browser: two CSS pixels a millimetre, no margin. */
function desk(trace?: Parameters<typeof newPage>[2]) {
  const log = new PageLog();
  const scene = new Scene();
  const page = newId();
  let n = 0;
  const change = (body: Change): void => {
    n += 1;
    scene.update(
      log.things,
      log.insert({ id: newId(), page, device: page, n, seen: 0, at: 0, version: 2, kind: 'change', body }),
    );
  };
  change({ add: newPage(page, newId, trace) });
  const live: number[] = [];
  const lifted: string[][] = [];
  const surface = {
    keeper: {
      get things() {
        return log.things;
      },
      commit: (asked: Change | ((things: typeof log.things) => Change | null)) => {
        const body = typeof asked === 'function' ? asked(log.things) : asked;
        if (body) change(body);
        return Promise.resolve(body);
      },
    },
    painter: {
      scene,
      view: { scale: 2, turn: 0, mirrored: false, x: 0, y: 0 },
      paper: { type: 'page', id: page, width: 148, height: 210, colour: '#FFFFFF' },
      setLive: (strokes: readonly unknown[]) => live.push(strokes.length),
      lift: (ids: ReadonlySet<string>) => lifted.push([...ids]),
      setOverlay: () => undefined,
      paint: () => undefined,
      paintFollowing: () => undefined,
      letGo: () => undefined,
      get guides() {
        return guideReader(log.things);
      },
      moveTo: () => undefined,
      settle: () => undefined,
    },
    toPage: ({ x, y }: { x: number; y: number }) => ({ x: x / 2, y: y / 2 }),
  } as unknown as Surface;
  const all = <T extends Thing['type']>(type: T) => thingsOfType(log.things, type);
  const lock = (kind: string): void =>
    change({ set: [{ id: sheetsOf(log.things).find((s) => s.kind === kind)!.id, to: { locked: true } }] });
  return { surface, all, lock, live, lifted, change };
}

const at = (x: number, y: number, time = 0, kind: Sample['kind'] = 'pen'): Sample => ({
  x,
  y,
  pressure: 0.4,
  time,
  kind,
});

describe('drawing', () => {
  test('a stroke is kept raw, in millimetres, on the ink sheet', async () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    hand.take(setting({ pen: 'pen', size: 1.3, hardness: 0.8 }));
    hand.begin(at(20, 40));
    hand.extend([at(24, 40, 4), at(30, 44, 9)]);
    hand.finish();
    const [stroke] = all('stroke');
    expect(stroke).toMatchObject({ pen: 'pen', size: 1.3, hardness: 0.8, pressure: 'device' });
    expect(all('sheet').find((s) => s.id === stroke!.sheet)!.kind).toBe('ink');
    expect(decodeStroke(stroke!.points).map(({ x, y, time }) => [x, y, time])).toEqual([
      [10, 20, 0],
      [12, 20, 4],
      [15, 22, 9],
    ]);
  });

  test('mouse and finger take their width from speed; strokes stack in the order drawn', () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    for (const y of [10, 30, 50]) {
      hand.begin(at(10, y, 0, 'mouse'));
      hand.extend([at(60, y, 20, 'mouse')]);
      hand.finish();
    }
    expect(all('stroke').map((s) => [decodeStroke(s.points)[0]!.y, s.pressure])).toEqual([
      [5, 'speed'],
      [15, 'speed'],
      [25, 'speed'],
    ]);
  });

  test('what is cancelled leaves nothing, what is withdrawn is removed again', () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    hand.begin(at(10, 10));
    hand.cancel();
    hand.finish();
    expect(all('stroke')).toHaveLength(0);
    hand.begin(at(10, 10));
    hand.extend([at(30, 10, 5)]);
    hand.finish();
    hand.withdraw();
    expect(all('stroke')).toHaveLength(0);
  });

  test('a locked sheet takes nothing and says which it is', () => {
    const { surface, all, lock, change } = desk();
    const refused = jest.fn();
    const hand = new DrawHand(surface, { refused });
    lock('ink');
    hand.begin(at(10, 10));
    hand.extend([at(30, 10, 5)]);
    hand.finish();
    expect(all('stroke')).toHaveLength(0);
    const [[refusal]] = refused.mock.calls as [[Obstacle]];
    expect(refusal.sentence).toBe('The sheet “Ink” is locked.');
    // What it offers makes the same gesture go through.
    change(refusal.goOn!.change);
    hand.begin(at(10, 10));
    hand.finish();
    expect(all('stroke')).toHaveLength(1);
  });

  test('rubbing out takes the strokes it touches, in one step', () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    for (const y of [20, 60, 180]) {
      hand.begin(at(10, y));
      hand.extend(Array.from({ length: 20 }, (_, i) => at(10 + 5 * i, y, i)));
      hand.finish();
    }
    hand.take(setting({ pen: 'rubber' }));
    hand.begin(at(50, 20));
    hand.extend([at(50, 60)]);
    hand.finish();
    expect(all('stroke').map((s) => decodeStroke(s.points)[0]!.y)).toEqual([90]);
  });
});

describe('forms and landmarks', () => {
  test('a drag makes a form with the name offered; its handle shapes it, its middle carries it', async () => {
    const { surface, all } = desk();
    const selected = jest.fn();
    const hand = new FormsHand(surface, { selected });
    hand.take('ellipse', 'head');
    hand.begin(at(100, 100));
    hand.extend([at(140, 160)]);
    hand.finish();
    await Promise.resolve();
    expect(all('form')[0]).toMatchObject({
      part: 'head',
      shape: { kind: 'ellipse', rx: 10, ry: 15 },
      transform: [1, 0, 0, 1, 60, 65],
    });
    expect(selected).toHaveBeenLastCalledWith(all('form')[0]!.id);
    hand.begin(at(140, 130));
    hand.extend([at(160, 130)]);
    hand.finish();
    expect(all('form')[0]!.shape).toMatchObject({ rx: 20, ry: 15 });
    // However slowly it is pulled.
    hand.begin(at(160, 130));
    for (let x = 161; x <= 180; x += 1) hand.extend([at(x, 130)]);
    hand.finish();
    expect(all('form')[0]!.shape).toMatchObject({ rx: 30, ry: 15 });
    hand.begin(at(120, 130));
    hand.extend([at(140, 150)]);
    hand.finish();
    expect(all('form')[0]!.transform.slice(4)).toEqual([70, 75]);
    expect(all('form')).toHaveLength(1);
  });

  test('a touch on empty paper selects nothing and makes nothing', () => {
    const { surface, all } = desk();
    const selected = jest.fn();
    const hand = new FormsHand(surface, { selected });
    hand.begin(at(100, 100));
    hand.extend([at(102, 101)]);
    hand.finish();
    expect(all('form')).toHaveLength(0);
    expect(selected).toHaveBeenLastCalledWith(null);
  });

  test('a named landmark is placed once and then moved; a finger is less sure than a pen', () => {
    const { surface, all } = desk();
    const hand = new FormsHand(surface, { selected: () => undefined });
    hand.take('landmark', 'crown');
    hand.begin(at(100, 40));
    hand.finish();
    const pen = all('landmark')[0]!;
    expect(pen).toMatchObject({ name: 'crown', state: 'set', at: { x: 50, y: 20 } });
    hand.begin(at(200, 80, 0, 'touch'));
    hand.finish();
    expect(all('landmark')).toHaveLength(1);
    expect(all('landmark')[0]!.at).toEqual({ x: 100, y: 40 });
    expect(all('landmark')[0]!.spread).toBeGreaterThan(pen.spread);
  });
});

describe('guides', () => {
  test('there is one ground line; levels and plumbs are as many as wanted; pulled off the page they go', () => {
    const { surface, all } = desk();
    const hand = new GuidesHand(surface, { selected: () => undefined });
    const lay = (kind: 'ground' | 'level' | 'plumb', x: number, y: number, to?: [number, number]): void => {
      hand.take(laying(kind));
      hand.begin(at(x, y));
      if (to) hand.extend([at(...to)]);
      hand.finish();
    };
    lay('ground', 50, 380);
    lay('ground', 50, 360);
    lay('plumb', 100, 20);
    lay('level', 10, 100);
    lay('level', 10, 200);
    expect(
      all('guide')
        .map((guide) => [guide.kind, 'at' in guide ? guide.at : null])
        .sort(),
    ).toEqual([
      ['ground', 180],
      ['level', 100],
      ['level', 50],
      ['plumb', 50],
    ]);
    lay('level', 10, 101, [10, -30]);
    expect(
      all('guide')
        .filter((g) => g.kind === 'level')
        .map((g) => ('at' in g ? g.at : null)),
    ).toEqual([100]);
  });

  /** A page with a round of 20 mm about 60, 60, and a hand that lays guides on it. */
  function guided() {
    const made = desk();
    const sheet = sheetsOf(made.surface.keeper.things).find(({ kind }) => kind === 'forms')!.id;
    const round = newId();
    const shape = { kind: 'ellipse', rx: 20, ry: 30 } as const;
    const transform = translation(60, 60);
    made.change({ add: [{ type: 'form', id: round, sheet, order: 'a0', part: null, shape, transform }] });
    let selected: string | null = null;
    const hand = new GuidesHand(made.surface, { selected: (id) => (selected = id) });
    const drag = async (tool: GuidesTool, ...way: [number, number][]): Promise<void> => {
      hand.take(laying(tool));
      hand.begin(at(2 * way[0]![0], 2 * way[0]![1]));
      for (const [x, y] of way.slice(1)) hand.extend([at(2 * x, 2 * y)]);
      hand.finish();
      await Promise.resolve();
      hand.select(selected);
    };
    const guide = () => made.all('guide').filter(isAnchored).at(-1)!;
    const drawn = () => guideReader(made.surface.keeper.things).drawn(guide());
    return { ...made, hand, drag, guide, drawn, round, selectedIs: () => selected };
  }

  test('a centre line curves to where one pulled, and goes along with its form', async () => {
    const { drag, guide, drawn, change, round } = guided();
    await drag('centre', [60, 60], [70, 62]);
    expect(guide().turn).toBeCloseTo(0.5, 9);
    expect(drawn().lines[0]!.at(0.5)).toEqual({ x: 70, y: 60 });
    change({ set: [{ id: round, to: { transform: translation(100, 90) } }] });
    expect(drawn().lines[0]!.at(0.5).x).toBeCloseTo(110, 9);
    // Pulled further than the form is wide it lies on its edge.
    await drag('centre', [110, 90], [140, 92]);
    expect(guide().turn).toBe(1);
  });

  test('a division is drawn to the form’s ends within reach, and lets go beyond it', async () => {
    const { drag, guide } = guided();
    await drag('divided', [62, 32], [61, 87]);
    expect(guide().through.map(({ place }) => place)).toEqual(['north', 'south']);
    expect(guide().count).toBe(2);
    await drag('divided', [70, 100], [71, 160]);
    expect(guide().through).toEqual([{ at: { x: 70, y: 100 } }, { at: { x: 71, y: 160 } }]);
  });

  test('a distance is taken first and then laid elsewhere; a curve gets one more place with each touch', async () => {
    const { drag, guide, drawn, all } = guided();
    await drag('carried', [100, 20], [100, 50]);
    expect(all('guide')).toEqual([]);
    await drag('carried', [20, 150], [40, 150]);
    expect(drawn().marks.at(-1)!.at).toEqual({ x: 50, y: 150 });
    await drag('through', [100, 100]);
    await drag('through', [110, 120]);
    await drag('through', [100, 140]);
    expect(guide().through.map(({ at: where }) => where.y)).toEqual([100, 120, 140]);
  });

  test('a curve with as many places as it may have is followed by another', async () => {
    const { drag, all } = guided();
    for (let i = 0; i < 26; i += 1) await drag('through', [100 + (i % 2) * 20, 10 + 7 * i]);
    const places = all('guide').map((g) => (g as AnchoredGuide).through.length);
    expect(places).toEqual([24, 2]);
  });

  test('a unit is taken once and measures every length after it, held against a sight where that is asked', async () => {
    const { drag, all, hand, guide } = guided();
    await drag('sighted', [100, 20], [100, 40]);
    await drag('sighted', [20, 120], [20, 180]);
    hand.take({ ...laying('sighted'), sight: 'a'.repeat(32) });
    hand.begin(at(240, 200));
    hand.extend([at(280, 200)]);
    hand.finish();
    const drawn = guideReader(new Map(all('guide').map((g) => [g.id, g])));
    const measured = all('guide').map((g) => measureOf('sighted', drawn.through(g as AnchoredGuide)));
    expect(measured).toEqual([3, 1]);
    expect(guide().sight).toBe('a'.repeat(32));
  });

  test('what is taken up is pulled by its places; a touch beside all of it puts it down', async () => {
    const { drag, guide, selectedIs } = guided();
    await drag('arc', [20, 100], [40, 80], [60, 100]);
    expect(guide().through).toHaveLength(3);
    await drag('arc', [60, 100], [80, 110]);
    expect(guide().through.at(-1)!.at).toEqual({ x: 80, y: 110 });
    expect(selectedIs()).toBe(guide().id);
    await drag('arc', [130, 190]);
    expect(selectedIs()).toBeNull();
  });

  test('an envelope is what was drawn round, by few corners', async () => {
    const { drag, guide } = guided();
    const corners: [number, number][] = [
      [20, 120],
      [70, 115],
      [80, 180],
      [25, 185],
    ];
    const way = corners.flatMap(([x, y], i): [number, number][] => {
      const [u, v] = corners[(i + 1) % 4]!;
      return Array.from({ length: 10 }, (_, k) => [x + ((u - x) * k) / 10, y + ((v - y) * k) / 10]);
    });
    await drag('envelope', ...way);
    expect(guide().through).toHaveLength(4);
  });
});

describe('rubbing by area, symmetry, shade', () => {
  test('rubbing by area draws a rubber stroke on its own sheet and takes nothing away', () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    hand.begin(at(10, 10));
    hand.extend([at(60, 10)]);
    hand.finish();
    hand.take(setting({ pen: 'rubber', rubBy: 'area', size: 5 }));
    hand.begin(at(30, 0));
    hand.extend([at(30, 30)]);
    hand.finish();
    expect(all('stroke').map(({ pen, sheet }) => [pen, sheet === all('stroke')[0]!.sheet])).toEqual([
      ['pencil', true],
      ['rubber', true],
    ]);
  });

  test('with symmetry on, a stroke and its twin are one gesture; the twin lies on the other side of the axis', () => {
    const { surface, all } = desk();
    const guides = new GuidesHand(surface, { selected: () => undefined });
    guides.take(laying('symmetry'));
    guides.begin(at(100, 20));
    guides.extend([at(100, 300)]);
    guides.finish();
    const drawn = jest.fn();
    const hand = new DrawHand(surface, { drawn });
    hand.take(setting({ symmetry: true }));
    hand.begin(at(60, 40));
    hand.extend([at(80, 60)]);
    hand.finish();
    expect(all('stroke').map((stroke) => strokePoints(stroke).map(({ x, y }) => [x, y]))).toEqual([
      [
        [30, 20],
        [40, 30],
      ],
      [
        [70, 20],
        [60, 30],
      ],
    ]);
    hand.withdraw();
    expect(all('stroke')).toHaveLength(0);
  });

  test('shade goes to a sheet for tone where there is one', () => {
    const { surface, all, change } = desk();
    change({
      add: [
        {
          type: 'sheet',
          id: newId(),
          kind: 'tone',
          name: 'Tone',
          order: 'Z',
          opacity: 1,
          hidden: false,
          locked: false,
        },
      ],
    });
    const hand = new DrawHand(surface);
    hand.take(setting({ pen: 'shade', size: 8 }));
    hand.begin(at(60, 40));
    hand.finish();
    expect(all('sheet').find((s) => s.id === all('stroke')[0]!.sheet)!.kind).toBe('tone');
  });
});

describe('words', () => {
  const words = (surface: Surface, ask = (_: string, say: (text: string | null) => void) => say('knee')) =>
    new WordsHand(surface, { ask });

  test('text is asked for and can be changed or taken away', () => {
    const { surface, all } = desk();
    const asked: string[] = [];
    let answer: string | null = 'knee';
    const hand = words(surface, (before, say) => {
      asked.push(before);
      say(answer);
    });
    const touch = (x: number, y: number): void => {
      hand.begin(at(x, y));
      hand.finish();
    };
    touch(40, 40);
    expect(all('note')[0]).toMatchObject({
      says: { kind: 'text', text: 'knee' },
      transform: [1, 0, 0, 1, 20, 20],
    });
    answer = 'left knee';
    touch(42, 44);
    expect(all('note').map(({ says }) => says.kind === 'text' && says.text)).toEqual(['left knee']);
    answer = '';
    touch(42, 44);
    expect([all('note').length, asked]).toEqual([0, ['', 'knee', 'left knee']]);
    answer = null;
    touch(42, 44);
    expect(all('note')).toHaveLength(0);
  });

  test('an arrow runs along the drag; each touch on a count ticks one more', () => {
    const { surface, all } = desk();
    const hand = words(surface);
    hand.take('arrow', '#AA0000', null);
    hand.begin(at(40, 40));
    hand.extend([at(100, 80)]);
    hand.finish();
    hand.take('count', '#AA0000', null);
    for (let i = 0; i < 3; i += 1) {
      hand.begin(at(200, 200));
      hand.finish();
    }
    expect(all('note').map(({ says, colour }) => [says, colour])).toEqual([
      [{ kind: 'arrow', to: { x: 30, y: 20 } }, '#AA0000'],
      [{ kind: 'count', count: 3, size: 6 }, '#AA0000'],
    ]);
  });
});

describe('moving', () => {
  function withForm() {
    const made = desk();
    const forms = new FormsHand(made.surface, { selected: () => undefined });
    forms.take('ellipse', 'head');
    forms.begin(at(100, 100));
    forms.extend([at(140, 180)]);
    forms.finish();
    const drawing = new DrawHand(made.surface);
    drawing.begin(at(110, 120));
    drawing.extend([at(120, 140), at(130, 150)]);
    drawing.finish();
    const picks = { now: new Set<string>() as ReadonlySet<string> };
    const refused = jest.fn();
    const looped = jest.fn();
    const hand = new MoveHand(made.surface, {
      selected: (ids) => {
        picks.now = ids;
      },
      refused,
      looped,
    });
    const drag = (...way: [number, number][]): void => {
      hand.begin(at(...(way[0] as [number, number])));
      for (const p of way.slice(1)) hand.extend([at(...p)]);
      hand.finish();
    };
    return { ...made, hand, picks, drag, refused, looped };
  }
  /** Besides, a level line in the middle of nothing. */
  const withLevelLine = () => {
    const made = withForm();
    const drawing = new DrawHand(made.surface);
    drawing.begin(at(100, 300));
    drawing.extend([at(150, 300), at(200, 300)]);
    drawing.finish();
    return made;
  };
  const loop: [number, number][] = [
    [80, 80],
    [160, 80],
    [160, 200],
    [80, 200],
    [80, 84],
  ];

  test('a loop picks what lies in it, ink and forms alike; a drag inside carries them together', () => {
    const { picks, drag, all, looped } = withForm();
    drag(...loop);
    expect(picks.now.size).toBe(2);
    expect(looped.mock.calls[0]![0].length).toBeGreaterThan(2);
    drag([120, 140], [140, 140]);
    expect(all('form')[0]!.transform.slice(4)).toEqual([70, 70]);
    expect(all('stroke')[0]!.transform).toEqual([1, 0, 0, 1, 10, 0]);
    drag([2, 2], [2, 3]);
    expect(picks.now.size).toBe(0);
  });

  test('a line that is all but as thin as its handles is carried by its middle and widened by its side', () => {
    const { drag, all } = withLevelLine();
    drag([150, 300]);
    drag([150, 300], [150, 340]);
    expect(all('stroke').at(-1)!.transform).toEqual([1, 0, 0, 1, 0, 20]);
  });

  test('a touch takes up the form under it; its corner scales, its stalk turns', () => {
    const { picks, drag, all } = withForm();
    drag([120, 170]);
    expect(picks.now).toEqual(new Set([all('form')[0]!.id]));
    // The room of the form is 100…140 by 100…180 on the screen; the far corner stays where it is.
    drag([140, 180], [160, 220]);
    const [a, , , d, e, f] = all('form')[0]!.transform;
    expect([a, d, e, f].map((v) => Math.round(v * 1000) / 1000)).toEqual([1.5, 1.5, 65, 80]);
    drag([130, 100 - 30], [300, 160]);
    const turned = all('form')[0]!.transform;
    expect(turned[0]).toBeCloseTo(0, 6);
  });

  test('distorted or bent, a form keeps its name and becomes an outline, a stroke keeps its times', async () => {
    const { drag, hand, all } = withForm();
    drag(...loop);
    hand.take('distort', null);
    drag([100, 100], [90, 110]);
    await Promise.resolve();
    expect(all('form')[0]).toMatchObject({ part: 'head', shape: { kind: 'outline' } });
    const times = decodeStroke(all('stroke')[0]!.points).map((p) => p.time);
    hand.take('bend', null);
    const before = all('form')[0]!.shape;
    drag([119, 140], [140, 140]);
    expect(all('form')[0]!.shape).not.toEqual(before);
    expect(decodeStroke(all('stroke')[0]!.points).map((p) => p.time)).toEqual(times);
  });

  test('a loop round what is locked says which sheet it is; while things are moved they leave their place', () => {
    const { drag, lock, picks, refused, lifted } = withForm();
    lock('ink');
    lock('forms');
    drag(...loop);
    expect(picks.now.size).toBe(0);
    expect(refused.mock.calls[0]![0].sentence).toContain('“Forms”, which is locked');
    expect(lifted.every((ids) => ids.length === 0)).toBe(true);
  });

  test('only the current sheet is picked from when that is asked', () => {
    const { drag, hand, picks, all } = withForm();
    hand.take('move', all('stroke')[0]!.sheet);
    drag(...loop);
    expect(picks.now).toEqual(new Set([all('stroke')[0]!.id]));
  });
});

test('the faded picture is moved, scaled and turned by itself, though its sheet is locked; what is drawn stays', () => {
  const picture = { id: newId(), revision: 0, width: 1480, height: 2100 };
  const { surface, all, change } = desk({ ...picture, reference: picture.id });
  const forms = sheetsOf(surface.keeper.things).find(({ kind }) => kind === 'forms')!.id;
  change({
    add: [
      {
        type: 'form',
        id: newId(),
        sheet: forms,
        order: 'a0',
        part: null,
        transform: [1, 0, 0, 1, 50, 50],
        shape: { kind: 'ellipse', rx: 10, ry: 5 },
      },
    ],
  });
  const before = all('form');
  const hand = new PictureHand(surface);
  const drag = (from: readonly [number, number], to: readonly [number, number]): void => {
    hand.begin(at(...from));
    hand.extend([at(...to)]);
    hand.finish();
  };
  const lies = () => all('placement')[0]!.transform.map((n) => Math.round(n * 1000) / 1000);
  drag([100, 100], [140, 80]);
  expect(lies()).toEqual([0.1, 0, 0, 0.1, 0, 0]);
  hand.take(picture);
  drag([100, 100], [140, 80]);
  expect(lies()).toEqual([0.1, 0, 0, 0.1, 20, -10]);
  // Its lower right corner, half as far from the upper left one.
  drag([2 * 168, 2 * 200], [20 * 2 + 148, -20 + 210]);
  expect(lies()).toEqual([0.05, 0, 0, 0.05, 20, -10]);
  // The knob above its middle, a quarter round.
  const [x, y] = [20 + 37, -10 + 52.5];
  drag([2 * x, 2 * -10 - 30], [2 * (x + 67.5), 2 * y]);
  expect(lies().slice(0, 4)).toEqual([0, 0.05, -0.05, 0]);
  expect(all('form')).toEqual(before);
  hand.begin(at(100, 100));
  hand.extend([at(200, 200)]);
  hand.cancel();
  expect(lies().slice(0, 4)).toEqual([0, 0.05, -0.05, 0]);
});

describe('masses', () => {
  /** Round a square, as CSS pixels: twice the millimetres. */
  const round = (hand: MassesHand, x: number, y: number, side: number): void => {
    hand.begin(at(2 * x, 2 * y));
    hand.extend([at(2 * (x + side), 2 * y), at(2 * (x + side), 2 * (y + side)), at(2 * x, 2 * (y + side))]);
    hand.finish();
  };
  function massing() {
    const made = desk();
    const said: unknown[] = [];
    const hand = new MassesHand(made.surface, {
      selected: (id) => said.push(id),
      refused: ({ sentence }) => said.push(sentence),
      nothing: () => said.push('nothing'),
    });
    const sizes = (): [string, number][] =>
      made.all('mass').map(({ value, area }) => [value, areaSize(area)]);
    return { ...made, hand, said, sizes };
  }

  test('a closed line fills, on a sheet for tone that is made under what is drawn; the next is added to it', async () => {
    const { hand, all, sizes } = massing();
    round(hand, 10, 10, 20);
    const tone = all('sheet').filter(({ kind }) => kind === 'tone');
    expect([tone.length, all('sheet')[0]!.kind, all('mass')[0]!.sheet]).toEqual([1, 'tone', tone[0]!.id]);
    round(hand, 20, 10, 20);
    expect(sizes()).toEqual([['middle', 600]]);
    round(hand, 60, 60, 10);
    expect(sizes()).toHaveLength(2);
    expect(all('sheet').filter(({ kind }) => kind === 'tone')).toHaveLength(1);
  });

  test('another value takes its place from what lies there; a cut takes from all; each place has one value', () => {
    const { hand, all, sizes, said } = massing();
    round(hand, 10, 10, 20);
    hand.take('dark', 'add', null);
    round(hand, 20, 10, 20);
    expect(sizes()).toEqual([
      ['middle', 200],
      ['dark', 400],
    ]);
    hand.take('dark', 'cut', null);
    round(hand, 15, 10, 10);
    expect(sizes()).toEqual([
      ['middle', 150],
      ['dark', 350],
    ]);
    round(hand, 100, 100, 10);
    round(hand, 1, 1, 70);
    expect(all('mass')).toEqual([]);
    return Promise.resolve().then(() => expect(said).toContain('nothing'));
  });

  test('a touch takes up what lies there; a line without room does nothing; a locked sheet says so', () => {
    const { hand, all, said, change, sizes } = massing();
    round(hand, 10, 10, 20);
    hand.begin(at(40, 40));
    hand.finish();
    expect(said.at(-1)).toBe(all('mass')[0]!.id);
    hand.begin(at(200, 200));
    hand.finish();
    expect(said.at(-1)).toBeNull();
    hand.begin(at(20, 20));
    hand.extend([at(90, 90), at(20, 20)]);
    hand.finish();
    hand.begin(at(20, 20));
    hand.extend([at(90, 90)]);
    hand.cancel();
    hand.finish();
    expect(sizes()).toEqual([['middle', 400]]);
    change({ set: [{ id: all('mass')[0]!.sheet, to: { locked: true } }] });
    round(hand, 50, 50, 10);
    expect([said.at(-1), sizes().length]).toEqual(['The sheet “Tone” is locked.', 1]);
  });
});
