import fc from 'fast-check';
import type { CropBox } from '@deft/core/reference';
import { CropHand } from './crop-hand';

const FRAME = { width: 400, height: 200 };

function dragged(crop: CropBox | null, from: [number, number], ...way: [number, number][]): CropBox {
  let now = crop ?? { x: 0, y: 0, width: 1, height: 1 };
  const hand = new CropHand((next) => {
    now = next;
  });
  hand.follow(crop, FRAME);
  const at = ([x, y]: [number, number]): { x: number; y: number } => ({
    x: x * FRAME.width,
    y: y * FRAME.height,
  });
  hand.begin(at(from));
  for (const to of way) {
    hand.move(at(to));
    hand.follow(now, FRAME);
  }
  hand.end();
  hand.move(at([0.5, 0.5]));
  return now;
}

test('a corner pulls both its edges, an edge only itself, and the middle moves the whole', () => {
  expect(dragged(null, [1, 1], [0.8, 0.6])).toEqual({ x: 0, y: 0, width: 0.8, height: 0.6 });
  const half = { x: 0.25, y: 0.25, width: 0.5, height: 0.5 };
  expect(dragged(half, [0.25, 0.5], [0.1, 0.9])).toEqual({ x: 0.1, y: 0.25, width: 0.65, height: 0.5 });
  const moved = dragged(half, [0.5, 0.5], [0.6, 0.45]);
  expect([moved.x, moved.y].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([0.35, 0.2]);
  expect([moved.width, moved.height]).toEqual([0.5, 0.5]);
});

test('however it is dragged, it stays inside the frame and keeps a size', () => {
  const share = fc.double({ min: -0.5, max: 1.5, noNaN: true });
  fc.assert(
    fc.property(
      fc.tuple(share, share),
      fc.array(fc.tuple(share, share), { minLength: 1, maxLength: 12 }),
      (from, way) => {
        const { x, y, width, height } = dragged({ x: 0.2, y: 0.1, width: 0.4, height: 0.7 }, from, ...way);
        expect(Math.min(x, y)).toBeGreaterThanOrEqual(-1e-9);
        expect(Math.max(x + width, y + height)).toBeLessThanOrEqual(1 + 1e-9);
        expect(Math.min(width, height)).toBeGreaterThanOrEqual(0.05 - 1e-9);
      },
    ),
  );
});
