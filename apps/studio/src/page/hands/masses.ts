import { areaWithin, isWithin, thinned, type Point } from '@deft/core/geometry';
import {
  MASS_COLOURS,
  massArea,
  sheetsOf,
  thingsOfType,
  type Id,
  type Mass,
  type MassValue,
} from '@deft/core/page';
import type { MassWay } from '../../data/desk-slice';
import { deskColour } from '../desk-colour';
import { cutting, filling, massSheet } from '../mass-acts';
import { areaPath, polyline } from '../paint/ink';
import { NOT_WRITTEN, whyNot, type Obstacle } from '../place-on';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

export interface MassesEvents {
  /** A mass was touched, or nothing. */
  readonly selected: (id: Id | null) => void;
  readonly refused?: (refusal: Obstacle) => void;
  /** What was drawn round holds nothing that could be cut. */
  readonly nothing?: () => void;
}

/** How far a contact goes before it is a line, CSS pixels. */
const SHORTEST_DRAG = 6;
/** How far the outline may run from the hand's own line, millimetres. */
const TOLERANCE = 0.03;

/** Fills what a line goes round with a value, or cuts it out of what is filled; a touch takes a mass up. */
export class MassesHand implements Hand {
  #value: MassValue = 'middle';
  #way: MassWay = 'add';
  #sheet: Id | null = null;
  #selected: Id | null = null;
  #line: Point[] = [];
  #began: Point | null = null;
  #moved = false;

  constructor(
    private readonly surface: Surface,
    private readonly events: MassesEvents,
  ) {}

  /** @param sheet the sheet in hand */
  take(value: MassValue, way: MassWay, sheet: Id | null): void {
    [this.#value, this.#way, this.#sheet] = [value, way, sheet];
  }

  select(id: Id | null): void {
    this.#selected = id;
    this.#show();
  }

  redraw(): void {
    this.#show();
  }

  leave(): void {
    this.cancel();
    this.surface.painter.setOverlay(null);
  }

  begin(sample: Sample): void {
    const { things } = this.surface.keeper;
    const sheet = massSheet(things, this.#sheet);
    // Without a sheet for tone one is made.
    const refusal = things.size === 0 || sheet ? whyNot(things, sheet) : null;
    if (refusal) return this.events.refused?.(refusal);
    this.#began = { x: sample.x, y: sample.y };
    this.#moved = false;
    this.#line = [this.surface.toPage(sample)];
    return undefined;
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    if (!last || !this.#began) return;
    this.#moved ||= Math.hypot(last.x - this.#began.x, last.y - this.#began.y) > SHORTEST_DRAG;
    this.#line.push(...samples.map((sample) => this.surface.toPage(sample)));
    this.#show();
  }

  finish(): void {
    const [line, began] = [this.#line, this.#began];
    this.cancel();
    if (!began) return;
    if (!this.#moved) return this.events.selected(this.#touched(line[0] as Point)?.id ?? null);
    const area = areaWithin(thinned(line, TOLERANCE));
    if (area.length === 0) return;
    const { keeper, painter } = this.surface;
    const [value, way, sheet] = [this.#value, this.#way, this.#sheet];
    keeper
      .commit((things) =>
        way === 'cut' ? cutting(things, sheet, area) : filling(things, painter.scene, sheet, area, value),
      )
      .then(
        (made) => (made ? this.events.selected(null) : this.events.nothing?.()),
        () => this.events.refused?.(NOT_WRITTEN),
      );
  }

  cancel(): void {
    this.#line = [];
    this.#began = null;
    this.#show();
  }

  /** The topmost mass at a place, on sheets that are shown and not locked. */
  #touched(at: Point): Mass | null {
    const { things } = this.surface.keeper;
    const sheets = sheetsOf(things).filter(({ hidden, locked }) => !hidden && !locked);
    const masses = thingsOfType(things, 'mass').filter((mass) => isWithin(massArea(mass), at));
    for (const { id } of sheets.reverse()) {
      const found = masses.filter(({ sheet }) => sheet === id).at(-1);
      if (found) return found;
    }
    return null;
  }

  #show(): void {
    const { keeper, painter } = this.surface;
    const selected = this.#selected ? keeper.things.get(this.#selected) : undefined;
    const [line, cuts, value] = [this.#line, this.#way === 'cut', this.#value];
    const drawing = this.#began !== null && line.length > 2;
    if (!drawing && selected?.type !== 'mass') return painter.setOverlay(null);
    return painter.setOverlay((context, pixel) => {
      context.lineWidth = 1.6 * pixel;
      context.strokeStyle = deskColour.verdigris;
      if (selected?.type === 'mass') context.stroke(areaPath(massArea(selected)));
      if (!drawing) return;
      const path = polyline(line, true);
      context.globalAlpha = 0.7;
      context.fillStyle = cuts ? deskColour.paper : MASS_COLOURS[value];
      context.fill(path);
      context.globalAlpha = 1;
      if (cuts) context.setLineDash([5 * pixel, 4 * pixel]);
      context.stroke(path);
      context.setLineDash([]);
    });
  }
}
