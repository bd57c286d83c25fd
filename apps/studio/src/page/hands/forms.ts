import { compose, distance, translation, type Point } from '@deft/core/geometry';
import { drawnForms, measureForm, type Form, type Landmark, thingsOfType } from '@deft/core/page';
import type { FormsTool } from '../../data/desk-slice';
import { newId } from '../../data/new-id';
import { deskColour } from '../desk-colour';
import { formAt, formFromPath, handlesOf, pullHandle } from '../form-handles';
import { orderOnTop, sheetFor, whyNot, type Obstacle } from '../place-on';
import type { Hand, PointerKind, Sample } from '../pointer';
import { spreadOf } from '../spread';
import type { Surface } from '../surface';

export interface FormsEvents {
  readonly selected: (id: string | null) => void;
  readonly refused?: (refusal: Obstacle) => void;
}

/** How near a handle a contact takes it, CSS pixels: a finger less surely than a point. */
const GRIP: Readonly<Record<PointerKind, number>> = { touch: 18, pen: 9, mouse: 9 };
const SHORTEST_DRAG = 8;
const HANDLE = 6;

type Act =
  | { readonly kind: 'make'; readonly from: Point; readonly path: Point[] }
  | { readonly kind: 'pull'; readonly form: Form; readonly key: string; readonly from: Point }
  | { readonly kind: 'carry'; readonly form: Form; readonly from: Point }
  | { readonly kind: 'landmark'; readonly held: Landmark | null };

/**
 * Lays forms and landmarks: a drag makes a form, its handles shape it, its middle carries it, a touch inside
 * takes it up.
 */
export class FormsHand implements Hand {
  #tool: FormsTool = 'ellipse';
  #name: string | null = null;
  #selected: string | null = null;
  #act: Act | null = null;
  #preview: Form | null = null;
  #at: Point = { x: 0, y: 0 };
  #pointer: PointerKind = 'touch';
  #moved = false;

  constructor(
    private readonly surface: Surface,
    private readonly events: FormsEvents,
  ) {}

  /** @param name for what is made next; null for none */
  take(tool: FormsTool, name: string | null): void {
    this.#tool = tool;
    this.#name = name;
  }

  select(id: string | null): void {
    this.#selected = id;
    this.#show();
  }

  redraw(): void {
    this.#show();
  }

  begin(sample: Sample): void {
    const { keeper, painter } = this.surface;
    const refusal = whyNot(keeper.things, sheetFor(keeper.things, ['forms']));
    if (refusal) return this.events.refused?.(refusal);
    const at = this.surface.toPage(sample);
    this.#at = at;
    this.#moved = false;
    this.#pointer = sample.kind;
    const grip = GRIP[sample.kind] / painter.view.scale;
    if (this.#tool === 'landmark') {
      const held =
        thingsOfType(keeper.things, 'landmark').find((l) => l.state === 'set' && distance(l.at, at) < grip) ??
        null;
      this.#act = { kind: 'landmark', held };
      return this.#show();
    }
    const selected = this.#selectedForm();
    const handle = selected && handlesOf(selected).find((h) => distance(h.at, at) < grip);
    if (selected && handle) this.#act = { kind: 'pull', form: selected, key: handle.key, from: at };
    else if (selected && distance(measureForm(selected).centre, at) < grip)
      this.#act = { kind: 'carry', form: selected, from: at };
    else this.#act = { kind: 'make', from: at, path: [at] };
    return undefined;
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    if (!last || !this.#act) return;
    const at = this.surface.toPage(last);
    const start = this.#act.kind === 'landmark' ? this.#at : this.#act.from;
    this.#moved ||= distance(at, start) > SHORTEST_DRAG / this.surface.painter.view.scale;
    this.#at = at;
    if (this.#act.kind === 'make')
      this.#act.path.push(...samples.map((sample) => this.surface.toPage(sample)));
    this.#preview = this.#moved ? this.#made() : null;
    if (this.#preview && (this.#act.kind === 'pull' || this.#act.kind === 'carry'))
      this.surface.painter.lift(new Set([this.#preview.id]));
    this.#show();
  }

  finish(): void {
    const act = this.#act;
    this.#act = null;
    const made = this.#preview;
    this.#preview = null;
    const { keeper, painter } = this.surface;
    if (act?.kind === 'landmark') this.#keepLandmark(act.held);
    else if (act?.kind === 'make' && made) {
      void keeper.commit({ add: [made] }).then(() => this.#choose(made.id));
    } else if ((act?.kind === 'pull' || act?.kind === 'carry') && made) {
      void keeper
        .commit({ set: [{ id: made.id, to: { shape: made.shape, transform: made.transform } }] })
        .finally(() => this.surface.painter.lift(new Set()));
    } else if (act) {
      const reach = GRIP[this.#pointer] / painter.view.scale;
      this.#choose(formAt(drawnForms(keeper.things), this.#at, reach)?.id ?? null);
    }
    this.#show();
  }

  cancel(): void {
    this.#act = null;
    this.#preview = null;
    this.surface.painter.lift(new Set());
    this.#show();
  }

  #choose(id: string | null): void {
    this.#selected = id;
    this.events.selected(id);
    this.#show();
  }

  #selectedForm(): Form | null {
    const thing = this.#selected ? this.surface.keeper.things.get(this.#selected) : undefined;
    return thing?.type === 'form' ? thing : null;
  }

  #made(): Form | null {
    const act = this.#act;
    const { keeper, painter } = this.surface;
    if (act?.kind === 'make' && this.#tool !== 'landmark') {
      const sheet = sheetFor(keeper.things, ['forms']);
      const made = sheet ? formFromPath(this.#tool, act.path) : null;
      if (!sheet || !made) return null;
      return {
        type: 'form',
        id: newId(),
        sheet,
        order: orderOnTop(painter.scene, sheet),
        part: this.#name,
        ...made,
      };
    }
    if (act?.kind === 'pull') return { ...act.form, ...pullHandle(act.form, act.key, this.#at) };
    if (act?.kind === 'carry')
      return {
        ...act.form,
        transform: compose(translation(this.#at.x - act.from.x, this.#at.y - act.from.y), act.form.transform),
      };
    return null;
  }

  #keepLandmark(held: Landmark | null): void {
    const { keeper, painter } = this.surface;
    const sheet = sheetFor(keeper.things, ['forms']);
    if (!sheet) return;
    const spread = spreadOf(this.#pointer, painter.view.scale);
    const same =
      held ??
      thingsOfType(keeper.things, 'landmark').find((l) => this.#name !== null && l.name === this.#name);
    if (same) void keeper.commit({ set: [{ id: same.id, to: { at: this.#at, spread, state: 'set' } }] });
    else
      void keeper.commit({
        add: [{ type: 'landmark', id: newId(), sheet, name: this.#name, state: 'set', at: this.#at, spread }],
      });
  }

  #show(): void {
    const { painter } = this.surface;
    const form = this.#preview ?? this.#selectedForm();
    const landmark = this.#act?.kind === 'landmark' ? this.#at : null;
    painter.setOverlay((context, pixel) => {
      if (landmark) drawCross(context, landmark, pixel);
      if (!form) return;
      if (this.#preview) painter.paint(context, this.#preview);
      drawHandles(context, form, pixel);
    });
  }
}

function drawCross(context: CanvasRenderingContext2D, at: Point, pixel: number): void {
  context.strokeStyle = deskColour.verdigris;
  context.lineWidth = 2 * pixel;
  context.beginPath();
  context.moveTo(at.x - 22 * pixel, at.y);
  context.lineTo(at.x + 22 * pixel, at.y);
  context.moveTo(at.x, at.y - 22 * pixel);
  context.lineTo(at.x, at.y + 22 * pixel);
  context.stroke();
}

/** The handles of a selected form, its middle, and a dashed line along its length. */
export function drawHandles(context: CanvasRenderingContext2D, form: Form, pixel: number): void {
  const { axis } = measureForm(form);
  context.strokeStyle = deskColour.verdigris;
  context.lineWidth = 1.2 * pixel;
  context.setLineDash([5 * pixel, 4 * pixel]);
  context.beginPath();
  context.moveTo(axis[0].x, axis[0].y);
  context.lineTo(axis[1].x, axis[1].y);
  context.stroke();
  context.setLineDash([]);
  const { centre } = measureForm(form);
  context.fillStyle = deskColour.verdigris;
  context.beginPath();
  context.arc(centre.x, centre.y, 5 * pixel, 0, 2 * Math.PI);
  context.fill();
  for (const { at } of handlesOf(form)) {
    context.fillStyle = deskColour.paper;
    context.lineWidth = 2 * pixel;
    context.beginPath();
    context.arc(at.x, at.y, HANDLE * pixel, 0, 2 * Math.PI);
    context.fill();
    context.stroke();
  }
}
