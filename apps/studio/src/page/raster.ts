import { joined, type Box, type Id, type SheetThing } from '@deft/core';

export interface RasterOptions {
  readonly sheets: readonly { readonly sheet: Id; readonly canvas: HTMLCanvasElement; readonly things: readonly SheetThing[] }[];
  readonly paint: (canvas: HTMLCanvasElement, thing: SheetThing) => void;
  /** Given the painted canvases, and the rooms that changed while they were painted. */
  readonly finish: (canvases: ReadonlyMap<Id, HTMLCanvasElement>, spoiled: ReadonlyMap<Id, Box>) => void;
}

/** Milliseconds of painting between two breaths, and how many things are painted without one. */
const SLICE = 8;
const FEW = 120;
/** Things between two looks at the clock. */
const CHUNK = 8;

/** Paints sheets onto canvases that are not shown yet, a slice a frame, so that the page stays ready for the pen. */
export class Raster {
  readonly #spoiled = new Map<Id, Box>();
  #sheet = 0;
  #next = 0;
  #frame = 0;

  constructor(private readonly options: RasterOptions) {}

  start(): void {
    const count = this.options.sheets.reduce((sum, { things }) => sum + things.length, 0);
    if (count <= FEW) this.#work(Infinity);
    else this.#later();
  }

  stop(): void {
    cancelAnimationFrame(this.#frame);
  }

  /** A room changes that may be painted already. */
  spoil(sheet: Id, box: Box): void {
    this.#spoiled.set(sheet, joined(this.#spoiled.get(sheet) ?? null, box) as Box);
  }

  #later(): void {
    this.#frame = requestAnimationFrame(() => this.#work(performance.now() + SLICE));
  }

  #work(until: number): void {
    const { sheets, paint, finish } = this.options;
    for (let sheet = sheets[this.#sheet]; sheet; sheet = sheets[this.#sheet]) {
      while (this.#next < sheet.things.length) {
        paint(sheet.canvas, sheet.things[this.#next] as SheetThing);
        this.#next += 1;
        if (this.#next % CHUNK === 0 && performance.now() > until) return this.#later();
      }
      this.#sheet += 1;
      this.#next = 0;
    }
    return finish(new Map(sheets.map(({ sheet: id, canvas }) => [id, canvas])), this.#spoiled);
  }
}
