import type { Id, SheetThing } from '@deft/core/page';

export interface RasterOptions<Canvas> {
  readonly sheets: readonly { readonly sheet: Id; readonly things: readonly SheetThing[] }[];
  /** Gives a canvas to paint a sheet on; asked for only where the sheet has something to show. */
  readonly begin: (sheet: Id) => Canvas;
  readonly paint: (canvas: Canvas, thing: SheetThing) => void;
  /** A sheet is ready; null where it has nothing to show. */
  readonly done: (sheet: Id, canvas: Canvas | null) => void;
  readonly finish: () => void;
  /** How long a frame may take, milliseconds: short while the page is in use, long while it is opened. */
  readonly patience: number;
}

/** As many things as are painted at once without a look at the clock, in all or in a first slice. */
const FEW = 40;
const SHORTEST_SLICE = 10;

/**
 * Paints sheets onto canvases that are not shown yet, one after the other, a slice a frame, so
 * that the page stays ready for the pen. Most of the work falls due only when the browser presents
 * the frame, so a slice is measured by how long its whole frame took, and the next one is cut to it.
 */
export class Raster<Canvas extends object> {
  #sheet = 0;
  #next = 0;
  #slice = FEW;
  #frame = 0;
  #began = 0;
  #canvas: Canvas | null = null;

  constructor(private readonly options: RasterOptions<Canvas>) {}

  start(): void {
    const count = this.options.sheets.reduce((sum, { things }) => sum + things.length, 0);
    if (count <= FEW) while (this.#step(Infinity));
    else this.#later();
  }

  stop(): void {
    cancelAnimationFrame(this.#frame);
  }

  #later(): void {
    this.#frame = requestAnimationFrame((now) => {
      const took = this.#began > 0 ? now - this.#began : this.options.patience;
      this.#slice = Math.max(
        SHORTEST_SLICE,
        Math.round(this.#slice * Math.min(3, Math.max(0.4, this.options.patience / Math.max(1, took)))),
      );
      this.#began = now;
      if (this.#step(this.#slice)) this.#later();
    });
  }

  /** Paints up to `count` things of one sheet. @returns whether there is more to do */
  #step(count: number): boolean {
    const { sheets, begin, paint, done, finish } = this.options;
    const now = sheets[this.#sheet];
    if (now) {
      const until = Math.min(now.things.length, this.#next + count);
      if (until > 0) this.#canvas ??= begin(now.sheet);
      for (; this.#next < until; this.#next += 1)
        paint(this.#canvas as Canvas, now.things[this.#next] as SheetThing);
      if (this.#next === now.things.length) {
        done(now.sheet, this.#canvas);
        this.#canvas = null;
        this.#next = 0;
        this.#sheet += 1;
      }
    }
    if (this.#sheet < sheets.length) return true;
    finish();
    return false;
  }
}
