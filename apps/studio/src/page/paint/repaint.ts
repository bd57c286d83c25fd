import { unionOf, type Box } from '@deft/core/geometry';
import type { Id, SheetThing } from '@deft/core/page';
import type { RestingLayer } from './resting-layer';
import { Raster } from './raster';

/** How long a frame may take while the page is used, and while it is opened, milliseconds. */
const IN_USE = 24;
const OPENING = 110;

interface Painting {
  /** An empty canvas, taken in unseen. */
  readonly begin: () => RestingLayer;
  readonly paint: (layer: RestingLayer, thing: SheetThing) => void;
  /** A sheet is ready, null where it has nothing to show; and where it has changed meanwhile. */
  readonly done: (sheet: Id, layer: RestingLayer | null, changed: Box | null) => void;
  readonly finish: () => void;
}

/** Paints sheets afresh beside what is shown, and remembers what of them changes meanwhile. */
export class Repaint {
  #raster: Raster<RestingLayer> | null = null;
  /** The sheets still to come, and where each has changed since it was looked through. */
  readonly #coming = new Map<Id, Box | null>();
  #opened = false;

  constructor(private readonly painting: Painting) {}

  /** Begins anew; what was under way is dropped. */
  start(sheets: readonly { readonly sheet: Id; readonly things: readonly SheetThing[] }[]): void {
    const { begin, paint, done, finish } = this.painting;
    this.stop();
    this.#coming.clear();
    for (const { sheet } of sheets) this.#coming.set(sheet, null);
    this.#raster = new Raster({
      sheets,
      patience: this.#opened ? IN_USE : OPENING,
      begin,
      paint,
      done: (sheet, layer) => {
        const changed = this.#coming.get(sheet) ?? null;
        this.#coming.delete(sheet);
        done(sheet, layer, changed);
      },
      finish: () => {
        this.#opened = true;
        finish();
      },
    });
    this.#raster.start();
  }

  stop(): void {
    this.#raster?.stop();
  }

  /** Whether a sheet is still to come. */
  awaits(sheet: Id): boolean {
    return this.#coming.has(sheet);
  }

  /** Something of a sheet has changed: where it is still to come, that room is told when it is done. */
  changed(sheet: Id, box: Box): void {
    if (this.#coming.has(sheet)) this.#coming.set(sheet, unionOf(this.#coming.get(sheet) ?? null, box));
  }
}
