import type { Lit } from '@deft/core/alone';
import { unionOf, type Box, type Point } from '@deft/core/geometry';
import {
  guideReader,
  pageBox,
  pageOf,
  sheetsOf,
  type AnchoredGuide,
  type GuideReader,
  type Id,
  type Page,
  type Placement,
  type Sheet,
  type SheetThing,
  type Thing,
} from '@deft/core/page';
import { Scene } from '../scene';
import { fitView, UPRIGHT, type Room, type View } from '../view';
import { colourAt, paintFlat, smallCanvas } from './flat';
import { paintGuides, paintThing, type PaintRoom } from './ink';
import { roomOnPage } from './layer';
import type { LiveStroke } from './live-ink';
import { litWords, paintLights } from './lights';
import { LiveLayer, type Overlay } from './live-layer';
import { Pictures } from './pictures';
import { Repaint } from './repaint';
import { RestingLayer } from './resting-layer';
import { Stack } from './stack';

const sameIds = (a: ReadonlySet<Id>, b: ReadonlySet<Id>): boolean =>
  a.size === b.size && [...a].every((id) => b.has(id));

/**
 * Paints a page into a host element. While the view moves, the canvases are moved by the compositor; when it
 * settles, sheet after sheet is painted afresh in slices and takes the old canvas' place. A change paints the
 * room it touches and nothing else.
 */
export class Painter {
  readonly scene = new Scene();
  readonly #stack: Stack;
  readonly #live: LiveLayer;
  readonly #repaint: Repaint;
  readonly #pictures: Pictures;
  readonly #viewListeners = new Set<() => void>();
  readonly #moveListeners = new Set<(moved: readonly SheetThing[]) => void>();
  #view: View = UPRIGHT;
  #room: Room = { width: 0, height: 0 };
  #focus: Box | null = null;
  #things: ReadonlyMap<Id, Thing> = new Map();
  #page: Page | null = null;
  /** Says where guides lie, as the page stands; null until somebody asks. */
  #guides: GuideReader | null = null;
  /** What is moved just now, and so is not painted on its sheet. */
  #lifted: ReadonlySet<Id> = new Set();
  /** What of that was asked for, and the guides that hang on it. */
  #moved: ReadonlySet<Id> = new Set();
  #followers: readonly AnchoredGuide[] = [];
  #lit: Lit | null = null;
  #pictureShown = true;
  /** Sheets that are seen, whether or not they have something to show. */
  #shown = new Set<Id>();

  constructor(
    private readonly host: HTMLElement,
    address: (placement: Placement) => string,
  ) {
    host.ariaBusy = 'true';
    this.#pictures = new Pictures(address, () => this.repaint());
    this.#stack = new Stack(host);
    this.#live = new LiveLayer(this.#stack.live, {
      paper: () => this.#page?.colour,
      pixel: () => 1 / this.#view.scale,
    });
    this.#repaint = new Repaint({
      begin: () => {
        const layer = new RestingLayer(this.#stack.live.view, this.#room);
        this.#stack.takeIn(layer);
        return layer;
      },
      paint: (layer, thing) => this.paint(layer.context(), thing),
      done: (sheet, layer, changed) => {
        this.#stack.put(sheet, layer);
        this.#stack.arrange(this.#visible());
        if (changed) this.#redraw(sheet, changed);
      },
      finish: () => {
        host.ariaBusy = 'false';
      },
    });
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

  /** Says where the guides of the page lie, as it stands. */
  get guides(): GuideReader {
    this.#guides ??= guideReader(this.#things);
    return this.#guides;
  }

  /** Everything drawn is seen through a filter: a second look. Empty for none. */
  seeThrough(filter: string): void {
    this.#stack.seeThrough(filter);
  }

  /** Shows another colour where the paper is bare; null for its own. What is drawn stays as it is. */
  seeOn(colour: string | null): void {
    this.#stack.seeOn(colour);
  }

  onView(listener: () => void): () => void {
    this.#viewListeners.add(listener);
    return () => this.#viewListeners.delete(listener);
  }

  /** What lights up while something is moved: painted with it, under no layer of its own. */
  setLights(lit: Lit | null): void {
    if (this.#lit === lit) return;
    this.#lit = lit;
    this.host.dataset['lights'] = lit ? litWords(lit) : '';
  }

  /** What was moved is let go: those who were told where it lies are told of nothing. */
  letGo(): void {
    for (const listener of this.#moveListeners) listener([]);
  }

  /** Told at each frame where what is moved or made lies, and of nothing once it is let go. */
  onMoving(listener: (moved: readonly SheetThing[]) => void): () => void {
    this.#moveListeners.add(listener);
    return () => this.#moveListeners.delete(listener);
  }

  destroy(): void {
    this.#moveListeners.clear();
    this.#live.destroy();
    this.#repaint.stop();
    this.#viewListeners.clear();
    this.#stack.remove();
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
    if (!this.#page || this.#room.width === 0) return;
    this.moveTo(fitView(this.#focus ?? pageBox(this.#page), this.#room, this.#view));
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
    this.#stack.carry(view);
    for (const listener of this.#viewListeners) listener();
  }

  settle(): void {
    if (this.#stack.live.view !== this.#view) this.repaint();
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
    this.#guides = null;
    this.#page = pageOf(things);
    const only = changed.size === 1 ? [...changed][0] : undefined;
    const fresh = only !== undefined && !this.scene.boxOf(only) ? things.get(only) : undefined;
    const touched = this.scene.update(things, before ? changed : undefined);
    if (!this.#page) return;
    if (before !== this.#page) this.#stack.setPage(this.#page);
    if (!before) return this.fit();
    // Paper that was shown whole stays whole.
    if (before !== this.#page) return this.#showsWhole(before) ? this.fit() : this.repaint();
    const ofSheet = (id: Id): boolean =>
      things.has(id) ? things.get(id)?.type === 'sheet' : this.#stack.layerOf(id) !== null;
    if ([...changed].some(ofSheet)) this.#arrange();
    for (const [sheet, box] of touched) {
      this.#repaint.changed(sheet, box);
      if (!(fresh && 'sheet' in fresh && this.#paintOn(fresh, box))) this.#redraw(sheet, box);
    }
  }

  /**
   * Takes things off their sheets while they are moved, with the guides that hang on them; or puts them back.
   */
  lift(moved: ReadonlySet<Id>): void {
    if (sameIds(moved, this.#moved)) return;
    this.#moved = moved;
    const guides = moved.size > 0 ? this.scene.guidesOn(moved) : [];
    this.#followers = guides;
    const ids = guides.length === 0 ? moved : new Set([...moved, ...guides.map(({ id }) => id)]);
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
    this.#live.setStrokes(strokes);
  }

  /** What a hand shows over the page: selection, handles. */
  setOverlay(draw: Overlay | null): void {
    this.#live.setOverlay(draw);
  }

  /** Lays a picture of the page over everything drawn, under the pen: a second look. */
  setVeil(veil: HTMLCanvasElement | null): void {
    this.#stack.setVeil(veil);
  }

  /** Paints one thing into a context that is set to page millimetres already. */
  paint(context: CanvasRenderingContext2D, thing: SheetThing): void {
    const room = this.#paintRoom();
    if (room) paintThing(context, thing, room);
  }

  /**
   * Paints the guides that hang on what is lifted, as if that lay where it is given here, and tells where it
   * does.
   */
  paintFollowing(context: CanvasRenderingContext2D, moved: readonly SheetThing[]): void {
    for (const listener of this.#moveListeners) listener(moved);
    if (this.#lit) paintLights(context, this.#lit, 1 / this.#view.scale);
    const room = this.#followers.length > 0 ? this.#paintRoom() : null;
    if (!room) return;
    const guides = guideReader(this.#things, new Map(moved.map((thing) => [thing.id, thing])));
    paintGuides(context, this.#followers, { ...room, guides });
  }

  /** Paints what is visible into a context that is set to page millimetres already. */
  drawInto(
    context: CanvasRenderingContext2D,
    { within, sheets = () => true }: { within?: Box; sheets?: (sheet: Sheet) => boolean } = {},
  ): void {
    const room = this.#paintRoom();
    if (room) paintFlat(context, this.scene, this.#visible().filter(sheets), room, within);
  }

  /**
   * The page as a small picture, null where there is no page yet.
   * @param height device pixels @param background the paper under it; none where null
   */
  small(
    height: number,
    {
      background = this.paper?.colour ?? null,
      sheets,
    }: { background?: string | null; sheets?: (sheet: Sheet) => boolean } = {},
  ): HTMLCanvasElement | null {
    if (!this.#page) return null;
    const { canvas, context } = smallCanvas(this.#page, height, background);
    this.drawInto(context, sheets ? { sheets } : {});
    return canvas;
  }

  /** The colour seen at a place of the page, all sheets laid over each other, as #RRGGBB. */
  colourAt(at: Point): string {
    return colourAt(at, this.#page?.colour ?? '#FFFFFF', this.#visible(), ({ id }) =>
      this.#stack.layerOf(id),
    );
  }

  /**
   * Paints everything for the view as it is: at once where it is little, else in slices beside what is shown.
   */
  repaint(): void {
    if (!this.#page || this.#room.width === 0) return;
    const { width, height } = this.#room;
    const within = roomOnPage(this.#view, { minX: 0, minY: 0, maxX: width, maxY: height });
    const sheets = this.#visible().map(({ id }) => ({ sheet: id, things: this.#search(id, within) }));
    this.#shown = new Set(sheets.map(({ sheet }) => sheet));
    this.#stack.live.reset(this.#view, this.#room);
    this.#stack.live.carry(this.#view);
    this.#live.paintAll();
    this.host.ariaBusy = 'true';
    this.#repaint.start(sheets);
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
    const visible = this.#visible();
    const come = visible.some(({ id }) => !this.#shown.has(id));
    this.#shown = new Set(visible.map(({ id }) => id));
    this.#stack.arrange(visible);
    if (come) this.repaint();
  }

  /** The canvas of a sheet, made where it has had nothing to show so far; null for one that is not seen. */
  #layer(sheet: Id): RestingLayer | null {
    const known = this.#stack.layerOf(sheet);
    if (known || !this.#shown.has(sheet) || this.#repaint.awaits(sheet)) return known;
    const made = new RestingLayer(this.#stack.live.view, this.#room);
    this.#stack.put(sheet, made);
    this.#stack.arrange(this.#visible());
    return made;
  }

  /** Paints a new thing on where nothing of its sheet lies above it. */
  #paintOn(thing: SheetThing, box: Box): boolean {
    const layer = this.#layer(thing.sheet);
    if (!layer || this.scene.search(thing.sheet, box).at(-1)?.id !== thing.id) return false;
    this.paint(layer.context(), thing);
    return true;
  }

  /** Paints the room of a box anew on one sheet. */
  #redraw(sheet: Id, box: Box): void {
    const layer = this.#layer(sheet);
    if (!layer) return;
    const context = layer.context();
    context.save();
    const within = layer.clip(context, box);
    if (within) for (const thing of this.#search(sheet, within)) this.paint(context, thing);
    context.restore();
  }

  #search(sheet: Id, within: Box): SheetThing[] {
    const found = this.scene.search(sheet, within);
    return this.#lifted.size > 0 ? found.filter(({ id }) => !this.#lifted.has(id)) : found;
  }

  #paintRoom(): PaintRoom | null {
    const paper = this.#page;
    if (!paper) return null;
    return {
      paper,
      pixel: 1 / this.#view.scale,
      picture: (placement) => this.#pictures.get(placement),
      guides: this.guides,
    };
  }
}
