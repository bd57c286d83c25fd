/** @jest-environment jsdom */
import { newPage, PageLog, type Change, type Id, type Thing } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { heldFrames, giveRealCanvases } from './paint/real-canvas';
import type { Hand, Sample } from './pointer';
import { Surface } from './surface';

giveRealCanvases();
heldFrames();
let measured = (): void => undefined;
window.ResizeObserver = class {
  constructor(act: () => void) {
    measured = act;
  }
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {
    measured = () => undefined;
  }
} as unknown as typeof ResizeObserver;

let next = 0;
const newId = (): Id => (next += 1).toString(16).padStart(32, '0');

/** A hand that writes down what it is asked to do. */
function noting() {
  const notes: string[] = [];
  const samples: Sample[] = [];
  const hand: Hand = {
    begin: (sample) => (notes.push('begin'), void samples.push(sample)),
    extend: (more) => (notes.push('extend'), void samples.push(...more)),
    finish: () => void notes.push('finish'),
    cancel: () => void notes.push('cancel'),
    leave: () => void notes.push('leave'),
  };
  return { hand, notes, samples };
}

function open(size = { width: 160, height: 222 }) {
  const log = new PageLog();
  const page = newId();
  const listeners = new Set<(changed: ReadonlySet<Id>) => void>();
  let n = 0;
  const change = (body: Change): void => {
    n += 1;
    const changed = log.insert({
      id: newId(),
      page,
      device: page,
      n,
      seen: 0,
      at: 0,
      version: 2,
      kind: 'change',
      body,
    });
    listeners.forEach((listener) => listener(changed));
  };
  change({ add: newPage(page, newId) });
  const keeper = {
    things: log.things as ReadonlyMap<Id, Thing>,
    onChange: (listener: (changed: ReadonlySet<Id>) => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  } as unknown as PageKeeper;
  const host = document.createElement('div');
  Object.defineProperties(host, {
    clientWidth: { get: () => size.width },
    clientHeight: { get: () => size.height },
  });
  host.setPointerCapture = () => undefined;
  const surface = new Surface(host, keeper, () => '');
  const touch = (type: string, x: number, y: number): void => {
    const event = new MouseEvent(type, { clientX: x, clientY: y, button: 0, buttons: 1, cancelable: true });
    for (const [key, value] of Object.entries({ pointerType: 'mouse', pointerId: 1, pressure: 0.5 }))
      Object.defineProperty(event, key, { value });
    host.dispatchEvent(event);
  };
  return { surface, host, keeper, change, touch, listeners, size };
}

describe('a page on the screen', () => {
  test('a contact reaches the hand in hand; another hand taken up in the middle of it finishes the first', () => {
    const { surface, touch } = open();
    const [first, second] = [noting(), noting()];
    const contact = jest.fn();
    surface.watchContact(contact);
    surface.setHand(first.hand);
    touch('pointerdown', 80, 111);
    touch('pointermove', 90, 121);
    surface.setHand(second.hand);
    expect(first.notes).toEqual(['begin', 'extend', 'finish', 'leave']);
    touch('pointermove', 95, 126);
    touch('pointerdown', 30, 30);
    touch('pointerup', 30, 30);
    expect(second.notes).toEqual(['begin', 'finish']);
    expect(contact.mock.calls.flat()).toEqual([true, false, true, false]);
    // A5, shown whole: the middle of the host is the middle of the page.
    const [at] = first.samples;
    expect(surface.toPage(at!)).toEqual({ x: expect.closeTo(74, 6), y: expect.closeTo(105, 6) });
  });

  test('a page that is held finishes what is under the pen and lets nothing begin; so does leaving it', () => {
    const { surface, touch } = open();
    const { hand, notes } = noting();
    surface.setHand(hand);
    touch('pointerdown', 80, 111);
    surface.enable(false);
    touch('pointerdown', 80, 111);
    expect(notes).toEqual(['begin', 'finish']);
    surface.enable(true);
    touch('pointerdown', 80, 111);
    window.dispatchEvent(new Event('pagehide'));
    expect(notes).toEqual(['begin', 'finish', 'begin', 'finish']);
  });

  test('changes are painted and told; after it is destroyed nothing is', () => {
    const { surface, host, change, listeners } = open();
    const told = jest.fn();
    const stop = surface.afterChange(told);
    const other = jest.fn();
    surface.afterChange(other);
    change({ set: [{ id: surface.painter.paper!.id, to: { width: 200 } }] });
    expect(surface.painter.paper?.width).toBe(200);
    stop();
    change({ set: [{ id: surface.painter.paper!.id, to: { width: 210 } }] });
    expect([told.mock.calls.length, other.mock.calls.length]).toEqual([1, 2]);
    const { hand, notes } = noting();
    surface.setHand(hand);
    surface.destroy();
    window.dispatchEvent(new Event('pagehide'));
    expect([listeners.size, host.childElementCount, notes]).toEqual([0, 0, []]);
  });

  test('the view is enlarged about the middle, turned, mirrored and set upright; a millimetre as a real one', () => {
    const { surface, size } = open();
    const middle = () => surface.toPage({ x: size.width / 2, y: size.height / 2 });
    const at = middle();
    surface.look({ by: 2, turn: 30 });
    expect(middle()).toEqual({ x: expect.closeTo(at.x, 6), y: expect.closeTo(at.y, 6) });
    surface.mirror();
    expect(surface.painter.view).toMatchObject({ mirrored: true, turn: expect.closeTo(-30, 6) });
    expect(middle()).toEqual({ x: expect.closeTo(at.x, 6), y: expect.closeTo(at.y, 6) });
    surface.setUpright();
    expect(surface.painter.view).toMatchObject({ mirrored: false, turn: expect.closeTo(0, 6) });
    surface.realSize(3.7795);
    expect(surface.painter.view.scale).toBeCloseTo(3.7795, 6);
    // A host that has grown is filled anew.
    surface.painter.fit();
    Object.assign(size, { width: 308, height: 432 });
    measured();
    expect(surface.painter.view.scale).toBeCloseTo(2, 6);
  });
});
