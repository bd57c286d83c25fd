import { distance, type Point } from '@deft/core/geometry';
import { ANCHORED_KINDS, type AnchoredKind } from '@deft/core/guides';
import {
  anchorAt,
  axisOf,
  drawnForms,
  guideTargets,
  isAnchored,
  thingsOfType,
  type AcrossGuide,
  type Anchor,
  type AnchoredGuide,
  type GuideTargets,
  type MirrorAxis,
} from '@deft/core/page';
import type { GuidesTool } from '../../data/desk-slice';
import { newId } from '../../data/new-id';
import { deskColour } from '../desk-colour';
import { formRound, guideAt, guideFromGesture, guideHandles, turnTo } from '../guide-making';
import { sheetFor, whyNot, type Obstacle } from '../place-on';
import type { Hand, PointerKind, Sample } from '../pointer';
import type { Surface } from '../surface';
import { drawAim, drawGrip, SNAP_REACH } from './aim';

/** How near a contact takes a guide or a place, CSS pixels: a finger less surely than a point. */
const GRIP: Readonly<Record<PointerKind, number>> = { touch: 18, pen: 10, mouse: 10 };
/** A drag shorter than this is a touch, CSS pixels. */
const SHORTEST_DRAG = 12;
/** A drag for an axis of symmetry shorter than this sets it upright, CSS pixels. */
const SHORTEST_AXIS = 24;

/** How the guides hand is set. */
export interface GuidesSetting {
  readonly tool: GuidesTool;
  /** Places are drawn to what lies there. */
  readonly snapping: boolean;
  /** Parts or steps of what is made next. */
  readonly counts: Readonly<Record<'divided' | 'stepped', number>>;
  /** The sight on the reference that the next one is held against; null for none. */
  readonly sight: string | null;
}

export interface GuidesEvents {
  readonly selected: (id: string | null) => void;
  readonly refused?: (refusal: Obstacle) => void;
  /** A distance was taken to be carried elsewhere, or a unit to measure in. */
  readonly taken?: (by: TwoDrags) => void;
  /** A guide was laid. */
  readonly laid?: (guide: AnchoredGuide) => void;
}

type Act =
  | { readonly kind: 'across'; readonly fresh: boolean; held: AcrossGuide | MirrorAxis }
  | {
      readonly kind: 'make';
      readonly tool: AnchoredKind;
      readonly sheet: string;
      readonly path: Point[];
      readonly from: Anchor;
    }
  | { readonly kind: 'pull'; readonly guide: AnchoredGuide; readonly key: number | 'turn' };

/** What is laid by two drags: over a distance, and where it is wanted. */
export type TwoDrags = 'carried' | 'sighted';
const byTwoDrags = (tool: AnchoredKind): tool is TwoDrags => tool === 'carried' || tool === 'sighted';

const NOTHING_NEAR: GuideTargets = { places: [], lines: [] };

/**
 * Lays guides: lines across the page and the axis of symmetry by where one presses, all others by a drag from
 * place to place. What is taken up is pulled by its places. There is one ground line and one axis.
 */
export class GuidesHand implements Hand {
  #setting: GuidesSetting = {
    ...{ tool: 'ground', snapping: true, sight: null },
    counts: { divided: 2, stepped: 2 },
  };
  #selected: string | null = null;
  #act: Act | null = null;
  #targets: GuideTargets = NOTHING_NEAR;
  #taken: readonly [Anchor, Anchor] | null = null;
  #preview: AnchoredGuide | null = null;
  /** Where the last place was drawn to; null where it was not. */
  #aim: Anchor | null = null;
  #at: Point = { x: 0, y: 0 };
  #moved = false;
  #pointer: PointerKind = 'touch';

  constructor(
    private readonly surface: Surface,
    private readonly events: GuidesEvents,
  ) {}

  take(setting: GuidesSetting): void {
    if (setting.tool !== this.#setting.tool) this.#taken = null;
    this.#setting = setting;
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
    const sheet = sheetFor(keeper.things, ['guides']);
    const refusal = whyNot(keeper.things, sheet);
    if (refusal || !sheet) return refusal ? this.events.refused?.(refusal) : undefined;
    this.#pointer = sample.kind;
    this.#moved = false;
    this.#at = this.surface.toPage(sample);
    const { tool } = this.#setting;
    const selected = this.#selectedGuide();
    const handle =
      selected &&
      guideHandles(selected, painter.guides).find(({ at }) => distance(at, this.#at) < this.#reach());
    const held = selected && handle ? whyNot(keeper.things, selected.sheet) : null;
    if (held) return this.events.refused?.(held);
    const without = selected && handle ? [selected, ...painter.scene.guidesOn(new Set([selected.id]))] : [];
    this.#targets = this.#setting.snapping
      ? guideTargets(keeper.things, painter.guides, { without: new Set(without.map(({ id }) => id)) })
      : NOTHING_NEAR;
    if (selected && handle) this.#act = { kind: 'pull', guide: selected, key: handle.key };
    else if (tool === 'symmetry' || tool === 'ground' || tool === 'level' || tool === 'plumb')
      this.#act = this.#across(tool, sheet);
    else this.#act = { kind: 'make', tool, sheet, path: [this.#at], from: this.#anchor(this.#at) };
    return this.#follow();
  }

  extend(samples: readonly Sample[]): void {
    const act = this.#act;
    const points = samples.map((sample) => this.surface.toPage(sample));
    const last = points.at(-1);
    if (!last || !act) return;
    this.#moved ||= distance(last, this.#at) * this.surface.painter.view.scale > SHORTEST_DRAG;
    if (act.kind === 'make') {
      act.path.push(...points);
      this.#moved ||= distance(last, act.path[0] as Point) * this.surface.painter.view.scale > SHORTEST_DRAG;
    }
    if (this.#moved || act.kind === 'across') this.#at = last;
    this.#follow();
  }

  finish(): void {
    const act = this.#act;
    const made = this.#preview;
    this.#put();
    if (act?.kind === 'across') this.#keepAcross(act);
    else if (act?.kind === 'pull' && made) {
      const to = act.key === 'turn' ? { turn: made.turn ?? 0 } : { through: made.through };
      void this.surface.keeper
        .commit({ set: [{ id: made.id, to }] })
        .finally(() => this.surface.painter.lift(new Set()));
    } else if (act?.kind === 'make') this.#finishMaking(act, made);
    this.#show();
  }

  cancel(): void {
    this.#put();
    this.surface.painter.lift(new Set());
    this.#show();
  }

  leave(): void {
    this.#taken = null;
  }

  #put(): void {
    this.#act = null;
    this.#preview = null;
    this.#aim = null;
  }

  #reach(): number {
    return GRIP[this.#pointer] / this.surface.painter.view.scale;
  }

  /** A place for a guide, drawn to what lies near it. */
  #anchor(p: Point): Anchor {
    return anchorAt(this.#targets, p, SNAP_REACH[this.#pointer] / this.surface.painter.view.scale);
  }

  #selectedGuide(): AnchoredGuide | null {
    const thing = this.#selected ? this.surface.keeper.things.get(this.#selected) : undefined;
    return thing?.type === 'guide' && isAnchored(thing) ? thing : null;
  }

  /** Takes up the line across the page that is pressed, or lays one there. */
  #across(tool: AcrossGuide['kind'] | 'symmetry', sheet: string): Act {
    const { keeper } = this.surface;
    if (tool === 'symmetry') {
      const known = axisOf(keeper.things);
      const from = this.#anchor(this.#at).at;
      const held: MirrorAxis = {
        ...(known ?? { type: 'axis', id: newId(), sheet }),
        from,
        to: { x: from.x, y: from.y + 1 },
      };
      return { kind: 'across', fresh: !known, held };
    }
    const at = tool === 'plumb' ? this.#at.x : this.#at.y;
    const known = thingsOfType(keeper.things, 'guide').filter(
      (guide): guide is AcrossGuide => !isAnchored(guide) && guide.kind === tool,
    );
    const near = tool === 'ground' ? known[0] : known.find((g) => Math.abs(g.at - at) < this.#reach());
    const held: AcrossGuide = { ...(near ?? { type: 'guide', id: newId(), sheet, kind: tool }), at };
    if (near)
      this.#targets = { ...this.#targets, lines: this.#targets.lines.filter(({ on }) => on !== near.id) };
    return { kind: 'across', fresh: !near, held };
  }

  /** Brings what is under the contact to where that is now. */
  #follow(): void {
    const act = this.#act;
    if (!act) return;
    const anchor = this.#anchor(this.#at);
    this.#aim = anchor.at === this.#at ? null : anchor;
    if (act.kind === 'across') this.#followAcross(act, anchor.at);
    else if (act.kind === 'pull') {
      this.#preview = this.#moved ? this.#pulled(act, anchor) : null;
      if (this.#preview) this.surface.painter.lift(new Set([act.guide.id]));
    } else this.#preview = this.#moved ? this.#made(act, anchor) : null;
    this.#show();
  }

  #followAcross(act: Act & { kind: 'across' }, at: Point): void {
    const { held } = act;
    if (held.type === 'guide') {
      act.held = { ...held, at: held.kind === 'plumb' ? at.x : at.y };
      return;
    }
    const far = distance(at, held.from) * this.surface.painter.view.scale;
    act.held = { ...held, to: far < SHORTEST_AXIS ? { x: held.from.x, y: held.from.y + 1 } : at };
  }

  #pulled({ guide, key }: Act & { kind: 'pull' }, to: Anchor): AnchoredGuide {
    if (key === 'turn') {
      const places = this.surface.painter.guides.through(guide) as [Point, Point, Point];
      return { ...guide, turn: turnTo(places, this.#at) };
    }
    return { ...guide, through: guide.through.map((anchor, i) => (i === key ? to : anchor)) };
  }

  #made({ tool, sheet, path, from }: Act & { kind: 'make' }, to: Anchor): AnchoredGuide | null {
    const form =
      tool === 'centre' ? formRound(drawnForms(this.surface.keeper.things), path[0] as Point) : null;
    const gesture = { path, from, to, form, taken: this.#taken };
    const made = guideFromGesture(tool, gesture);
    if (!made) return null;
    const count = tool === 'divided' || tool === 'stepped' ? { count: this.#setting.counts[tool] } : {};
    const { sight } = this.#setting;
    const held = sight !== null && (tool === 'sighted' || tool === 'tilted') ? { sight } : {};
    return { type: 'guide', id: this.#preview?.id ?? newId(), sheet, ...made, ...count, ...held };
  }

  #finishMaking(act: Act & { kind: 'make' }, made: AnchoredGuide | null): void {
    const { keeper, painter } = this.surface;
    const touched = act.path.at(-1) as Point;
    const lays = act.tool === 'through' || (act.tool === 'carried' && this.#taken);
    if (!this.#moved && !lays) {
      const near = guideAt(thingsOfType(keeper.things, 'guide'), painter.guides, touched, this.#reach());
      return this.#choose(near?.id ?? null);
    }
    if (act.tool === 'through') return this.#addPlace(act, this.#anchor(this.#at));
    if (byTwoDrags(act.tool) && !this.#taken) {
      this.#taken = [act.from, this.#anchor(this.#at)];
      return this.events.taken?.(act.tool);
    }
    const whole = made ?? this.#made(act, act.from);
    // A unit stays for the next length.
    if (act.tool !== 'sighted') this.#taken = null;
    return whole ? this.#keep(whole) : undefined;
  }

  /** One more place that a curve must pass: of the one that is taken up, else of a new one. */
  #addPlace(act: Act & { kind: 'make' }, place: Anchor): void {
    const { keeper } = this.surface;
    const selected = this.#selectedGuide();
    // One that is full is followed by another.
    if (selected?.kind !== 'through' || selected.through.length >= ANCHORED_KINDS.through[1])
      return this.#keep({ type: 'guide', id: newId(), sheet: act.sheet, kind: 'through', through: [place] });
    return void keeper.commit((things) => {
      const now = things.get(selected.id);
      return now?.type === 'guide' && isAnchored(now)
        ? { set: [{ id: now.id, to: { through: [...now.through, place] } }] }
        : null;
    });
  }

  #keep(guide: AnchoredGuide): void {
    void this.surface.keeper.commit({ add: [guide] }).then(() => this.#choose(guide.id));
    this.events.laid?.(guide);
  }

  #choose(id: string | null): void {
    this.#selected = id;
    this.events.selected(id);
    this.#show();
  }

  #keepAcross({ held, fresh }: Act & { kind: 'across' }): void {
    const { keeper, painter } = this.surface;
    const to = held.type === 'guide' ? { at: held.at } : { from: held.from, to: held.to };
    if (held.type === 'guide' && painter.paper) {
      const { x = 0, y = 0, width, height } = painter.paper;
      const [least, most] = held.kind === 'plumb' ? [x, x + width] : [y, y + height];
      // A guide pulled off the page is put away.
      if (held.at < least || held.at > most)
        return fresh ? undefined : void keeper.commit({ remove: [held.id] });
    }
    void keeper.commit(fresh ? { add: [held] } : { set: [{ id: held.id, to }] });
    return this.#choose(held.id);
  }

  #show(): void {
    const { painter } = this.surface;
    const act = this.#act;
    const shown = this.#preview ?? this.#selectedGuide();
    const aim = this.#aim;
    const taken = this.#taken;
    painter.setOverlay((context, pixel) => {
      if (act?.kind === 'across') painter.paint(context, act.held);
      if (this.#preview) {
        painter.paint(context, this.#preview);
        painter.paintFollowing(context, [this.#preview]);
      }
      context.strokeStyle = deskColour.verdigris;
      context.lineWidth = 1.6 * pixel;
      const measured =
        taken ?? (act?.kind === 'make' && byTwoDrags(act.tool) ? [act.from, { at: this.#at }] : null);
      if (measured) {
        context.beginPath();
        context.moveTo(measured[0].at.x, measured[0].at.y);
        context.lineTo(measured[1].at.x, measured[1].at.y);
        context.stroke();
      }
      if (shown)
        for (const { key, at } of guideHandles(shown, painter.guides)) drawGrip(context, at, key, pixel);
      if (aim) drawAim(context, aim, pixel);
    });
  }
}
