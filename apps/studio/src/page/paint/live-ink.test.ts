/** @jest-environment jsdom */
import fc from 'fast-check';
import { reflection, type Box } from '@deft/core/geometry';
import type { StrokePoint } from '@deft/core/page';
import { Layer } from './layer';
import { LiveInk, type LiveStroke } from './live-ink';
import { LiveLayer } from './live-layer';
import { heldFrames, pixelsOf, giveRealCanvases } from './real-canvas';

giveRealCanvases();
const frames = heldFrames();
/** One device pixel a millimetre, so that places and pixels are the same. */
const VIEW = { scale: 1, turn: 0, mirrored: false, x: 0, y: 0 };
const ROOM = { width: 200, height: 160 };

const look = (more: object = {}) =>
  ({
    pen: 'pen',
    colour: '#1E2430',
    size: 3,
    hardness: 1,
    pressure: 'device',
    smoothing: 0.4,
    ...more,
  }) as LiveStroke['look'];
/** A line that winds across the page, the same for the same numbers. */
const winding = (count: number, turn: number): StrokePoint[] =>
  Array.from({ length: count }, (_, i) => ({
    x: 20 + (150 * i) / count,
    y: 80 + 50 * Math.sin(turn * i),
    pressure: 0.3 + 0.4 * Math.abs(Math.sin(i / 9)),
    time: i * 8,
  }));
function layer() {
  const made = new Layer(VIEW, ROOM);
  const live = new LiveLayer(made, { paper: () => '#FBFAF6', pixel: () => 1 });
  const at = (x: number, y: number) => [
    ...pixelsOf(made.canvas).slice((y * 200 + x) * 4, (y * 200 + x) * 4 + 4),
  ];
  return { live, at, pixels: () => pixelsOf(made.canvas), canvas: made.canvas };
}

describe('ink under the pen', () => {
  test('taken in piece by piece it looks as it does taken in at once, wherever the frames fall', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 9 }),
        fc.double({ min: 0.02, max: 0.2, noNaN: true }),
        fc.constantFrom(
          look(),
          look({ size: 9, smoothing: 0.9 }),
          look({ pen: 'shade', hardness: 0.3, size: 12 }),
          look({ pen: 'pencil', strength: 0.5, darkening: 1, response: 0 }),
          look({ pen: 'shade', hardness: 0.3, size: 9, strength: 0.6, darkening: 0.8 }),
        ),
        (steps, turn, which) => {
          const all = winding(
            steps.reduce((sum, n) => sum + n, 0),
            turn,
          );
          const stroke = { look: which, points: [] as StrokePoint[] };
          const [growing, whole] = [layer(), layer()];
          growing.live.setStrokes([stroke]);
          let taken = 0;
          for (const n of steps) {
            stroke.points.push(...all.slice(taken, (taken += n)));
            growing.live.setStrokes([stroke]);
            frames.next();
          }
          whole.live.setStrokes([{ look: which, points: all }]);
          frames.all();
          const [a, b] = [growing.pixels(), whole.pixels()];
          let off = 0;
          let inked = 0;
          for (let i = 3; i < a.length; i += 4) {
            off += Math.abs(a[i]! - b[i]!) > 40 ? 1 : 0;
            inked += b[i]! > 40 ? 1 : 0;
          }
          expect(inked).toBeGreaterThan(0);
          expect(off).toBeLessThanOrEqual(0.004 * inked);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('tells the room in which it has changed, and nothing where no point has come', () => {
    const stroke = { look: look(), points: winding(400, 0.03) };
    const ink = new LiveInk(stroke);
    const first = ink.grow() as Box;
    expect([ink.grow(), ink.box]).toEqual([null, first]);
    stroke.points.push({ x: 172, y: 80, pressure: 0.5, time: 4000 });
    const then = ink.grow() as Box;
    // What is behind the smoothing's window stands: the room is that of the line's end.
    expect(then.maxX).toBeGreaterThan(171);
    expect(then.minX).toBeGreaterThan(first.minX + 30);
    expect(ink.box).toEqual({
      ...first,
      maxX: then.maxX,
      minY: expect.any(Number),
      maxY: expect.any(Number),
    });
  });

  test('a stroke that grows is painted where it grows; what stands elsewhere is left', () => {
    const { live, at, canvas } = layer();
    const stroke = {
      look: look({ smoothing: 0 }),
      points: winding(20, 0).map((p) => ({ ...p, x: p.x / 3 })),
    };
    live.setStrokes([stroke]);
    frames.all();
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = '#FF00FF';
    context.fillRect(190, 10, 1, 1);
    stroke.points.push({ x: 70, y: 80, pressure: 0.5, time: 300 });
    live.setStrokes([stroke]);
    frames.all();
    expect([at(68, 80)[3], at(190, 10)]).toEqual([255, [255, 0, 255, 255]]);
    // Gone with its room once it lies on its sheet.
    live.setStrokes([]);
    frames.all();
    expect([at(68, 80)[3], at(190, 10)[3]]).toEqual([0, 255]);
  });

  test('symmetry draws it on the other side as well, and a rubber shows the paper', () => {
    const { live, at } = layer();
    const twin = reflection({ x: 100, y: 0 }, { x: 100, y: 10 });
    const points = winding(30, 0).map((p) => ({ ...p, x: 20 + p.x / 4 }));
    live.setStrokes([{ look: look(), points, twin }]);
    frames.all();
    expect([at(40, 80)[3], at(160, 80)[3], at(100, 80)[3]]).toEqual([255, 255, 0]);
    live.setStrokes([{ look: look({ pen: 'rubber' }), points }]);
    frames.all();
    expect([at(40, 80), at(160, 80)[3]]).toEqual([[0xfb, 0xfa, 0xf6, 255], 0]);
  });

  test('what a hand shows lies over it and goes when there is nothing more to show', () => {
    const { live, at } = layer();
    const draw = jest.fn((context: CanvasRenderingContext2D, pixel: number) => {
      context.fillStyle = '#1F6F6B';
      context.fillRect(10, 10, 20 * pixel, 20 * pixel);
    });
    live.setOverlay(draw);
    live.setOverlay(draw);
    expect(draw).not.toHaveBeenCalled();
    frames.all();
    expect([draw.mock.calls.length, at(15, 15)[3]]).toEqual([1, 255]);
    live.setOverlay(null);
    frames.all();
    expect(at(15, 15)[3]).toBe(0);
    live.setOverlay(draw);
    live.destroy();
    frames.all();
    expect(draw).toHaveBeenCalledTimes(1);
  });
});
