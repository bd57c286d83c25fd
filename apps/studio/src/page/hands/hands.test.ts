import { decodeStroke, newPage, PageLog, sheetsOf, thingsOfType, type Change, type Thing } from '@deft/core';
import type { Sample } from '../pointer';
import type { Surface } from '../surface';
import { DrawHand } from './draw';
import { FormsHand } from './forms';
import { GuidesHand } from './guides';
import { MoveHand } from './move';

let next = 0;
const newId = (): string => (next += 1).toString(16).padStart(32, '0');

/** A page and a screen without a browser: two CSS pixels a millimetre, no margin. */
function desk() {
  const log = new PageLog();
  const page = newId();
  let n = 0;
  const change = (body: Change): void => {
    n += 1;
    log.insert({ id: newId(), page, device: page, n, seen: 0, at: 0, version: 1, kind: 'change', body });
  };
  change({ add: newPage(page, newId) });
  const live: number[] = [];
  const surface = {
    keeper: {
      get things() { return log.things; },
      commit: (body: Change) => { change(body); return Promise.resolve(); },
    },
    painter: {
      view: { scale: 2, x: 0, y: 0 },
      paper: { type: 'page', id: page, width: 148, height: 210, colour: '#FFFFFF' },
      setLive: (strokes: readonly unknown[]) => live.push(strokes.length),
      setOverlay: () => undefined,
      moveTo: () => undefined,
      settle: () => undefined,
    },
    toPage: ({ x, y }: { x: number; y: number }) => ({ x: x / 2, y: y / 2 }),
  } as unknown as Surface;
  const all = <T extends Thing['type']>(type: T) => thingsOfType(log.things, type);
  const lock = (kind: string): void => change({ set: [{ id: sheetsOf(log.things).find((s) => s.kind === kind)!.id, to: { locked: true } }] });
  return { surface, all, lock, live };
}

const at = (x: number, y: number, time = 0, kind: Sample['kind'] = 'pen'): Sample => ({ x, y, pressure: 0.4, time, kind });

describe('drawing', () => {
  test('a stroke is kept raw, in millimetres, on the ink sheet', async () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    hand.take({ tool: 'pen', size: 1.3, sheet: null });
    hand.begin(at(20, 40));
    hand.extend([at(24, 40, 4), at(30, 44, 9)]);
    hand.finish();
    const [stroke] = all('stroke');
    expect(stroke).toMatchObject({ pen: 'pen', size: 1.3, pressure: 'device' });
    expect(all('sheet').find((s) => s.id === stroke!.sheet)!.kind).toBe('ink');
    expect(decodeStroke(stroke!.points).map(({ x, y, time }) => [x, y, time])).toEqual([[10, 20, 0], [12, 20, 4], [15, 22, 9]]);
  });

  test('mouse and finger take their width from speed; strokes stack in the order drawn', () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    for (const y of [10, 30, 50]) {
      hand.begin(at(10, y, 0, 'mouse'));
      hand.extend([at(60, y, 20, 'mouse')]);
      hand.finish();
    }
    expect(all('stroke').map((s) => [decodeStroke(s.points)[0]!.y, s.pressure])).toEqual([[5, 'speed'], [15, 'speed'], [25, 'speed']]);
  });

  test('what is cancelled leaves nothing, what is withdrawn is taken away again', () => {
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
    const { surface, all, lock } = desk();
    const refused = jest.fn();
    const hand = new DrawHand(surface, { refused });
    lock('ink');
    hand.begin(at(10, 10));
    hand.extend([at(30, 10, 5)]);
    hand.finish();
    expect(all('stroke')).toHaveLength(0);
    expect(refused).toHaveBeenCalledWith('The sheet “Ink” is locked.');
  });

  test('rubbing out takes the strokes it touches, in one step', () => {
    const { surface, all } = desk();
    const hand = new DrawHand(surface);
    for (const y of [20, 60, 180]) {
      hand.begin(at(10, y));
      hand.extend(Array.from({ length: 20 }, (_, i) => at(10 + 5 * i, y, i)));
      hand.finish();
    }
    hand.take({ tool: 'rub out', size: 1, sheet: null });
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
    expect(all('form')[0]).toMatchObject({ part: 'head', shape: { kind: 'ellipse', rx: 10, ry: 15 }, transform: [1, 0, 0, 1, 60, 65] });
    expect(selected).toHaveBeenLastCalledWith(all('form')[0]!.id);
    hand.begin(at(140, 130));
    hand.extend([at(160, 130)]);
    hand.finish();
    expect(all('form')[0]!.shape).toMatchObject({ rx: 20, ry: 15 });
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
    const hand = new GuidesHand(surface);
    const lay = (kind: 'ground' | 'level' | 'plumb', x: number, y: number, to?: [number, number]): void => {
      hand.take(kind);
      hand.begin(at(x, y));
      if (to) hand.extend([at(...to)]);
      hand.finish();
    };
    lay('ground', 50, 380);
    lay('ground', 50, 360);
    lay('plumb', 100, 20);
    lay('level', 10, 100);
    lay('level', 10, 200);
    expect(all('guide').map(({ kind, at: where }) => [kind, where]).sort()).toEqual([['ground', 180], ['level', 100], ['level', 50], ['plumb', 50]]);
    lay('level', 10, 101, [10, -30]);
    expect(all('guide').filter((g) => g.kind === 'level').map((g) => g.at)).toEqual([100]);
  });
});

describe('moving', () => {
  test('a drag inside a form carries it, its grip turns it about its middle', () => {
    const { surface, all } = desk();
    const forms = new FormsHand(surface, { selected: () => undefined });
    forms.take('ellipse', null);
    forms.begin(at(100, 100));
    forms.extend([at(140, 180)]);
    forms.finish();
    const hand = new MoveHand(surface, () => undefined);
    hand.begin(at(125, 150));
    hand.extend([at(145, 150)]);
    hand.finish();
    expect(all('form')[0]!.transform.slice(4)).toEqual([70, 70]);
    // The grip stands above the upper end of the long axis: a quarter turn to the right lays the form level.
    hand.begin(at(140, 140 - 40 - 26));
    hand.extend([at(140 + 66, 140)]);
    hand.finish();
    const [a, b, c, d, e, f] = all('form')[0]!.transform;
    expect([a, b, c, d, e, f].map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([0, 1, -1, 0, 70, 70]);
  });
});
