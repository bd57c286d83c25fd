import {
  boxOf,
  compose,
  cornersOf,
  transformPoint,
  translation,
  type Affine,
  type Box,
  type Point,
} from '@deft/core/geometry';
import { wholeOf, wholePicture, type Placement } from '@deft/core/page';
import { deskColour } from '../desk-colour';
import { polyline } from '../paint/ink';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';
import { cornerHandles, GRIP, paintHandle, pulledBy, turnHandle, type Handle } from './room-handles';

/** As much of a reference as is needed to take hold of it. */
export interface HeldPicture {
  readonly id: string;
  readonly width: number;
  readonly height: number;
}

interface Act {
  /** The handle that is pulled; null where the picture itself is. */
  readonly key: string | null;
  readonly from: Point;
}

/**
 * Moves, scales and turns the faded reference under what is drawn, which stays where it is. It is taken only
 * by a deliberate act, so that the picture never moves by chance.
 */
export class PictureHand implements Hand {
  #picture: HeldPicture | null = null;
  #act: Act | null = null;
  #by: Affine | null = null;

  constructor(private readonly surface: Surface) {}

  /** @param picture the reference; null puts it down */
  take(picture: HeldPicture | null): void {
    this.#picture = picture;
    this.redraw();
  }

  redraw(): void {
    const { painter } = this.surface;
    const placement = this.#placement();
    const room = placement && this.#room(placement);
    if (!placement || !room) return painter.setOverlay(null);
    const by = this.#by;
    const handles = by ? [] : this.#handles(room);
    const faded = this.#opacity(placement);
    return painter.setOverlay((context, pixel) => {
      context.save();
      if (by) {
        context.transform(...by);
        context.globalAlpha = faded;
        painter.paint(context, placement);
        context.globalAlpha = 1;
      }
      context.strokeStyle = deskColour.verdigris;
      context.lineWidth = 1.3 * pixel;
      context.setLineDash([5 * pixel, 4 * pixel]);
      context.stroke(polyline(cornersOf(room), true));
      context.restore();
      for (const { key, at } of handles) paintHandle(context, at, key, pixel);
    });
  }

  leave(): void {
    this.#drop();
  }

  begin(sample: Sample): void {
    const placement = this.#placement();
    const room = placement && this.#room(placement);
    if (!room) return;
    const from = this.surface.toPage(sample);
    const grip = GRIP[sample.kind] / this.surface.painter.view.scale;
    const handle = this.#handles(room).find(({ at }) => Math.hypot(at.x - from.x, at.y - from.y) < grip);
    this.#act = { key: handle?.key ?? null, from };
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    const placement = this.#placement();
    const room = placement && this.#room(placement);
    const act = this.#act;
    if (!last || !act || !placement || !room) return;
    const to = this.surface.toPage(last);
    this.#by =
      act.key === null
        ? translation(to.x - act.from.x, to.y - act.from.y)
        : pulledBy(room, act.key, act.from, to);
    this.surface.painter.lift(new Set([placement.id]));
    this.redraw();
  }

  finish(): void {
    const [placement, by] = [this.#placement(), this.#by];
    this.#act = null;
    if (!placement || !by) return;
    const { id } = placement;
    const settle = (): void => this.cancel();
    void this.surface.keeper
      .commit((things) => {
        const now = things.get(id);
        return now?.type === 'placement'
          ? { set: [{ id, to: { transform: compose(by, now.transform) } }] }
          : { set: [] };
      })
      .then(settle, settle);
  }

  cancel(): void {
    this.#drop();
    this.redraw();
  }

  #drop(): void {
    this.#act = null;
    this.#by = null;
    this.surface.painter.lift(new Set());
    this.surface.painter.setOverlay(null);
  }

  #placement(): Placement | null {
    const picture = this.#picture;
    if (!picture) return null;
    return wholePicture(this.surface.keeper.things, picture.id);
  }

  #opacity({ sheet }: Placement): number {
    const on = this.surface.keeper.things.get(sheet);
    return on?.type === 'sheet' ? on.opacity : 1;
  }

  #room({ transform }: Placement): Box | null {
    const picture = this.#picture;
    return picture && boxOf(wholeOf(picture).map((p) => transformPoint(transform, p)));
  }

  #handles(room: Box): Handle[] {
    return [...cornerHandles(room), turnHandle(room, this.surface.painter.view.scale)];
  }
}
