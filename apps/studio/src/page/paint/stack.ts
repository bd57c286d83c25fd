import { transformPoint } from '@deft/core/geometry';
import { BLUE_PENCIL, pageBox, type Id, type Page, type Sheet } from '@deft/core/page';
import { UPRIGHT, viewAffine, type View } from '../view';
import { cover, Layer } from './layer';
import type { RestingLayer } from './resting-layer';

/**
 * The page as the browser lays it together: the paper, over it a canvas for each visible sheet that has
 * something to show, a veil where there is one, and on top the canvas for what is under the pen.
 */
export class Stack {
  readonly live = new Layer(UPRIGHT, { width: 0, height: 0 });
  readonly #frame = document.createElement('div');
  readonly #moved = document.createElement('div');
  readonly #coming = document.createElement('div');
  readonly #paper = document.createElement('div');
  readonly #layers = new Map<Id, RestingLayer>();
  #veil: HTMLCanvasElement | null = null;
  #view: View = UPRIGHT;
  #page: Page | null = null;
  #instead: string | null = null;

  constructor(host: HTMLElement) {
    Object.assign(this.#frame.style, {
      position: 'absolute',
      inset: '0',
      overflow: 'hidden',
      isolation: 'isolate',
    });
    Object.assign(this.#moved.style, { position: 'absolute', inset: '0' });
    Object.assign(this.#paper.style, CORNERED);
    this.#moved.append(this.#paper, this.live.canvas);
    cover(this.#coming);
    this.#coming.style.opacity = '0';
    this.#frame.append(this.#coming, this.#moved);
    host.append(this.#frame);
  }

  remove(): void {
    this.#frame.remove();
  }

  /** Everything is seen through a CSS filter; empty for none. */
  seeThrough(filter: string): void {
    this.#frame.style.filter = filter;
  }

  layerOf(sheet: Id): RestingLayer | null {
    return this.#layers.get(sheet) ?? null;
  }

  /** Puts a sheet's canvas in the place of its old one; null where it has nothing to show. */
  put(sheet: Id, layer: RestingLayer | null): void {
    const before = this.#layers.get(sheet);
    before?.wake();
    before?.canvas.remove();
    if (layer) this.#layers.set(sheet, layer);
    else this.#layers.delete(sheet);
  }

  /**
   * Takes a canvas in that is being painted, unseen: what is painted outside of the document all falls due
   * when it is first shown.
   */
  takeIn({ canvas }: Layer): void {
    this.#coming.replaceChildren(canvas);
  }

  /** Canvases in the order of their sheets, with their opacities; those of other sheets go. */
  arrange(sheets: readonly Sheet[]): void {
    const seen = new Set(sheets.map(({ id }) => id));
    for (const id of [...this.#layers.keys()]) if (!seen.has(id)) this.put(id, null);
    for (const sheet of sheets) {
      const layer = this.#layers.get(sheet.id);
      if (!layer) continue;
      layer.place();
      Object.assign(layer.canvas.style, {
        opacity: String(sheet.opacity),
        mixBlendMode: sheet.multiply ? 'multiply' : 'normal',
      });
      layer.carry(this.#view);
      this.#moved.insertBefore(layer.canvas, this.#veil ?? this.live.canvas);
    }
  }

  /** Moves everything to where a view wants it. */
  carry(view: View): void {
    this.#view = view;
    for (const layer of [...this.#layers.values(), this.live]) layer.carry(view);
    this.#layPaper();
  }

  setPage(page: Page): void {
    this.#page = page;
    this.#layPaper();
  }

  /** Another colour in the paper's stead; null for its own. */
  seeOn(colour: string | null): void {
    this.#instead = colour;
    this.#layPaper();
  }

  /** Lays a picture of the whole page over everything drawn, under the pen; null takes it away. */
  setVeil(veil: HTMLCanvasElement | null): void {
    this.#veil?.remove();
    this.#veil = veil;
    if (!veil) return;
    Object.assign(veil.style, CORNERED, { pointerEvents: 'none' });
    this.#moved.insertBefore(veil, this.live.canvas);
    this.#layPaper();
  }

  #layPaper(): void {
    const page = this.#page;
    if (!page) return;
    const { minX, minY } = pageBox(page);
    const affine = viewAffine(this.#view);
    const at = transformPoint(affine, { x: minX, y: minY });
    const look = {
      width: `${page.width}px`,
      height: `${page.height}px`,
      transform: `matrix(${affine.slice(0, 4).join()}, ${at.x}, ${at.y})`,
    };
    Object.assign(this.#paper.style, {
      ...look,
      backgroundColor: this.#instead ?? page.colour,
      ...cellLook(page),
    });
    if (this.#veil) Object.assign(this.#veil.style, look);
  }
}

const CORNERED = { position: 'absolute', left: '0', top: '0', transformOrigin: '0 0' };

/** The lines between cells, as thin as a construction line, drawn by the paper itself. */
function cellLook({ cells }: Page): { backgroundImage: string; backgroundSize: string } {
  if (!cells) return { backgroundImage: 'none', backgroundSize: 'auto' };
  const line = (to: string): string => `linear-gradient(to ${to}, ${BLUE_PENCIL} 0.3px, transparent 0.3px)`;
  return {
    backgroundImage: `${line('right')}, ${line('bottom')}`,
    backgroundSize: `${100 / cells.columns}% ${100 / cells.rows}%`,
  };
}
