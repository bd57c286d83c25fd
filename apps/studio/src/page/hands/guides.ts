import { guideLine, thingsOfType, type Guide, type GuideKind } from '@deft/core';
import { newId } from '../../data/new-id';
import { paintGuide } from '../ink';
import { sheetFor, whyNot } from '../place-on';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

const GRIP = 14;

/** Lays a ground line, levels and plumbs where one touches; one that is there is taken along. There is one ground line. */
export class GuidesHand implements Hand {
  #kind: GuideKind = 'ground';
  #held: Guide | null = null;
  #fresh = false;

  constructor(private readonly surface: Surface, private readonly refused?: (sentence: string) => void) {}

  take(kind: GuideKind): void {
    this.#kind = kind;
  }

  begin(sample: Sample): void {
    const { keeper, painter } = this.surface;
    const sheet = sheetFor(keeper.things, 'guides');
    const reason = whyNot(keeper.things, sheet);
    if (reason || !sheet) return this.refused?.(reason ?? '');
    const p = this.surface.toPage(sample);
    const at = this.#kind === 'plumb' ? p.x : p.y;
    const grip = GRIP / painter.view.scale;
    const known = thingsOfType(keeper.things, 'guide').filter((g) => g.kind === this.#kind);
    const near = this.#kind === 'ground' ? known[0] : known.find((g) => Math.abs(g.at - at) < grip);
    this.#fresh = !near;
    this.#held = { ...(near ?? { type: 'guide', id: newId(), sheet, kind: this.#kind }), at };
    return this.#show();
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    if (!last || !this.#held) return;
    const p = this.surface.toPage(last);
    this.#held = { ...this.#held, at: this.#kind === 'plumb' ? p.x : p.y };
    this.#show();
  }

  finish(): void {
    const held = this.#held;
    this.#held = null;
    if (!held) return;
    const { keeper, painter } = this.surface;
    const { paper } = painter;
    const most = paper ? (held.kind === 'plumb' ? paper.width : paper.height) : Infinity;
    // A guide pulled off the page is put away.
    if (held.at < 0 || held.at > most) {
      if (!this.#fresh) void keeper.commit({ remove: [held.id] });
    } else {
      void keeper.commit(this.#fresh ? { add: [held] } : { set: [{ id: held.id, to: { at: held.at } }] });
    }
    this.#show();
  }

  cancel(): void {
    this.#held = null;
    this.#show();
  }

  #show(): void {
    const { painter } = this.surface;
    const held = this.#held;
    painter.setOverlay(held && ((context, pixel) => {
      if (painter.paper && guideLine(held, painter.paper)) paintGuide(context, held, painter.paper, pixel);
    }));
  }
}
