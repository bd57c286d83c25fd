import { Layer } from './layer';
import type { View } from '../view';

/** So long nothing is painted on a sheet before it rests, milliseconds. */
const QUIET = 400;

/**
 * A layer that mostly stays as it is. While it rests a finished picture stands in its place: without a
 * graphics processor a browser copies every canvas that could be painted on at every frame, whether or not it
 * has changed, and several of them cost more than the line under the pen.
 */
export class RestingLayer extends Layer {
  readonly #picture = document.createElement('canvas');
  #placed = false;
  #waiting = false;
  /** Counts what wakes it, so that no picture of before that is shown. */
  #woken = 0;

  /** What is painted on it wakes it. Before it has its place it does not rest: much of it still falls due. */
  override context(): CanvasRenderingContext2D {
    if (this.#placed) this.wake();
    return super.context();
  }

  override carry(now: View): void {
    super.carry(now);
    this.#picture.style.transform = this.canvas.style.transform;
  }

  /** It has its place among the sheets that are seen, as itself for a while. */
  place(): void {
    this.#placed = true;
    this.wake();
  }

  /** The canvas itself is shown until it has been left alone for a while. */
  wake(): void {
    this.#woken += 1;
    if (this.#picture.isConnected) {
      this.#picture.remove();
      this.canvas.style.display = '';
    }
    if (!this.#waiting) this.#restSoon();
  }

  #restSoon(): void {
    const woken = this.#woken;
    this.#waiting = true;
    setTimeout(() => {
      if (woken !== this.#woken) return this.#restSoon();
      this.#waiting = false;
      void this.#rest();
    }, QUIET);
  }

  /** Shows a picture of what is painted; nothing changes where it is not shown, or the browser makes none. */
  async #rest(): Promise<void> {
    const { canvas } = this;
    const woken = this.#woken;
    if (!canvas.isConnected || !('createImageBitmap' in window)) return;
    const made = await createImageBitmap(canvas).catch(() => null);
    const shown = made && this.#picture.getContext('bitmaprenderer');
    if (!shown || woken !== this.#woken || !canvas.isConnected) return made?.close();
    Object.assign(this.#picture, { width: canvas.width, height: canvas.height });
    this.#picture.style.cssText = canvas.style.cssText;
    shown.transferFromImageBitmap(made);
    canvas.after(this.#picture);
    canvas.style.display = 'none';
  }
}
