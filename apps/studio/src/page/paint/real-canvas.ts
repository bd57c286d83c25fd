import { createCanvas, Path2D, type Canvas } from '@napi-rs/canvas';

/**
 * Gives the canvases of a document without a browser real pixels, for tests. To be called before any is made.
 */
export function giveRealCanvases(): void {
  const real = new WeakMap<HTMLCanvasElement, Canvas>();
  const canvasOf = (element: HTMLCanvasElement): Canvas => {
    const known = real.get(element);
    if (known) return known;
    const made = createCanvas(300, 150);
    const context = made.getContext('2d');
    const draw = context.drawImage.bind(context);
    context.drawImage = ((image: HTMLCanvasElement | Canvas, ...rest: [number, number]) =>
      draw(image instanceof HTMLCanvasElement ? canvasOf(image) : image, ...rest)) as typeof draw;
    real.set(element, made);
    return made;
  };
  for (const side of ['width', 'height'] as const)
    Object.defineProperty(HTMLCanvasElement.prototype, side, {
      configurable: true,
      get(this: HTMLCanvasElement) {
        return canvasOf(this)[side];
      },
      set(this: HTMLCanvasElement, value: number) {
        canvasOf(this)[side] = Math.max(1, value);
      },
    });
  Object.assign(HTMLCanvasElement.prototype, {
    getContext(this: HTMLCanvasElement, kind: string) {
      const context = canvasOf(this).getContext('2d');
      if (kind !== 'bitmaprenderer') return context;
      return { transferFromImageBitmap: (made: Canvas) => context.drawImage(made, 0, 0) };
    },
  });
  const createImageBitmap = async (element: HTMLCanvasElement) => {
    const made = createCanvas(element.width, element.height);
    made.getContext('2d').drawImage(canvasOf(element), 0, 0);
    return Object.assign(made, { close: () => undefined });
  };
  Object.assign(globalThis, { Path2D, createImageBitmap });
}

/** The pixels of a canvas, RGBA. */
export const pixelsOf = (canvas: HTMLCanvasElement): Uint8ClampedArray =>
  (canvas.getContext('2d') as CanvasRenderingContext2D).getImageData(0, 0, canvas.width, canvas.height).data;

/** Frames that come when a test says so. */
export function heldFrames(): { next: () => boolean; all: () => void } {
  const waiting = new Map<number, FrameRequestCallback>();
  let id = 0;
  let now = 0;
  window.requestAnimationFrame = (callback) => {
    waiting.set((id += 1), callback);
    return id;
  };
  window.cancelAnimationFrame = (gone) => void waiting.delete(gone ?? 0);
  const next = (): boolean => {
    const due = [...waiting.values()];
    waiting.clear();
    now += 16;
    due.forEach((callback) => callback(now));
    return due.length > 0;
  };
  return {
    next,
    all: () => {
      while (next());
    },
  };
}
