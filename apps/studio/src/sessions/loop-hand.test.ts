import type { Sample } from '../page/pointer';
import type { Surface } from '../page/surface';
import { LoopHand } from './loop-hand';

const at = (x: number, y: number): Sample => ({ x, y, pressure: 0.5, time: 0, kind: 'pen' });
Object.assign(globalThis, {
  Path2D: class {
    moveTo() {}
    lineTo() {}
  },
});

/** A page at two CSS pixels a millimetre, and whether something is shown over it. */
function open() {
  const shown: boolean[] = [];
  const loops: (readonly { x: number; y: number }[])[] = [];
  const surface = {
    toPage: ({ x, y }: Sample) => ({ x: x / 2, y: y / 2 }),
    painter: { setOverlay: (draw: unknown) => shown.push(draw !== null) },
  } as unknown as Surface;
  return { hand: new LoopHand(surface, (loop) => loops.push(loop)), shown, loops };
}

test('a loop is shown while it is drawn and handed over in page millimetres once it is', () => {
  const { hand, shown, loops } = open();
  hand.begin(at(10, 20));
  hand.extend([at(30, 20), at(30, 40)]);
  expect([shown, loops]).toEqual([[true], []]);
  hand.finish();
  expect(shown.at(-1)).toBe(false);
  expect(loops).toEqual([
    [
      { x: 5, y: 10 },
      { x: 15, y: 10 },
      { x: 15, y: 20 },
    ],
  ]);
});

test('one that is called off leaves nothing, and the next begins anew', () => {
  const { hand, shown, loops } = open();
  hand.begin(at(10, 20));
  hand.extend([at(30, 20)]);
  hand.cancel();
  expect([shown, loops]).toEqual([[true, false], []]);
  hand.begin(at(2, 4));
  hand.finish();
  expect(loops).toEqual([[{ x: 1, y: 2 }]]);
});
