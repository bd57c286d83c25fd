import {
  boxOf,
  compose,
  cornersOf,
  grow,
  invert,
  transformPoint,
  type Affine,
  type Box,
} from '@deft/core/geometry';
import { viewAffine, type Room, type View } from '../view';

/** How far lines of a constant width on the screen reach beyond their own place, CSS pixels. */
const PAD = 12;

/** Lays an element over the whole of what it stands in, out of the pointer's way. */
export function cover(element: HTMLElement): void {
  Object.assign(element.style, {
    position: 'absolute',
    left: '0',
    top: '0',
    width: '100%',
    height: '100%',
    pointerEvents: 'none',
  });
}

/**
 * A box of the screen, CSS pixels, as the room it covers on the page, millimetres, and what reaches into it.
 */
export function roomOnPage(view: View, box: Box): Box {
  const back = invert(viewAffine(view));
  return grow(boxOf(cornersOf(box).map((p) => transformPoint(back, p))) as Box, PAD / view.scale);
}

/** A canvas as large as the room that the page has on the screen, and the view that it is painted for. */
export class Layer {
  readonly canvas = document.createElement('canvas');
  #view: View;
  #ratio = 1;

  constructor(view: View, room: Room) {
    this.#view = view;
    cover(this.canvas);
    this.reset(view, room);
  }

  get view(): View {
    return this.#view;
  }

  /** Device pixels to a CSS pixel. */
  get ratio(): number {
    return this.#ratio;
  }

  /** Empties the canvas, to be painted for another view or room. */
  reset(view: View, room: Room): void {
    const ratio = window.devicePixelRatio || 1;
    this.#view = view;
    this.canvas.width = Math.round(room.width * ratio);
    this.canvas.height = Math.round(room.height * ratio);
    this.#ratio = this.canvas.width / Math.max(1, room.width);
  }

  /** The canvas to be painted in page millimetres. */
  context(): CanvasRenderingContext2D {
    const context = this.canvas.getContext('2d') as CanvasRenderingContext2D;
    context.setTransform(...(viewAffine(this.#view).map((v) => v * this.#ratio) as unknown as Affine));
    return context;
  }

  /** Lays the canvas where the view as it is now wants what is painted on it. */
  carry(now: View): void {
    this.canvas.style.transform =
      now === this.#view ? '' : `matrix(${compose(viewAffine(now), invert(viewAffine(this.#view))).join()})`;
  }

  clear(context: CanvasRenderingContext2D): void {
    const transform = context.getTransform();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, this.canvas.width, this.canvas.height);
    context.setTransform(transform);
  }

  /**
   * Clears the room of a box, page millimetres, and lets nothing be painted beyond it.
   * @returns that room in page millimetres, or null where it is out of sight
   */
  clip(context: CanvasRenderingContext2D, box: Box): Box | null {
    const { canvas } = this;
    const ratio = this.#ratio;
    const affine = viewAffine(this.#view);
    const seen = boxOf(cornersOf(box).map((p) => transformPoint(affine, p))) as Box;
    const minX = Math.max(0, Math.floor((seen.minX - PAD) * ratio));
    const minY = Math.max(0, Math.floor((seen.minY - PAD) * ratio));
    const width = Math.min(canvas.width, Math.ceil((seen.maxX + PAD) * ratio)) - minX;
    const height = Math.min(canvas.height, Math.ceil((seen.maxY + PAD) * ratio)) - minY;
    if (!(width > 0) || !(height > 0)) return null;
    const transform = context.getTransform();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    context.rect(minX, minY, width, height);
    context.clip();
    context.clearRect(minX, minY, width, height);
    context.setTransform(transform);
    return roomOnPage(this.#view, {
      minX: minX / ratio,
      minY: minY / ratio,
      maxX: (minX + width) / ratio,
      maxY: (minY + height) / ratio,
    });
  }
}
