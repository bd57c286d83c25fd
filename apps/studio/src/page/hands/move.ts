import {
  bend,
  bendHandles,
  cornersOf,
  distance,
  homography,
  isConvex,
  thinned,
  translation,
  type Affine,
  type Box,
  type Point,
  type Quad,
} from '@deft/core/geometry';
import { movedBy, warpedBy, type Id, type SheetThing } from '@deft/core/page';
import { polyline } from '../paint/ink';
import { deskColour } from '../desk-colour';
import { NOT_WRITTEN, type Obstacle } from '../place-on';
import { pickAt, pickInLoop, roomOf } from '../selection';
import { moving, picked, warping } from '../selection-acts';
import { pointsOf } from '../stroke-points';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';
import {
  cornerHandles,
  GRIP,
  middleOf,
  paintHandle,
  pulledBy,
  roomHandles,
  SHORTEST_DRAG,
  type Handle,
} from './room-handles';

/**
 * How picked things are changed: as a whole, by the four corners of their room, or by a mesh of nine handles.
 */
export const MOVE_WAYS = ['move', 'distort', 'bend'] as const;
export type MoveWay = (typeof MOVE_WAYS)[number];

export interface MoveEvents {
  readonly selected: (ids: ReadonlySet<Id>) => void;
  readonly refused?: (refusal: Obstacle) => void;
  /** What else is taken along with what is picked: what was traced over a board's picture, with that. */
  readonly along?: (ids: ReadonlySet<Id>) => ReadonlySet<Id>;
  /** A loop was drawn; page millimetres. Null once it no longer counts. */
  readonly looped?: (loop: readonly Point[] | null) => void;
}

/** Strokes above this number are shown as bare lines while they are bent. */
const MANY = 40;

type Act =
  | { readonly kind: 'loop'; readonly points: Point[] }
  | { readonly kind: 'carry'; readonly from: Point }
  | { readonly kind: 'handle'; readonly key: string; readonly from: Point };

/** What a drag makes of the picked things: a transform, or a map of the plane. */
type Preview = { readonly by: Affine } | { readonly map: (p: Point) => Point };

/**
 * Picks by a loop drawn round things or a touch on one, then moves, scales, turns, distorts or bends them.
 */
export class MoveHand implements Hand {
  #ids: ReadonlySet<Id> = new Set();
  #way: MoveWay = 'move';
  #sheet: Id | null = null;
  #act: Act | null = null;
  #preview: Preview | null = null;
  #moved = false;
  #began: Point = { x: 0, y: 0 };

  constructor(
    private readonly surface: Surface,
    private readonly events: MoveEvents,
  ) {}

  /** @param sheet picks from this sheet alone; from all where null */
  take(way: MoveWay, sheet: Id | null): void {
    this.#way = way;
    this.#sheet = sheet;
    this.#show();
  }

  select(ids: ReadonlySet<Id>): void {
    this.#ids = ids;
    this.#show();
  }

  redraw(): void {
    this.#show();
  }

  leave(): void {
    this.#drop();
  }

  begin(sample: Sample): void {
    const at = this.surface.toPage(sample);
    this.#moved = false;
    this.#began = { x: sample.x, y: sample.y };
    const grip = GRIP[sample.kind] / this.surface.painter.view.scale;
    const room = this.#room();
    // What is thin has its handles near its middle: what is nearest is meant.
    const reach = room && this.#way === 'move' ? Math.min(grip, distance(middleOf(room), at)) : grip;
    const [handle] = this.#handles()
      .filter((one) => distance(one.at, at) < reach)
      .sort((a, b) => distance(a.at, at) - distance(b.at, at));
    const inside = room && at.x > room.minX && at.x < room.maxX && at.y > room.minY && at.y < room.maxY;
    if (handle) this.#act = { kind: 'handle', key: handle.key, from: at };
    else if (inside) this.#act = { kind: 'carry', from: at };
    else {
      const touched = pickAt(this.#search, at, grip);
      if (touched) {
        this.#choose(new Set([touched.id]));
        this.#act = { kind: 'carry', from: at };
      } else this.#act = { kind: 'loop', points: [at] };
    }
    this.#show();
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    const act = this.#act;
    if (!last || !act) return;
    this.#moved ||= Math.hypot(last.x - this.#began.x, last.y - this.#began.y) > SHORTEST_DRAG;
    if (!this.#moved) return;
    if (act.kind === 'loop') act.points.push(...samples.map((sample) => this.surface.toPage(sample)));
    else {
      this.#preview = this.#dragged(act, this.surface.toPage(last)) ?? this.#preview;
      this.surface.painter.lift(this.#ids);
    }
    this.#show();
  }

  finish(): void {
    const act = this.#act;
    const made = this.#preview;
    this.#act = null;
    const { keeper, painter } = this.surface;
    painter.letGo();
    if (act?.kind === 'loop') this.#closeLoop(act.points);
    else if (made) {
      const ids = this.#ids;
      void keeper
        .commit((things) => ('by' in made ? moving(things, ids, made.by) : warping(things, ids, made.map)))
        .catch(() => this.events.refused?.(NOT_WRITTEN))
        .then(() => {
          this.#preview = null;
          painter.lift(new Set());
          this.#show();
        });
    } else if (act?.kind === 'carry' && !this.#moved) {
      // A touch on what is picked already looks for what lies closer.
      const touched = pickAt(this.#search, act.from, SHORTEST_DRAG / painter.view.scale);
      if (touched) this.#choose(new Set([touched.id]));
    }
    this.#show();
  }

  cancel(): void {
    this.#drop();
    this.#show();
  }

  get #search() {
    return { scene: this.surface.painter.scene, things: this.surface.keeper.things, sheet: this.#sheet };
  }

  #drop(): void {
    this.#act = null;
    this.#preview = null;
    this.surface.painter.letGo();
    this.surface.painter.lift(new Set());
  }

  #choose(chosen: ReadonlySet<Id>): void {
    const ids = this.events.along?.(chosen) ?? chosen;
    this.#ids = ids;
    this.events.selected(ids);
  }

  #closeLoop(points: readonly Point[]): void {
    if (!this.#moved || points.length < 3) {
      this.#choose(new Set());
      return this.events.looped?.(null);
    }
    const loop = thinned(points, 0.5 / this.surface.painter.view.scale);
    const { ids, locked } = pickInLoop(this.#search, loop);
    this.#choose(ids);
    this.events.looped?.(loop);
    const [sheet] = locked;
    if (ids.size === 0 && sheet) {
      this.events.refused?.({
        sentence: `What you drew round lies on “${sheet.name}”, which is locked.`,
        goOn: { label: 'Unlock it and go on', change: { set: [{ id: sheet.id, to: { locked: false } }] } },
      });
    }
    return undefined;
  }

  #room(): Box | null {
    return roomOf(this.surface.painter.scene, this.#ids);
  }

  #handles(): Handle[] {
    const room = this.#room();
    if (!room) return [];
    if (this.#way === 'bend') return bendHandles(room).map((at, i) => ({ key: String(i), at }));
    if (this.#way === 'distort') return cornerHandles(room);
    return roomHandles(room, this.surface.painter.view.scale);
  }

  #dragged(act: Exclude<Act, { kind: 'loop' }>, to: Point): Preview | null {
    const room = this.#room();
    if (!room) return null;
    const off = { x: to.x - act.from.x, y: to.y - act.from.y };
    if (act.kind === 'carry') return { by: translation(off.x, off.y) };
    if (this.#way === 'bend') {
      const pulled = bendHandles(room).map((p, i) =>
        String(i) === act.key ? { x: p.x + off.x, y: p.y + off.y } : p,
      );
      return { map: bend(room, pulled) };
    }
    const corners = cornersOf(room);
    if (this.#way === 'distort') {
      const quad = corners.map((p, i) =>
        String(i) === act.key ? { x: p.x + off.x, y: p.y + off.y } : p,
      ) as unknown as Quad;
      return isConvex(quad) ? { map: homography(corners, quad) } : null;
    }
    return { by: pulledBy(room, act.key, act.from, to) };
  }

  #show(): void {
    const { painter, keeper } = this.surface;
    const act = this.#act;
    const things = picked(keeper.things, this.#ids);
    if (things.length === 0 && act?.kind !== 'loop') return painter.setOverlay(null);
    const preview = this.#preview;
    const room = this.#room();
    const handles = this.#handles();
    return painter.setOverlay((context, pixel) => {
      if (preview) this.#paintPreview(context, things, preview);
      context.strokeStyle = deskColour.verdigris;
      context.lineWidth = 1.3 * pixel;
      context.setLineDash([5 * pixel, 4 * pixel]);
      if (act?.kind === 'loop') context.stroke(polyline(act.points));
      if (room) {
        const frame = cornersOf(room);
        const mapped = (p: Point): Point => (preview && 'map' in preview ? preview.map(p) : p);
        context.save();
        if (preview && 'by' in preview) context.transform(...preview.by);
        context.stroke(
          polyline(
            frame.flatMap((p, i) => {
              const q = frame[(i + 1) % 4] as Point;
              return [0, 0.25, 0.5, 0.75].map((t) =>
                mapped({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }),
              );
            }),
            true,
          ),
        );
        context.restore();
      }
      context.setLineDash([]);
      if (!preview) for (const { key, at } of handles) paintHandle(context, at, key, pixel);
    });
  }

  #paintPreview(context: CanvasRenderingContext2D, things: readonly SheetThing[], preview: Preview): void {
    const { painter } = this.surface;
    if ('by' in preview) {
      context.save();
      context.transform(...preview.by);
      for (const thing of things) painter.paint(context, thing);
      context.restore();
      painter.paintFollowing(
        context,
        things.map((thing) => ({ ...thing, ...movedBy(thing, preview.by) }) as SheetThing),
      );
      return;
    }
    const strokes = things.filter(({ type }) => type === 'stroke');
    const bare = new Set(strokes.slice(MANY));
    const warped: SheetThing[] = [];
    for (const thing of things) {
      if (thing.type === 'stroke' && bare.has(thing)) {
        context.strokeStyle = thing.colour;
        context.lineWidth = thing.size;
        context.stroke(polyline(pointsOf(thing).map(preview.map)));
      } else {
        const now = { ...thing, ...warpedBy(thing, preview.map) } as SheetThing;
        warped.push(now);
        painter.paint(context, now);
      }
    }
    // Where the rest lies is worked out once it is let go.
    if (bare.size === 0) painter.paintFollowing(context, warped);
  }
}
