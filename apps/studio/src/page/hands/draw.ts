import { reflection, type Affine } from '@deft/core/geometry';
import {
  axisOf,
  encodeStroke,
  MOST_POINTS,
  type Id,
  type PenKind,
  type PressureSource,
  type Stroke,
  type StrokePoint,
} from '@deft/core/page';
import { generateKeyBetween } from 'fractional-indexing';
import { newId } from '../../data/new-id';
import { deskSlice, type DeskState, type PenSetting, type RubBy } from '../../data/desk-slice';
import type { LiveStroke } from '../paint/live-ink';
import { NOT_WRITTEN, orderOnTop, sheetFor, whyNot, type Obstacle } from '../place-on';
import { strokeTouches } from '../stroke-points';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

export interface DrawSetting extends PenSetting {
  readonly pen: PenKind;
  readonly rubBy: RubBy;
  /** Draws both sides of the page's axis, where it has one. */
  readonly symmetry: boolean;
  readonly sheet: Id | null;
}

/** What the desk remembers that a line depends on. */
export const DRAW_FIELDS = ['hand', 'pen', 'pens', 'rubBy', 'symmetry'] as const;

/** How the pen in hand draws. */
export const drawSetting = (
  desk: Pick<DeskState, (typeof DRAW_FIELDS)[number]>,
  sheet: Id | null,
): DrawSetting => ({
  ...desk.pens[desk.pen],
  pen: desk.pen,
  rubBy: desk.rubBy,
  symmetry: desk.symmetry,
  sheet,
});

export interface DrawEvents {
  readonly refused?: (refusal: Obstacle) => void;
  /** The strokes that one contact made, the one under the pen first. */
  readonly drawn?: (strokes: readonly Id[]) => void;
}

/** How near a stroke is rubbed out, CSS pixels. */
const REACH = 10;

/** Draws ink and shade, or rubs out. The live stroke stays on its own canvas until the page shows it. */
export class DrawHand implements Hand {
  #setting = drawSetting(deskSlice.getInitialState(), null);
  #begun = this.#setting;
  #points: StrokePoint[] = [];
  #live: LiveStroke | null = null;
  #twin: Affine | null = null;
  #settling: LiveStroke[] = [];
  #active = false;
  #rubbed = new Set<Id>();
  #last: { x: number; y: number } | null = null;
  #lastStrokes: readonly Id[] = [];

  constructor(
    private readonly surface: Surface,
    private readonly events: DrawEvents = {},
  ) {}

  /** Takes a pen; what is being drawn keeps the one it was begun with. */
  take(setting: DrawSetting): void {
    this.#setting = setting;
  }

  begin(sample: Sample): void {
    const { things } = this.surface.keeper;
    const refusal = whyNot(things, this.#sheet(this.#setting));
    if (refusal) return this.events.refused?.(refusal);
    this.#begun = this.#setting;
    this.#active = true;
    this.#points = [];
    this.#rubbed = new Set();
    this.#last = null;
    const axis = this.#begun.symmetry && !this.#rubsStrokes ? axisOf(things) : null;
    this.#twin = axis && reflection(axis.from, axis.to);
    this.#live = {
      look: this.#look(sample.kind === 'pen' ? 'device' : 'speed'),
      points: this.#points,
      twin: this.#twin,
    };
    this.extend([sample]);
  }

  extend(samples: readonly Sample[]): void {
    if (!this.#active) return;
    for (const { kind: _kind, ...sample } of samples) {
      const at = this.surface.toPage(sample);
      if (this.#rubsStrokes) this.#rub(at);
      else if (this.#points.length < MOST_POINTS) this.#points.push({ ...sample, ...at });
    }
    this.#show();
  }

  finish(): void {
    if (!this.#active) return;
    this.#active = false;
    if (this.#rubsStrokes) this.#rubOut();
    else this.#keep();
  }

  cancel(): void {
    if (!this.#active) return;
    this.#active = false;
    this.#live = null;
    if (this.#rubsStrokes) this.surface.painter.lift(new Set());
    this.#show();
  }

  withdraw(): void {
    if (this.#lastStrokes.length > 0) void this.surface.keeper.commit({ remove: this.#lastStrokes });
    this.#lastStrokes = [];
  }

  get #rubsStrokes(): boolean {
    return this.#begun.pen === 'rubber' && this.#begun.rubBy === 'stroke';
  }

  /** Shade goes to a sheet for tone where there is one, unless another was chosen; lines go to ink. */
  #sheet({ pen, sheet }: DrawSetting): Id | null {
    return sheetFor(this.surface.keeper.things, pen === 'shade' ? ['tone', 'ink'] : ['ink', 'tone'], sheet);
  }

  #look(source: PressureSource): LiveStroke['look'] {
    const { pen, size, colour, hardness, response, smoothing, strength, darkening, even } = this.#begun;
    const manner = { hardness, response, smoothing, strength, darkening };
    return { pen, size, colour, ...manner, pressure: even ? 'even' : source };
  }

  #keep(): void {
    const { keeper, painter } = this.surface;
    const sheet = this.#sheet(this.#begun);
    const live = this.#live;
    this.#live = null;
    if (!sheet || !live || this.#points.length === 0) return;
    const order = orderOnTop(painter.scene, sheet);
    const stroke: Stroke = {
      type: 'stroke',
      id: newId(),
      sheet,
      order,
      points: encodeStroke(this.#points),
      ...live.look,
    };
    const add = this.#twin
      ? [stroke, { ...stroke, id: newId(), order: generateKeyBetween(order, null), transform: this.#twin }]
      : [stroke];
    this.#settling.push(live);
    this.#lastStrokes = add.map(({ id }) => id);
    this.#show();
    const settled = (): void => {
      this.#settling = this.#settling.filter((other) => other !== live);
      this.#show();
    };
    const ids = this.#lastStrokes;
    keeper.commit({ add }).then(
      () => {
        settled();
        this.events.drawn?.(ids);
      },
      () => {
        settled();
        this.#lost();
      },
    );
  }

  #rubOut(): void {
    const { keeper, painter } = this.surface;
    const remove = [...this.#rubbed];
    this.#rubbed = new Set();
    if (remove.length === 0) return;
    const done = (): void => painter.lift(new Set());
    keeper.commit({ remove }).then(done, () => {
      done();
      this.#lost();
    });
  }

  #lost(): void {
    this.events.refused?.(NOT_WRITTEN);
  }

  /** Takes strokes up along the way the rubber has gone since its last sample. */
  #rub(to: { x: number; y: number }): void {
    const { painter } = this.surface;
    const sheet = this.#sheet(this.#begun);
    if (!sheet) return;
    const reach = REACH / painter.view.scale;
    const from = this.#last ?? to;
    this.#last = to;
    const steps = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / reach));
    const before = this.#rubbed.size;
    for (let i = 1; i <= steps; i += 1) {
      const x = from.x + ((to.x - from.x) * i) / steps;
      const y = from.y + ((to.y - from.y) * i) / steps;
      for (const thing of painter.scene.search(sheet, {
        minX: x - reach,
        minY: y - reach,
        maxX: x + reach,
        maxY: y + reach,
      })) {
        if (
          thing.type === 'stroke' &&
          thing.pen !== 'rubber' &&
          !this.#rubbed.has(thing.id) &&
          strokeTouches(thing, x, y, reach)
        )
          this.#rubbed.add(thing.id);
      }
    }
    if (this.#rubbed.size > before) painter.lift(new Set(this.#rubbed));
  }

  #show(): void {
    const now = this.#active && this.#live && this.#points.length > 0 ? [this.#live] : [];
    this.surface.painter.setLive([...this.#settling, ...now]);
  }
}
