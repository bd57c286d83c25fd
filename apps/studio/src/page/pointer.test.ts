import { Palm } from './palm';
import { PointerInput, type Hand, type Sample } from './pointer';

/** A surface without a browser: it takes listeners and events, that is all pointer input asks of it. */
class Surface extends EventTarget {
  getBoundingClientRect() {
    return { left: 10, top: 20 };
  }
  setPointerCapture(): void {}
}

function pointer(type: string, at: number, x: number, y: number, more: object = {}): Event {
  const event = new Event(type, { cancelable: true });
  const fields = {
    pointerType: 'pen',
    pointerId: 1,
    clientX: x + 10,
    clientY: y + 20,
    pressure: 0.6,
    tiltX: 0,
    tiltY: 0,
    button: 0,
    buttons: 1,
    ...more,
  };
  for (const [key, value] of Object.entries({ ...fields, timeStamp: at }))
    Object.defineProperty(event, key, { value });
  return event;
}

function setUp() {
  const surface = new Surface();
  const log: string[] = [];
  const samples: Sample[] = [];
  const hand: Hand = {
    begin: (s) => {
      log.push(`begin ${s.kind}`);
      samples.push(s);
    },
    extend: (all) => samples.push(...all),
    finish: () => log.push('finish'),
    cancel: () => log.push('cancel'),
    withdraw: () => log.push('withdraw'),
  };
  let may = true;
  const moves: [number, number, number][] = [];
  const turns: number[] = [];
  const input = new PointerInput(
    surface as unknown as HTMLElement,
    {
      move: (_, by, shift, turn) => {
        moves.push([by, shift.x, shift.y]);
        turns.push(turn);
      },
      settle: () => log.push('settle'),
      mayBegin: () => may,
    },
    new Palm(),
  );
  input.hand = hand;
  const send = (type: string, at: number, x: number, y: number, more: object = {}): boolean =>
    surface.dispatchEvent(pointer(type, at, x, y, more));
  return {
    input,
    log,
    samples,
    moves,
    turns,
    send,
    forbid: () => {
      may = false;
    },
  };
}

const touch = (id: number) => ({ pointerType: 'touch', pointerId: id });

describe('pointers on the page', () => {
  test('a pen stroke carries place, pressure, tilt and its own time', () => {
    const { send, log, samples } = setUp();
    send('pointerdown', 1000, 5, 6, { pressure: 0.2, tiltX: 30, tiltY: -10 });
    send('pointermove', 1008, 9, 6, {
      pressure: 0.7,
      getCoalescedEvents: () => [
        pointer('pointermove', 1004, 7, 6, { pressure: 0.5 }),
        pointer('pointermove', 1008, 9, 6, { pressure: 0.7 }),
      ],
    });
    send('pointerup', 1016, 9, 6);
    expect(log).toEqual(['begin pen', 'finish']);
    expect(samples.map(({ x, pressure, time }) => [x, pressure, time])).toEqual([
      [5, 0.2, 0],
      [7, 0.5, 4],
      [9, 0.7, 8],
    ]);
    expect(samples[0]).toMatchObject({ tiltX: 30, tiltY: -10 });
    expect(samples[1]).not.toHaveProperty('tiltX');
  });

  test('mouse and finger have middle pressure; the second mouse button does nothing', () => {
    const { send, samples, log } = setUp();
    send('pointerdown', 0, 1, 1, { pointerType: 'mouse', pressure: 0.5 });
    send('pointerup', 5, 1, 1, { pointerType: 'mouse' });
    send('pointerdown', 10, 1, 1, { pointerType: 'mouse', button: 2 });
    expect(samples.map((s) => s.pressure)).toEqual([0.5]);
    expect(log).toEqual(['begin mouse', 'finish']);
  });

  test('a second finger ends the drawing without a trace, and both move the page', () => {
    const { send, log, moves } = setUp();
    send('pointerdown', 0, 0, 0, touch(1));
    send('pointermove', 5, 2, 0, touch(1));
    send('pointerdown', 20, 100, 0, touch(2));
    send('pointermove', 30, 204, 0, touch(2));
    expect(log).toEqual(['begin touch', 'cancel']);
    expect(moves[0]![0]).toBeCloseTo(202 / 98, 6);
    send('pointerup', 40, 204, 0, touch(2));
    send('pointermove', 50, 9, 9, touch(1));
    send('pointerup', 60, 9, 9, touch(1));
    expect(log.slice(2)).toEqual(['settle', 'settle']);
    // Only when all fingers are up does one finger draw again.
    send('pointerdown', 70, 0, 0, touch(3));
    expect(log.at(-1)).toBe('begin touch');
  });

  test('a palm that lies down before the pen is taken back; near the pen touches do nothing', () => {
    const { send, log } = setUp();
    send('pointerdown', 1000, 0, 0, touch(1));
    send('pointermove', 1050, 2, 0, touch(1));
    send('pointerdown', 1100, 50, 50);
    expect(log).toEqual(['begin touch', 'cancel', 'begin pen']);
    send('pointerdown', 1200, 80, 80, touch(2));
    send('pointerup', 1300, 50, 50);
    send('pointerdown', 1700, 80, 80, touch(3));
    expect(log).toEqual(['begin touch', 'cancel', 'begin pen', 'finish']);
  });

  test('a touch stroke that ended just before the pen came is withdrawn', () => {
    const { send, log } = setUp();
    send('pointerdown', 1000, 0, 0, touch(1));
    send('pointerup', 1080, 4, 0, touch(1));
    send('pointerdown', 1300, 50, 50);
    expect(log).toEqual(['begin touch', 'finish', 'withdraw', 'begin pen']);
    const later = setUp();
    later.send('pointerdown', 1000, 0, 0, touch(1));
    later.send('pointerup', 1080, 4, 0, touch(1));
    later.send('pointerdown', 1900, 50, 50);
    expect(later.log).toEqual(['begin touch', 'finish', 'begin pen']);
  });

  test('two fingers turn the page once that is meant, counter-clockwise as seen', () => {
    const { send, turns } = setUp();
    send('pointerdown', 0, 0, 0, touch(1));
    send('pointerdown', 10, 100, 0, touch(2));
    const step = (degrees: number): void =>
      void send(
        'pointermove',
        20,
        100 * Math.cos((degrees * Math.PI) / 180),
        -100 * Math.sin((degrees * Math.PI) / 180),
        touch(2),
      );
    [4, 8].forEach(step);
    expect(turns).toEqual([0, 0]);
    [12, 20, 35].forEach(step);
    expect(turns.slice(3).map(Math.round)).toEqual([8, 15]);
  });

  test('once a pen is seen one finger moves the page, until told otherwise', () => {
    const { send, log, moves, input } = setUp();
    send('pointermove', 0, 5, 5, { buttons: 0 });
    send('pointerdown', 2000, 0, 0, touch(1));
    send('pointermove', 2010, 7, 3, touch(1));
    send('pointerup', 2020, 7, 3, touch(1));
    expect(moves).toEqual([[1, 7, 3]]);
    input.palm.fingersDraw = true;
    send('pointerdown', 3000, 0, 0, touch(1));
    expect(log.at(-1)).toBe('begin touch');
  });

  test('nothing begins where the page says no; what is begun is finished when the page goes', () => {
    const { send, log, input, forbid } = setUp();
    send('pointerdown', 0, 0, 0);
    input.finishNow();
    expect(log).toEqual(['begin pen', 'finish']);
    forbid();
    send('pointerdown', 10, 0, 0);
    expect(log).toHaveLength(2);
    expect(input.busy).toBe(false);
    input.destroy();
    send('pointerdown', 20, 0, 0);
    expect(log).toHaveLength(2);
  });
});
