import {
  boxOf,
  cornersOf,
  grow,
  invert,
  unionOf,
  transformPoint,
  compose,
  type Affine,
  type Box,
  type Point,
} from '@deft/core/geometry';
import {
  pageBox,
  pageOf,
  sheetsOf,
  BLUE_PENCIL,
  type Id,
  type Page,
  type Placement,
  type Sheet,
  type SheetThing,
  type Thing,
} from '@deft/core/page';
import { paintThing, type PaintRoom } from './ink';
import { LiveInk, type LiveStroke } from './live-ink';
import { Pictures } from './pictures';
import { Raster } from './raster';
import { Scene } from './scene';
import { fitView, UPRIGHT, viewAffine, type Room, type View } from './view';

/** How far lines of a constant width on the screen reach beyond their own place, CSS pixels. */
const PAD = 12;

/** How long a frame may take while the page is used, and while it is opened, milliseconds. */
const IN_USE = 24;
const OPENING = 110;

type Overlay = (context: CanvasRenderingContext2D, pixel: number) => void;

/** A canvas as large as the room, and the view that it was painted for. */
interface Layer {
  readonly canvas: HTMLCanvasElement;
  view: View;
}

/**
 * Paints a page into a host element: the paper, a canvas for each visible sheet that has something
 * to show, and on top one for what is under the pen. While the view moves, the canvases are moved
 * by the compositor; when it settles, sheet after sheet is painted afresh in slices and takes the
 * old canvas' place. A change paints the room it touches and nothing else.
 */
export class Painter {
  readonly scene = new Scene();
  readonly #frame = document.createElement('div');
  readonly #stack = document.createElement('div');
  readonly #coming = document.createElement('div');
  readonly #paper = document.createElement('div');
  readonly #layers = new Map<Id, Layer>();
  readonly #live: Layer = { canvas: document.createElement('canvas'), view: UPRIGHT };
  #veil: HTMLCanvasElement | null = null;
  readonly #pictures: Pictures;
  #view: View = UPRIGHT;
  #room: Room = { width: 0, height: 0 };
  #focus: Box | null = null;
  #things: ReadonlyMap<Id, Thing> = new Map();
  #page: Page | null = null;
  #job: Raster | null = null;
  /** Rooms that changed on sheets which are being painted afresh. */
  readonly #spoiled = new Map<Id, Box | null>();
  #open = false;
  #lifted: ReadonlySet<Id> = new Set();
  #inks: LiveInk[] = [];
  #overlay: Overlay | null = null;
  #liveDirty: Box | 'all' | null = null;
  #asked = 0;
  #pictureShown = true;
  /** Sheets that are seen, whether or not they have something to show. */
  #shown = new Set<Id>();
  #viewListeners = new Set<() => void>();

  constructor(
    private readonly host: HTMLElement,
    address: (placement: Placement) => string,
  ) {
    host.ariaBusy = 'true';
    this.#pictures = new Pictures(address, () => this.repaint());
    Object.assign(this.#frame.style, {
      position: 'absolute',
      inset: '0',
      overflow: 'hidden',
      isolation: 'isolate',
    });
    Object.assign(this.#stack.style, { position: 'absolute', inset: '0' });
    Object.assign(this.#paper.style, { position: 'absolute', left: '0', top: '0', transformOrigin: '0 0' });
    place(this.#live.canvas);
    this.#stack.append(this.#paper, this.#live.canvas);
    place(this.#coming);
    this.#coming.style.opacity = '0';
    this.#frame.append(this.#coming, this.#stack);
    host.append(this.#frame);
  }

  get view(): View {
    return this.#view;
  }

  get room(): Room {
    return this.#room;
  }

  get paper(): Page | null {
    return this.#page;
  }

  /** Everything drawn is seen through a filter: a second look. Empty for none. */
  seeThrough(filter: string): void {
    this.#frame.style.filter = filter;
  }

  onView(listener: () => void): () => void {
    this.#viewListeners.add(listener);
    return () => this.#viewListeners.delete(listener);
  }

  destroy(): void {
    cancelAnimationFrame(this.#asked);
    this.#job?.stop();
    this.#viewListeners.clear();
    this.#frame.remove();
  }

  /** Fits everything to a new room: what was shown whole stays whole, else the middle stays in the middle. */
  resize(room: Room): void {
    const before = this.#room;
    if (room.width === before.width && room.height === before.height) return;
    this.#room = room;
    if (before.width === 0 || (this.#page && this.#showsWhole(this.#page, before))) return this.fit();
    this.moveTo({
      ...this.#view,
      x: this.#view.x + (room.width - before.width) / 2,
      y: this.#view.y + (room.height - before.height) / 2,
    });
    this.repaint();
  }

  /** Shows a part of the page as `fit` shows the whole, from now on; null for the whole. */
  setFocus(box: Box | null): void {
    this.#focus = box;
    this.fit();
  }

  /** Shows the whole page, or what is in focus, turned and mirrored as it is. */
  fit(): void {
    const { paper } = this;
    if (!paper || this.#room.width === 0) return;
    this.moveTo(fitView(this.#focus ?? pageBox(paper), this.#room, this.#view));
    this.repaint();
  }

  /** Whether the view is as it would be fitted to a paper and a room. */
  #showsWhole(paper: Page, room: Room = this.#room): boolean {
    const { scale, x, y } = fitView(this.#focus ?? pageBox(paper), room, this.#view);
    return (
      Math.abs(scale / this.#view.scale - 1) < 1e-6 &&
      Math.abs(x - this.#view.x) < 1 &&
      Math.abs(y - this.#view.y) < 1
    );
  }

  /** Moves the view; cheap, to be followed by `settle`. */
  moveTo(view: View): void {
    this.#view = view;
    for (const layer of [...this.#layers.values(), this.#live]) this.#carry(layer);
    this.#layPaper();
    for (const listener of this.#viewListeners) listener();
  }

  settle(): void {
    if (this.#live.view !== this.#view) this.repaint();
  }

  showPicture(shown: boolean): void {
    if (shown === this.#pictureShown) return;
    this.#pictureShown = shown;
    this.#arrange();
  }

  /** Takes in changed things and paints what they touch. */
  update(things: ReadonlyMap<Id, Thing>, changed: ReadonlySet<Id>): void {
    const before = this.#page;
    this.#things = things;
    this.#page = pageOf(things);
    const only = changed.size === 1 ? [...changed][0] : undefined;
    const fresh = only !== undefined && !this.scene.boxOf(only);
    const touched = this.scene.update(things, before ? changed : undefined);
    const { paper } = this;
    if (!paper) return;
    if (!before) return this.fit();
    // Paper that was shown whole stays whole.
    if (before !== paper) return this.#showsWhole(before) ? this.fit() : this.repaint();
    if (
      [...changed].some((id) => things.get(id)?.type === 'sheet' || (!things.has(id) && this.#layers.has(id)))
    )
      this.#arrange();
    for (const [sheet, box] of touched) {
      if (this.#spoiled.has(sheet)) this.#spoiled.set(sheet, unionOf(this.#spoiled.get(sheet) ?? null, box));
      const thing = fresh && only ? things.get(only) : undefined;
      if (thing && 'sheet' in thing && this.#paintOn(thing, box)) continue;
      this.#redraw(sheet, box);
    }
  }

  /** Takes things off their sheets while they are moved, or puts them back. */
  lift(ids: ReadonlySet<Id>): void {
    const rooms = new Map<Id, Box>();
    for (const id of new Set([...ids, ...this.#lifted])) {
      const thing = this.#things.get(id);
      const box = this.scene.boxOf(id);
      if (ids.has(id) !== this.#lifted.has(id) && thing && 'sheet' in thing && box)
        rooms.set(thing.sheet, unionOf(rooms.get(thing.sheet) ?? null, box) as Box);
    }
    this.#lifted = ids;
    for (const [sheet, box] of rooms) this.#redraw(sheet, box);
  }

  /**
   * What is under the pen; painted at the next frame. A stroke is told by its object, whose points may grow.
   */
  setLive(strokes: readonly LiveStroke[]): void {
    const kept = strokes.map(
      (stroke) => this.#inks.find((ink) => ink.stroke === stroke) ?? new LiveInk(stroke),
    );
    for (const gone of this.#inks)
      if (!kept.includes(gone)) this.#spoilLive(gone.stroke.twin ? 'all' : gone.box);
    this.#inks = kept;
    this.#ask();
  }

  /** What a hand shows over the page: selection, handles. */
  setOverlay(draw: Overlay | null): void {
    if (!draw && !this.#overlay) return;
    this.#overlay = draw;
    this.#spoilLive('all');
    this.#ask();
  }

  /**
   * Lays a picture of the page over everything drawn, under the pen: a second look. Its pixels cover the
   * paper.
   */
  setVeil(veil: HTMLCanvasElement | null): void {
    this.#veil?.remove();
    this.#veil = veil;
    if (!veil) return;
    Object.assign(veil.style, {
      position: 'absolute',
      left: '0',
      top: '0',
      transformOrigin: '0 0',
      pointerEvents: 'none',
    });
    this.#stack.insertBefore(veil, this.#live.canvas);
    this.#layPaper();
  }

  /** Paints one thing into a context that is set to page millimetres already. */
  paint(context: CanvasRenderingContext2D, thing: SheetThing): void {
    const room = this.#paintRoom();
    if (room) paintThing(context, thing, room);
  }

  /**
   * Paints what is visible into a context that is set to page millimetres already: for a loupe, a
   * small view, a colour to be picked. What was rubbed out shows the paper.
   */
  drawInto(
    context: CanvasRenderingContext2D,
    { within, sheets = () => true }: { within?: Box; sheets?: (sheet: Sheet) => boolean } = {},
  ): void {
    const room = this.#paintRoom();
    if (!room) return;
    for (const sheet of this.#visible().filter(sheets)) {
      context.save();
      context.globalAlpha = sheet.opacity;
      for (const thing of within ? this.scene.search(sheet.id, within) : this.scene.all(sheet.id)) {
        paintThing(
          context,
          thing.type === 'stroke' && thing.pen === 'rubber'
            ? { ...thing, pen: 'pen', hardness: 1, colour: room.paper.colour }
            : thing,
          room,
        );
      }
      context.restore();
    }
  }

  /** The page as a small picture. @param background the paper under it; none where null */
  small(
    height: number,
    {
      background = this.paper?.colour ?? null,
      sheets,
    }: { background?: string | null; sheets?: (sheet: Sheet) => boolean } = {},
  ): HTMLCanvasElement | null {
    const { paper } = this;
    if (!paper) return null;
    const by = height / paper.height;
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(paper.width * by));
    canvas.height = Math.max(1, Math.round(height));
    const context = canvas.getContext('2d', { willReadFrequently: true }) as CanvasRenderingContext2D;
    if (background) {
      context.fillStyle = background;
      context.fillRect(0, 0, canvas.width, canvas.height);
    }
    const { minX, minY } = pageBox(paper);
    context.setTransform(by, 0, 0, by, -minX * by, -minY * by);
    this.drawInto(context, sheets ? { sheets } : {});
    return canvas;
  }

  /**
   * Paints everything for the view as it is: at once where it is little, else in slices beside what is shown.
   */
  repaint(): void {
    if (!this.#page || this.#room.width === 0) return;
    this.#job?.stop();
    const view = this.#view;
    const within = this.#inPage(view, { minX: 0, minY: 0, maxX: this.#room.width, maxY: this.#room.height });
    const sheets = this.#visible().map(({ id }) => ({ sheet: id, things: this.#search(id, within) }));
    this.#shown = new Set(sheets.map(({ sheet }) => sheet));
    this.#live.view = view;
    this.#size(this.#live.canvas);
    this.#carry(this.#live);
    this.#spoilLive('all');
    this.#ask();
    this.#spoiled.clear();
    for (const { sheet } of sheets) this.#spoiled.set(sheet, null);
    this.host.ariaBusy = 'true';
    this.#job = new Raster({
      sheets,
      patience: this.#open ? IN_USE : OPENING,
      begin: () => {
        const canvas = this.#canvas();
        // In the document, though unseen: what is painted on a canvas outside of it all falls due when it is
        // first shown.
        this.#coming.replaceChildren(canvas);
        return canvas;
      },
      paint: (canvas, thing) => this.#paintThing(this.#context(canvas, view), thing),
      done: (sheet, canvas) => {
        this.#layers.get(sheet)?.canvas.remove();
        if (canvas) this.#layers.set(sheet, { canvas, view });
        else this.#layers.delete(sheet);
        const spoiled = this.#spoiled.get(sheet) ?? null;
        this.#spoiled.delete(sheet);
        this.#stackUp();
        if (spoiled) this.#redraw(sheet, spoiled);
      },
      finish: () => {
        this.#job = null;
        this.#open = true;
        this.host.ariaBusy = 'false';
      },
    });
    this.#job.start();
  }

  #visible(): Sheet[] {
    return sheetsOf(this.#things).filter(
      (sheet) => !sheet.hidden && (this.#pictureShown || !this.#showsReference(sheet)),
    );
  }

  /** Whether a sheet shows a whole picture, not pieces cut from one. */
  #showsReference({ id, kind }: Sheet): boolean {
    return (
      kind === 'picture' && this.scene.all(id).some((thing) => thing.type === 'placement' && !thing.clip)
    );
  }

  /** What changes of a sheet besides what lies on it: its place, opacity, whether it is seen. */
  #arrange(): void {
    const visible = new Set(this.#visible().map(({ id }) => id));
    const come = [...visible].some((id) => !this.#shown.has(id));
    this.#shown = visible;
    for (const [id, { canvas }] of this.#layers) {
      if (visible.has(id)) continue;
      canvas.remove();
      this.#layers.delete(id);
    }
    this.#stackUp();
    if (come) this.repaint();
  }

  /** Puts paper and canvases in their order, with their opacities. */
  #stackUp(): void {
    this.#layPaper();
    for (const sheet of this.#visible()) {
      const layer = this.#layers.get(sheet.id);
      if (!layer) continue;
      Object.assign(layer.canvas.style, {
        opacity: String(sheet.opacity),
        mixBlendMode: sheet.multiply ? 'multiply' : 'normal',
      });
      this.#carry(layer);
      this.#stack.insertBefore(layer.canvas, this.#veil ?? this.#live.canvas);
    }
  }

  /** Lays a canvas where the view as it is now wants it. */
  #carry({ canvas, view }: Layer): void {
    canvas.style.transform =
      view === this.#view
        ? ''
        : `matrix(${compose(viewAffine(this.#view), invert(viewAffine(view))).join()})`;
  }

  #layPaper(): void {
    const paper = this.#page;
    if (!paper) return;
    const { minX, minY } = pageBox(paper);
    const affine = viewAffine(this.#view);
    const at = transformPoint(affine, { x: minX, y: minY });
    const look = {
      width: `${paper.width}px`,
      height: `${paper.height}px`,
      transform: `matrix(${affine.slice(0, 4).join()}, ${at.x}, ${at.y})`,
    };
    Object.assign(this.#paper.style, { ...look, backgroundColor: paper.colour, ...cellLook(paper) });
    if (this.#veil) Object.assign(this.#veil.style, look);
  }

  /** The canvas of a sheet, made where it has had nothing to show so far; null for one that is not seen. */
  #layer(sheet: Id): Layer | null {
    const known = this.#layers.get(sheet);
    if (known || !this.#shown.has(sheet) || this.#spoiled.has(sheet)) return known ?? null;
    const made: Layer = { canvas: this.#canvas(), view: this.#live.view };
    this.#layers.set(sheet, made);
    this.#stackUp();
    return made;
  }

  /** Paints a new thing on where nothing of its sheet lies above it. */
  #paintOn(thing: SheetThing, box: Box): boolean {
    const layer = this.#layer(thing.sheet);
    if (!layer || this.scene.search(thing.sheet, box).at(-1)?.id !== thing.id) return false;
    this.#paintThing(this.#context(layer.canvas, layer.view), thing);
    return true;
  }

  /** Paints the room of a box anew on one sheet. */
  #redraw(sheet: Id, box: Box): void {
    const layer = this.#layer(sheet);
    if (!layer) return;
    const context = this.#context(layer.canvas, layer.view);
    context.save();
    const within = this.#clip(context, layer, box);
    if (within) for (const thing of this.#search(sheet, within)) this.#paintThing(context, thing);
    context.restore();
  }

  /**
   * Clears the room of a box and lets nothing be painted beyond it.
   * @returns that room in page millimetres, or null where it is out of sight
   */
  #clip(context: CanvasRenderingContext2D, { canvas, view }: Layer, box: Box): Box | null {
    const affine = viewAffine(view);
    const seen = boxOf(cornersOf(box).map((p) => transformPoint(affine, p))) as Box;
    const ratio = canvas.width / Math.max(1, this.#room.width);
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
    return this.#inPage(view, {
      minX: minX / ratio,
      minY: minY / ratio,
      maxX: (minX + width) / ratio,
      maxY: (minY + height) / ratio,
    });
  }

  /** A box of the screen as the room it covers on the page, with what may reach into it. */
  #inPage(view: View, box: Box): Box {
    const back = invert(viewAffine(view));
    return grow(boxOf(cornersOf(box).map((p) => transformPoint(back, p))) as Box, PAD / view.scale);
  }

  #search(sheet: Id, within: Box): SheetThing[] {
    const found = this.scene.search(sheet, within);
    return this.#lifted.size > 0 ? found.filter(({ id }) => !this.#lifted.has(id)) : found;
  }

  #paintRoom(): PaintRoom | null {
    const { paper } = this;
    return (
      paper && { paper, pixel: 1 / this.#view.scale, picture: (placement) => this.#pictures.get(placement) }
    );
  }

  #paintThing(context: CanvasRenderingContext2D, thing: SheetThing): void {
    const room = this.#paintRoom();
    if (room) paintThing(context, thing, room);
  }

  #spoilLive(box: Box | 'all' | null): void {
    if (this.#liveDirty === 'all' || box === 'all') this.#liveDirty = 'all';
    else this.#liveDirty = unionOf(this.#liveDirty, box);
  }

  #ask(): void {
    this.#asked ||= requestAnimationFrame(() => {
      this.#asked = 0;
      this.#paintLive();
    });
  }

  #paintLive(): void {
    for (const ink of this.#inks) {
      const grown = ink.grow();
      this.#spoilLive(ink.stroke.twin && grown ? 'all' : grown);
    }
    const dirty = this.#overlay ? 'all' : this.#liveDirty;
    this.#liveDirty = null;
    if (!dirty) return;
    const context = this.#context(this.#live.canvas, this.#live.view);
    context.save();
    let within: Box | null = null;
    if (dirty === 'all') clear(context, this.#live.canvas);
    else within = this.#clip(context, this.#live, dirty);
    if (dirty === 'all' || within) {
      for (const ink of this.#inks) {
        const colour = ink.look.pen === 'rubber' ? this.paper?.colour : undefined;
        ink.paint(context, within, colour);
        if (!ink.stroke.twin) continue;
        context.save();
        context.transform(...ink.stroke.twin);
        ink.paint(context, null, colour);
        context.restore();
      }
      this.#overlay?.(context, 1 / this.#view.scale);
    }
    context.restore();
  }

  #context(canvas: HTMLCanvasElement, view: View): CanvasRenderingContext2D {
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    const ratio = canvas.width / Math.max(1, this.#room.width);
    const affine: Affine = viewAffine(view);
    context.setTransform(...(affine.map((v) => v * ratio) as unknown as Affine));
    return context;
  }

  #canvas(): HTMLCanvasElement {
    const canvas = document.createElement('canvas');
    place(canvas);
    this.#size(canvas);
    return canvas;
  }

  /** Gives a canvas the size of the view, which also clears it. */
  #size(canvas: HTMLCanvasElement): void {
    const ratio = window.devicePixelRatio || 1;
    canvas.width = Math.round(this.#room.width * ratio);
    canvas.height = Math.round(this.#room.height * ratio);
  }

  /** The colour seen at a place of the page, all sheets laid over each other, as #RRGGBB. */
  colourAt(at: Point): string {
    const canvas = document.createElement('canvas');
    canvas.width = 1;
    canvas.height = 1;
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    context.fillStyle = this.paper?.colour ?? '#FFFFFF';
    context.fillRect(0, 0, 1, 1);
    const ratio = this.#live.canvas.width / Math.max(1, this.#room.width);
    for (const sheet of this.#visible()) {
      const layer = this.#layers.get(sheet.id);
      if (!layer) continue;
      context.globalAlpha = sheet.opacity;
      context.globalCompositeOperation = sheet.multiply ? 'multiply' : 'source-over';
      const seen = transformPoint(viewAffine(layer.view), at);
      context.drawImage(layer.canvas, -Math.round(seen.x * ratio), -Math.round(seen.y * ratio));
    }
    const [r = 0, g = 0, b = 0] = context.getImageData(0, 0, 1, 1).data;
    return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
  }
}

/** The lines between cells, as thin as a construction line, drawn by the paper itself. */
function cellLook({ cells }: Page): { backgroundImage: string; backgroundSize: string } {
  if (!cells) return { backgroundImage: 'none', backgroundSize: 'auto' };
  const line = (to: string): string => `linear-gradient(to ${to}, ${BLUE_PENCIL} 0.3px, transparent 0.3px)`;
  return {
    backgroundImage: `${line('right')}, ${line('bottom')}`,
    backgroundSize: `${100 / cells.columns}% ${100 / cells.rows}%`,
  };
}

function place(element: HTMLElement): void {
  Object.assign(element.style, {
    position: 'absolute',
    left: '0',
    top: '0',
    width: '100%',
    height: '100%',
    pointerEvents: 'none',
  });
}

function clear(context: CanvasRenderingContext2D, canvas: HTMLCanvasElement): void {
  const transform = context.getTransform();
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.setTransform(transform);
}
