import { unionOf, type Box } from '@deft/core/geometry';
import type { Layer } from './layer';
import { LiveInk, type LiveStroke } from './live-ink';

/** What a hand shows over the page, in page millimetres. @param pixel millimetres to a CSS pixel */
export type Overlay = (context: CanvasRenderingContext2D, pixel: number) => void;

interface Around {
  /** What a rubber shows while it rubs. */
  readonly paper: () => string | undefined;
  /** Millimetres to a CSS pixel. */
  readonly pixel: () => number;
}

/**
 * What lies over all sheets: the strokes under the pen, and what the hand shows. It is painted at the next
 * frame, and of the strokes only where they have changed.
 */
export class LiveLayer {
  #inks: LiveInk[] = [];
  #overlay: Overlay | null = null;
  /** Where it must be painted anew. */
  #stale: Box | 'all' | null = null;
  #asked = 0;

  constructor(
    readonly layer: Layer,
    private readonly around: Around,
  ) {}

  /** A stroke is told by its object, whose points may grow. */
  setStrokes(strokes: readonly LiveStroke[]): void {
    const kept = strokes.map(
      (stroke) => this.#inks.find((ink) => ink.stroke === stroke) ?? new LiveInk(stroke),
    );
    for (const gone of this.#inks) if (!kept.includes(gone)) this.#spoil(gone.stroke.twin ? 'all' : gone.box);
    this.#inks = kept;
    this.#ask();
  }

  setOverlay(draw: Overlay | null): void {
    if (!draw && !this.#overlay) return;
    this.#overlay = draw;
    this.paintAll();
  }

  /** Paints everything at the next frame. */
  paintAll(): void {
    this.#spoil('all');
    this.#ask();
  }

  destroy(): void {
    cancelAnimationFrame(this.#asked);
  }

  #spoil(box: Box | 'all' | null): void {
    if (this.#stale === 'all' || box === 'all') this.#stale = 'all';
    else this.#stale = unionOf(this.#stale, box);
  }

  #ask(): void {
    this.#asked ||= requestAnimationFrame(() => {
      this.#asked = 0;
      this.#paint();
    });
  }

  #paint(): void {
    for (const ink of this.#inks) {
      const grown = ink.grow();
      this.#spoil(ink.stroke.twin && grown ? 'all' : grown);
    }
    const stale = this.#overlay ? 'all' : this.#stale;
    this.#stale = null;
    if (!stale) return;
    const context = this.layer.context();
    context.save();
    let within: Box | null = null;
    if (stale === 'all') this.layer.clear(context);
    else within = this.layer.clip(context, stale);
    if (stale === 'all' || within) {
      for (const ink of this.#inks) this.#paintInk(context, ink, within);
      this.#overlay?.(context, this.around.pixel());
    }
    context.restore();
  }

  #paintInk(context: CanvasRenderingContext2D, ink: LiveInk, within: Box | null): void {
    const colour = ink.look.pen === 'rubber' ? this.around.paper() : undefined;
    ink.paint(context, within, colour);
    if (!ink.stroke.twin) return;
    context.save();
    context.transform(...ink.stroke.twin);
    ink.paint(context, null, colour);
    context.restore();
  }
}
