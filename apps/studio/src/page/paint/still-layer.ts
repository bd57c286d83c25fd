import { Layer } from './layer';

/**
 * A layer that mostly stays as it is: painted off the screen, and shown as a finished picture. A canvas that
 * could be painted on is copied at every frame by a browser without a graphics processor, whether or not it
 * has changed; several of them cost more than the line under the pen.
 */
export class StillLayer extends Layer {
  #painted: OffscreenCanvas | null = null;

  /** What is painted is to be seen once it is shown. */
  override context(): CanvasRenderingContext2D {
    const before = this.#painted;
    const { canvas } = this;
    this.#painted ??= new OffscreenCanvas(canvas.width, canvas.height);
    // Both contexts paint alike; only who owns them differs.
    const context = this.#painted.getContext('2d') as unknown as CanvasRenderingContext2D;
    if (!before) context.drawImage(canvas, 0, 0);
    context.setTransform(...this.affine);
    return context;
  }

  /** Shows what was painted. */
  show(): void {
    const shown = this.canvas.getContext('bitmaprenderer');
    if (this.#painted) shown?.transferFromImageBitmap(this.#painted.transferToImageBitmap());
    this.#painted = null;
  }
}
