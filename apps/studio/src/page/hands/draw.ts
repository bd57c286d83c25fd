import { encodeStroke, INK_COLOUR, MOST_POINTS, type PenKind, type PressureSource, type Stroke, type StrokePoint } from '@deft/core';
import { newId } from '../../data/new-id';
import type { LiveStroke } from '../painter';
import { orderOnTop, sheetFor, whyNot } from '../place-on';
import { pointsOf, strokeTouches } from '../stroke-points';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

export interface DrawSetting {
  readonly tool: PenKind | 'rub out';
  /** Millimetres. */
  readonly size: number;
  readonly sheet: string | null;
}

export interface DrawEvents {
  readonly begun?: () => void;
  readonly ended?: () => void;
  readonly refused?: (sentence: string) => void;
}

const REACH = 12;

/** Draws ink, or rubs whole strokes out. The live stroke stays on its own canvas until the page shows it. */
export class DrawHand implements Hand {
  #setting: DrawSetting = { tool: 'pencil', size: 0.7, sheet: null };
  #points: StrokePoint[] = [];
  #pressure: PressureSource = 'device';
  #settling: LiveStroke[] = [];
  #active = false;
  #rubbed = new Set<string>();
  #lastStroke: string | null = null;

  constructor(private readonly surface: Surface, private readonly events: DrawEvents = {}) {}

  /** Takes a pen; what is being drawn keeps the one it was begun with. */
  take(setting: DrawSetting): void {
    this.#setting = setting;
  }

  begin(sample: Sample): void {
    const { things } = this.surface.keeper;
    const reason = whyNot(things, sheetFor(things, 'ink', this.#setting.sheet));
    if (reason) return this.events.refused?.(reason);
    this.#active = true;
    this.#points = [];
    this.#rubbed = new Set();
    this.#pressure = sample.kind === 'pen' ? 'device' : 'speed';
    this.events.begun?.();
    this.extend([sample]);
  }

  extend(samples: readonly Sample[]): void {
    if (!this.#active) return;
    for (const { kind: _kind, ...sample } of samples) {
      const at = this.surface.toPage(sample);
      if (this.#setting.tool === 'rub out') this.#rub(at.x, at.y);
      else if (this.#points.length < MOST_POINTS) this.#points.push({ ...sample, ...at });
    }
    this.#show();
  }

  finish(): void {
    if (!this.#active) return;
    this.#active = false;
    if (this.#setting.tool === 'rub out') {
      if (this.#rubbed.size > 0) void this.surface.keeper.commit({ remove: [...this.#rubbed] });
      this.#rubbed = new Set();
      this.#show();
    } else {
      this.#keep();
    }
    this.events.ended?.();
  }

  cancel(): void {
    if (!this.#active) return;
    this.#active = false;
    this.#points = [];
    this.#show();
    this.events.ended?.();
  }

  withdraw(): void {
    if (this.#lastStroke) void this.surface.keeper.commit({ remove: [this.#lastStroke] });
    this.#lastStroke = null;
  }

  #look(): LiveStroke['look'] {
    return { pen: this.#setting.tool === 'pen' ? 'pen' : 'pencil', size: this.#setting.size, colour: INK_COLOUR, pressure: this.#pressure };
  }

  #keep(): void {
    const { keeper } = this.surface;
    const sheet = sheetFor(keeper.things, 'ink', this.#setting.sheet);
    if (!sheet || this.#points.length === 0) return;
    const live = { look: this.#look(), points: this.#points };
    const stroke: Stroke = { type: 'stroke', id: newId(), sheet, order: orderOnTop(keeper.things, 'stroke', sheet), points: encodeStroke(this.#points), ...live.look };
    this.#points = [];
    this.#settling.push(live);
    this.#lastStroke = stroke.id;
    this.#show();
    const settled = (): void => {
      this.#settling = this.#settling.filter((other) => other !== live);
      this.#show();
    };
    keeper.commit({ add: [stroke] }).then(settled, () => {
      settled();
      this.events.refused?.('This browser would not write the last stroke down. Reload the page before you go on.');
    });
  }

  #rub(x: number, y: number): void {
    const { things } = this.surface.keeper;
    const sheet = sheetFor(things, 'ink', this.#setting.sheet);
    const reach = REACH / this.surface.painter.view.scale;
    for (const thing of things.values()) {
      if (thing.type !== 'stroke' || thing.sheet !== sheet || this.#rubbed.has(thing.id)) continue;
      if (strokeTouches(thing, x, y, reach)) this.#rubbed.add(thing.id);
    }
  }

  #show(): void {
    const now = this.#active && this.#points.length > 0 ? [{ look: this.#look(), points: this.#points }] : [];
    const rubbed = [...this.#rubbed].map((id) => this.surface.keeper.things.get(id)).filter((t) => t?.type === 'stroke');
    this.surface.painter.setLive([...this.#settling, ...now, ...rubbed.map((stroke) => ({ look: { ...stroke, colour: '#E4DCCB', size: stroke.size * 1.6 }, points: pointsOf(stroke) }))]);
  }
}
