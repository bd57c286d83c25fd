import { about, compose, distance, measureForm, rotation, scaling, thingsOfType, translation, type Affine, type Form, type Point } from '@deft/core';
import { formAt } from '../form-handles';
import { paintForm } from '../ink';
import { zoomView } from '../view';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

const GRIP = 18;
const VERDIGRIS = '#17635A';

type Act = { readonly kind: 'carry' | 'turn'; readonly form: Form; readonly from: Point } | { readonly kind: 'pan'; readonly from: Point };

/** Moves, turns and scales a form by one handle at the end of its length; elsewhere it moves the page. */
export class MoveHand implements Hand {
  #selected: string | null = null;
  #act: Act | null = null;
  #preview: Form | null = null;
  #moved = false;

  constructor(private readonly surface: Surface, private readonly selected: (id: string | null) => void) {}

  select(id: string | null): void {
    this.#selected = id;
    this.#show();
  }

  redraw(): void {
    this.#show();
  }

  begin(sample: Sample): void {
    const at = this.surface.toPage(sample);
    const form = this.#form();
    this.#moved = false;
    if (form && distance(this.#grip(form), at) < GRIP / this.surface.painter.view.scale) {
      this.#act = { kind: 'turn', form, from: at };
      return;
    }
    const touched = formAt(thingsOfType(this.surface.keeper.things, 'form'), at);
    if (touched) {
      this.#selected = touched.id;
      this.selected(touched.id);
      this.#act = { kind: 'carry', form: touched, from: at };
    } else {
      this.#act = { kind: 'pan', from: { x: sample.x, y: sample.y } };
    }
    this.#show();
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    const act = this.#act;
    if (!last || !act) return;
    if (act.kind === 'pan') {
      const { painter } = this.surface;
      painter.moveTo(zoomView(painter.view, last, 1, { x: last.x - act.from.x, y: last.y - act.from.y }));
      this.#moved = true;
      this.#act = { kind: 'pan', from: { x: last.x, y: last.y } };
      return;
    }
    const at = this.surface.toPage(last);
    this.#moved ||= distance(at, act.from) > 3 / this.surface.painter.view.scale;
    if (!this.#moved) return;
    const by = act.kind === 'carry' ? translation(at.x - act.from.x, at.y - act.from.y) : this.#turn(act.form, at);
    this.#preview = { ...act.form, transform: compose(by, act.form.transform) };
    this.#show();
  }

  finish(): void {
    const made = this.#preview;
    const act = this.#act;
    this.#preview = null;
    this.#act = null;
    if (act?.kind === 'pan') {
      this.surface.painter.settle();
      if (!this.#moved) {
        this.#selected = null;
        this.selected(null);
      }
    } else if (made) {
      void this.surface.keeper.commit({ set: [{ id: made.id, to: { transform: made.transform } }] });
    }
    this.#show();
  }

  cancel(): void {
    this.#preview = null;
    this.#act = null;
    this.#show();
  }

  #form(): Form | null {
    const thing = this.#selected ? this.surface.keeper.things.get(this.#selected) : undefined;
    return thing?.type === 'form' ? thing : null;
  }

  #grip(form: Form): Point {
    const { axis, centre } = measureForm(form);
    const end = axis[0].y < axis[1].y ? axis[0] : axis[1];
    const out = 26 / this.surface.painter.view.scale;
    const far = distance(centre, end) || 1;
    return { x: end.x + ((end.x - centre.x) / far) * out, y: end.y + ((end.y - centre.y) / far) * out };
  }

  #turn(form: Form, to: Point): Affine {
    const { centre } = measureForm(form);
    const grip = this.#grip(form);
    const angle = (p: Point): number => (Math.atan2(-(p.y - centre.y), p.x - centre.x) * 180) / Math.PI;
    const by = Math.max(0.05, distance(centre, to) / distance(centre, grip));
    return about(centre, compose(rotation(angle(to) - angle(grip)), scaling(by)));
  }

  #show(): void {
    const { painter } = this.surface;
    const form = this.#preview ?? this.#form();
    painter.setOverlay(form && ((context, pixel) => {
      if (!painter.paper) return;
      if (this.#preview) paintForm(context, form, painter.paper, pixel);
      const { centre } = measureForm(form);
      const grip = this.#grip(form);
      context.strokeStyle = VERDIGRIS;
      context.lineWidth = 1.4 * pixel;
      context.setLineDash([5 * pixel, 4 * pixel]);
      context.beginPath();
      context.moveTo(centre.x, centre.y);
      context.lineTo(grip.x, grip.y);
      context.stroke();
      context.setLineDash([]);
      context.fillStyle = VERDIGRIS;
      context.beginPath();
      context.arc(grip.x, grip.y, 8 * pixel, 0, 2 * Math.PI);
      context.fill();
    }));
  }
}
