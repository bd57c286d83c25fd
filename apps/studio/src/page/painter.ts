import { outlinePath, paperOf, sheetsOf, strokeOutline, thingsOfType, type Id, type Paper, type Placement, type Sheet, type Stroke, type StrokePoint, type Thing } from '@deft/core';
import { paintForm, paintGuide, paintLandmark, paintStroke } from './ink';
import { fitView, type View } from './view';

/** A stroke under the pen: raw points in millimetres. */
export interface LiveStroke {
  readonly look: Pick<Stroke, 'pen' | 'size' | 'colour' | 'pressure'>;
  readonly points: readonly StrokePoint[];
}

export interface PainterOptions {
  readonly picture: (placement: Placement) => string;
  /** Pixel size of a placed reference. */
  readonly pictureSize: (placement: Placement) => { width: number; height: number };
}

type Room = { width: number; height: number };

/**
 * Paints a page into a host element: the paper, a canvas for each visible sheet, and on top one
 * for what is under the pen. Each canvas is as large as the view. While the view moves, the whole
 * stack is moved by the compositor and painted anew when it settles.
 */
export class Painter {
  readonly #stack = document.createElement('div');
  readonly #paper = document.createElement('div');
  readonly #sheets = new Map<Id, HTMLElement>();
  readonly #live = document.createElement('canvas');
  #view: View = { scale: 1, x: 0, y: 0 };
  /** The view that the canvases were painted for. */
  #painted: View = this.#view;
  #room: Room = { width: 0, height: 0 };
  #things: ReadonlyMap<Id, Thing> = new Map();
  #overlay: ((context: CanvasRenderingContext2D, pixel: number) => void) | null = null;
  #liveStrokes: readonly LiveStroke[] = [];
  #frame = 0;
  #pictureShown = true;

  constructor(host: HTMLElement, private readonly options: PainterOptions) {
    Object.assign(this.#stack.style, { position: 'absolute', inset: '0', overflow: 'hidden', transformOrigin: '0 0' });
    Object.assign(this.#paper.style, { position: 'absolute', transformOrigin: '0 0', boxSizing: 'border-box' });
    this.#place(this.#live);
    this.#stack.append(this.#paper, this.#live);
    host.append(this.#stack);
  }

  get view(): View {
    return this.#view;
  }

  get room(): Room {
    return this.#room;
  }

  get paper(): Paper | null {
    return paperOf(this.#things);
  }

  destroy(): void {
    cancelAnimationFrame(this.#frame);
    this.#stack.remove();
  }

  /** Fits everything to a new room; the page is shown whole again. */
  resize(room: Room): void {
    this.#room = room;
    this.fit();
  }

  fit(): void {
    const { paper } = this;
    if (paper && this.#room.width > 0) this.#view = fitView(paper, this.#room);
    this.repaint();
  }

  /** Moves the view; cheap, to be followed by `settle`. */
  moveTo(view: View): void {
    this.#view = view;
    const by = view.scale / this.#painted.scale;
    this.#stack.style.transform = `translate(${view.x - this.#painted.x * by}px, ${view.y - this.#painted.y * by}px) scale(${by})`;
  }

  settle(): void {
    if (this.#view !== this.#painted) this.repaint();
  }

  showPicture(shown: boolean): void {
    if (shown === this.#pictureShown) return;
    this.#pictureShown = shown;
    this.repaint();
  }

  /** Takes in changed things and repaints the sheets they lie on; a stroke added on top is only painted on. */
  update(things: ReadonlyMap<Id, Thing>, changed: ReadonlySet<Id>, added?: Stroke): void {
    const first = !this.paper;
    const before = this.#things;
    this.#things = new Map(things);
    if (first && this.paper) return this.fit();
    const sheets = new Set<Id>();
    for (const id of changed) {
      for (const thing of [before.get(id), things.get(id)]) {
        if (!thing) continue;
        if (thing.type === 'page' || thing.type === 'sheet') return this.repaint();
        sheets.add(thing.sheet);
      }
    }
    if (added && changed.size === 1 && changed.has(added.id)) {
      const canvas = this.#sheets.get(added.sheet);
      if (canvas instanceof HTMLCanvasElement) return paintStroke(this.#context(canvas), added);
    }
    for (const sheet of sheetsOf(things)) if (sheets.has(sheet.id)) this.#paintSheet(sheet);
  }

  /** What is under the pen; painted at the next frame. */
  setLive(strokes: readonly LiveStroke[]): void {
    this.#liveStrokes = strokes;
    this.#ask();
  }

  /** What a hand shows over the page: selection, handles. */
  setOverlay(draw: ((context: CanvasRenderingContext2D, pixel: number) => void) | null): void {
    this.#overlay = draw;
    this.#ask();
  }

  /** Paints everything drawn into a context that is set to page millimetres already: for a loupe. */
  drawInto(context: CanvasRenderingContext2D): void {
    const { paper } = this;
    if (!paper) return;
    for (const sheet of sheetsOf(this.#things)) if (!sheet.hidden) this.#drawSheet(context, sheet, paper);
  }

  repaint(): void {
    const { paper } = this;
    this.#painted = this.#view;
    this.#stack.style.transform = '';
    if (!paper) return;
    const { scale, x, y } = this.#view;
    Object.assign(this.#paper.style, { left: `${x}px`, top: `${y}px`, width: `${paper.width * scale}px`, height: `${paper.height * scale}px`, background: paper.colour });
    const visible = sheetsOf(this.#things).filter((sheet) => !sheet.hidden && (sheet.kind !== 'picture' || this.#pictureShown));
    const keep = new Set(visible.map((sheet) => sheet.id));
    for (const [id, element] of this.#sheets) {
      if (keep.has(id)) continue;
      element.remove();
      this.#sheets.delete(id);
    }
    for (const sheet of visible) this.#paintSheet(sheet);
    for (const sheet of visible) this.#stack.append(this.#sheets.get(sheet.id) as HTMLElement);
    this.#stack.append(this.#live);
    this.#size(this.#live);
    this.#ask();
  }

  #paintSheet(sheet: Sheet): void {
    if (sheet.hidden || (sheet.kind === 'picture' && !this.#pictureShown)) return;
    let element = this.#sheets.get(sheet.id);
    if (!element) {
      element = document.createElement(sheet.kind === 'picture' ? 'div' : 'canvas');
      this.#place(element);
      this.#sheets.set(sheet.id, element);
      this.#stack.insertBefore(element, this.#live);
    }
    element.style.opacity = String(sheet.opacity);
    if (element instanceof HTMLCanvasElement) this.#paintDrawn(element, sheet);
    else this.#paintPictures(element, sheet);
  }

  #paintPictures(element: HTMLElement, sheet: Sheet): void {
    const placements = thingsOfType(this.#things, 'placement').filter((p) => p.sheet === sheet.id);
    const images = [...element.querySelectorAll('img')];
    placements.forEach((placement, i) => {
      const image = images[i] ?? element.appendChild(document.createElement('img'));
      const source = this.options.picture(placement);
      if (image.getAttribute('src') !== source) image.src = source;
      const { width, height } = this.options.pictureSize(placement);
      const [a, b, c, d, e, f] = placement.transform;
      const { scale, x, y } = this.#view;
      image.alt = '';
      image.draggable = false;
      Object.assign(image.style, {
        position: 'absolute', left: '0', top: '0', width: `${width}px`, height: `${height}px`, maxWidth: 'none', transformOrigin: '0 0',
        transform: `matrix(${a * scale}, ${b * scale}, ${c * scale}, ${d * scale}, ${e * scale + x}, ${f * scale + y})`,
      });
    });
    images.slice(placements.length).forEach((image) => image.remove());
  }

  #paintDrawn(canvas: HTMLCanvasElement, sheet: Sheet): void {
    const { paper } = this;
    if (!paper) return;
    this.#size(canvas);
    this.#drawSheet(this.#context(canvas), sheet, paper);
  }

  #drawSheet(context: CanvasRenderingContext2D, sheet: Sheet, paper: Paper): void {
    const pixel = 1 / this.#view.scale;
    for (const guide of thingsOfType(this.#things, 'guide')) if (guide.sheet === sheet.id) paintGuide(context, guide, paper, pixel);
    for (const form of thingsOfType(this.#things, 'form')) if (form.sheet === sheet.id) paintForm(context, form, paper, pixel);
    for (const stroke of thingsOfType(this.#things, 'stroke')) if (stroke.sheet === sheet.id) paintStroke(context, stroke);
    for (const landmark of thingsOfType(this.#things, 'landmark')) if (landmark.sheet === sheet.id) paintLandmark(context, landmark, paper, pixel);
  }

  #ask(): void {
    if (this.#frame) return;
    this.#frame = requestAnimationFrame(() => {
      this.#frame = 0;
      const context = this.#context(this.#live);
      context.save();
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.clearRect(0, 0, this.#live.width, this.#live.height);
      context.restore();
      for (const { points, look } of this.#liveStrokes) {
        context.fillStyle = look.colour;
        context.fill(new Path2D(outlinePath(strokeOutline(points, look))));
      }
      this.#overlay?.(context, 1 / this.#view.scale);
    });
  }

  #context(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    const ratio = canvas.width / Math.max(1, this.#room.width);
    const { scale, x, y } = this.#painted;
    context.setTransform(scale * ratio, 0, 0, scale * ratio, x * ratio, y * ratio);
    return context;
  }

  /** Gives a canvas the size of the view, which also clears it. */
  #size(canvas: HTMLCanvasElement): void {
    const ratio = window.devicePixelRatio || 1;
    canvas.width = Math.round(this.#room.width * ratio);
    canvas.height = Math.round(this.#room.height * ratio);
  }

  #place(element: HTMLElement): void {
    Object.assign(element.style, { position: 'absolute', left: '0', top: '0', width: '100%', height: '100%', pointerEvents: 'none' });
  }
}
