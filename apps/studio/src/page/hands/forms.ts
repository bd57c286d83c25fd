import { directionOf, distance, type Point } from '@deft/core/geometry';
import {
  anchorAt,
  carried,
  drawnForms,
  familyOf,
  guideTargets,
  handlesOf,
  jointAt,
  measureForm,
  reshaped,
  settingForms,
  thingsOfType,
  tipOf,
  tipPulled,
  turned,
  type Anchor,
  type Form,
  type GuideTargets,
  type Landmark,
  type Thing,
} from '@deft/core/page';
import type { FormsTool } from '../../data/desk-slice';
import { newId } from '../../data/new-id';
import { deskColour } from '../desk-colour';
import { formAt, formFromPath, pullHandle } from '../form-handles';
import { orderOnTop, sheetFor, whyNot, type Obstacle } from '../place-on';
import type { Hand, PointerKind, Sample } from '../pointer';
import { spreadOf } from '../spread';
import type { Surface } from '../surface';
import { drawAim, SNAP_REACH } from './aim';

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
  | { readonly kind: 'turn' | 'tip'; readonly form: Form; readonly from: Point; readonly joint: Point }
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
  /** What is made, or moved with all that hangs on it: first the form itself. */
  #preview: readonly Form[] = [];
  #at: Point = { x: 0, y: 0 };
  #pointer: PointerKind = 'touch';
  #moved = false;
  #snapping = true;
  #targets: GuideTargets | null = null;
  /** Where the last place was drawn to; null where it was not. */
  #aim: Anchor | null = null;
  /** What moves with the form that is taken hold of. */
  #family: ReadonlyMap<string, Thing> = new Map();

  constructor(
    private readonly surface: Surface,
    private readonly events: FormsEvents,
  ) {}

  /** @param name for what is made next; null for none @param snapping places are drawn to guides */
  take(tool: FormsTool, name: string | null, snapping = true): void {
    this.#tool = tool;
    this.#name = name;
    this.#snapping = snapping;
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
    this.#family = selected ? familyOf(keeper.things, selected) : new Map();
    // What goes along with it draws it nowhere.
    const along = painter.scene.guidesOn(new Set(this.#family.keys())).map(({ id }) => id);
    this.#targets = this.#snapping
      ? guideTargets(keeper.things, painter.guides, { forms: false, without: new Set(along) })
      : null;
    const joint = selected && jointAt(this.#family, selected);
    // A small form's handles lie near its middle: what is nearest is meant.
    const middle = selected && distance(measureForm(selected).centre, at);
    const handle = selected && nearestHandle(selected, at, Math.min(grip, middle ?? grip));
    // Where a form hangs on another, its tip turns and lengthens it, and its middle turns it.
    if (selected && joint && distance(tipOf(selected, joint), at) < grip)
      this.#act = { kind: 'tip', form: selected, from: at, joint };
    else if (selected && handle)
      this.#act = { kind: 'pull', form: selected, key: handle.key, from: handle.at };
    else if (selected && middle !== null && middle < grip)
      this.#act = joint
        ? { kind: 'turn', form: selected, from: at, joint }
        : { kind: 'carry', form: selected, from: at };
    else {
      const from = this.#drawnTo(at);
      this.#act = { kind: 'make', from, path: [from] };
    }
    return this.#show();
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    if (!last || !this.#act) return;
    const at = this.surface.toPage(last);
    const start = this.#act.kind === 'landmark' ? this.#at : this.#act.from;
    this.#moved ||= distance(at, start) > SHORTEST_DRAG / this.surface.painter.view.scale;
    this.#at = this.#act.kind === 'landmark' ? at : this.#toGuide(this.#act, at);
    if (this.#act.kind === 'make')
      this.#act.path.push(...samples.map((sample) => this.surface.toPage(sample)));
    this.#preview = this.#moved ? this.#made() : [];
    if (this.#act.kind !== 'make' && this.#preview.length > 0)
      this.surface.painter.lift(new Set(this.#preview.map(({ id }) => id)));
    this.#show();
  }

  finish(): void {
    const act = this.#act;
    this.#act = null;
    this.#aim = null;
    const forms = this.#preview;
    const [made] = forms;
    this.#preview = [];
    const { keeper, painter } = this.surface;
    painter.letGo();
    if (act?.kind === 'landmark') this.#keepLandmark(act.held);
    else if (act?.kind === 'make' && made) {
      void keeper.commit({ add: [made] }).then(() => this.#choose(made.id));
    } else if (act && made) {
      void keeper.commit(settingForms(this.#family, forms)).finally(() => painter.lift(new Set()));
    } else if (act) {
      const reach = GRIP[this.#pointer] / painter.view.scale;
      this.#choose(formAt(drawnForms(keeper.things), this.#at, reach)?.id ?? null);
    }
    this.#show();
  }

  cancel(): void {
    this.#act = null;
    this.#aim = null;
    this.#preview = [];
    this.surface.painter.letGo();
    this.surface.painter.lift(new Set());
    this.#show();
  }

  /** A place drawn to the guide that lies near it. */
  #drawnTo(p: Point): Point {
    const reach = SNAP_REACH[this.#pointer] / this.surface.painter.view.scale;
    const anchor = this.#targets ? anchorAt(this.#targets, p, reach) : null;
    this.#aim = anchor && anchor.at !== p ? anchor : null;
    return anchor?.at ?? p;
  }

  /** Where a contact leads to: of a form that is carried, its middle is drawn to what lies near. */
  #toGuide(act: Exclude<Act, { kind: 'landmark' }>, p: Point): Point {
    if (act.kind === 'turn') return p;
    if (act.kind !== 'carry') return this.#drawnTo(p);
    const { centre } = measureForm(act.form);
    const off = { x: centre.x - act.from.x, y: centre.y - act.from.y };
    const there = this.#drawnTo({ x: p.x + off.x, y: p.y + off.y });
    return { x: there.x - off.x, y: there.y - off.y };
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

  #made(): readonly Form[] {
    const act = this.#act;
    const { keeper, painter } = this.surface;
    if (act?.kind === 'make' && this.#tool !== 'landmark') {
      const sheet = sheetFor(keeper.things, ['forms']);
      const made = sheet ? formFromPath(this.#tool, [...act.path, this.#at]) : null;
      if (!sheet || !made) return [];
      const form: Form = {
        type: 'form',
        id: newId(),
        sheet,
        order: orderOnTop(painter.scene, sheet),
        part: this.#name,
        ...(this.#lastCovers() ? { covers: true } : {}),
        ...made,
      };
      return [form];
    }
    const things = this.#family;
    const to = this.#at;
    switch (act?.kind) {
      case 'pull':
        return reshaped(things, act.form, pullHandle(act.form, act.key, to), { from: act.from, to });
      case 'carry':
        return carried(things, act.form, { x: to.x - act.from.x, y: to.y - act.from.y });
      case 'turn': {
        const by = directionOf(act.joint, to) - directionOf(act.joint, act.from);
        return turned(things, act.form, act.joint, by);
      }
      case 'tip':
        return tipPulled(things, act.form, act.joint, to);
      default:
        return [];
    }
  }

  /** Forms cover what is behind them as the one in front of all does. */
  #lastCovers(): boolean {
    return drawnForms(this.surface.keeper.things).at(-1)?.covers ?? false;
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
    const form = this.#preview[0] ?? this.#selectedForm();
    const joint = form && jointAt(this.surface.keeper.things, form);
    const landmark = this.#act?.kind === 'landmark' ? this.#at : null;
    const aim = this.#aim;
    painter.setOverlay((context, pixel) => {
      if (landmark) drawCross(context, landmark, pixel);
      if (aim) drawAim(context, aim, pixel);
      if (!form) return;
      for (const moved of this.#preview) painter.paint(context, moved);
      painter.paintFollowing(context, this.#preview);
      drawHandles(context, form, pixel);
      if (joint) drawJoint(context, joint, tipOf(form, joint), pixel);
    });
  }
}

/** The handle of a form that lies nearest to a place, nearer than so many millimetres; none of none such. */
const nearestHandle = (form: Form, at: Point, reach: number) =>
  handlesOf(form)
    .map((handle) => ({ ...handle, far: distance(handle.at, at) }))
    .filter(({ far }) => far < reach)
    .sort((a, b) => a.far - b.far)[0];

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

/** A joint as a small square, and the tip that turns and lengthens the form about it, filled. */
function drawJoint(context: CanvasRenderingContext2D, joint: Point, tip: Point, pixel: number): void {
  context.fillStyle = deskColour.verdigris;
  const half = HANDLE * pixel;
  context.fillRect(joint.x - half, joint.y - half, 2 * half, 2 * half);
  context.beginPath();
  context.arc(tip.x, tip.y, half, 0, 2 * Math.PI);
  context.fill();
}

/** The handles of a selected form, its middle, and a dashed line along its length. */
export function drawHandles(context: CanvasRenderingContext2D, form: Form, pixel: number): void {
  const { axis, centre } = measureForm(form);
  context.strokeStyle = deskColour.verdigris;
  context.lineWidth = 1.2 * pixel;
  context.setLineDash([5 * pixel, 4 * pixel]);
  context.beginPath();
  context.moveTo(axis[0].x, axis[0].y);
  context.lineTo(axis[1].x, axis[1].y);
  context.stroke();
  context.setLineDash([]);
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
