import { axisOf, thingsOfType, type Guide, type MirrorAxis } from '@deft/core/page';
import { newId } from '../../data/new-id';
import type { GuidesTool } from '../../data/desk-slice';
import { sheetFor, whyNot, type Obstacle } from '../place-on';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

const GRIP = 14;
/** A drag for an axis shorter than this sets it upright, CSS pixels. */
const SHORTEST_DRAG = 24;

/**
 * Lays a ground line, levels, plumbs and the axis of symmetry; one that is there is taken along. There is one
 * ground line and one axis.
 */
export class GuidesHand implements Hand {
  #tool: GuidesTool = 'ground';
  #held: Guide | MirrorAxis | null = null;
  #fresh = false;

  constructor(
    private readonly surface: Surface,
    private readonly refused?: (refusal: Obstacle) => void,
  ) {}

  take(tool: GuidesTool): void {
    this.#tool = tool;
  }

  begin(sample: Sample): void {
    const { keeper, painter } = this.surface;
    const sheet = sheetFor(keeper.things, ['guides']);
    const refusal = whyNot(keeper.things, sheet);
    if (refusal || !sheet) return refusal ? this.refused?.(refusal) : undefined;
    const p = this.surface.toPage(sample);
    if (this.#tool === 'axis') {
      const known = axisOf(keeper.things);
      this.#fresh = !known;
      this.#held = {
        ...(known ?? { type: 'axis', id: newId(), sheet }),
        from: p,
        to: { x: p.x, y: p.y + 1 },
      };
      return this.#show();
    }
    const at = this.#tool === 'plumb' ? p.x : p.y;
    const known = thingsOfType(keeper.things, 'guide').filter((g) => g.kind === this.#tool);
    const near =
      this.#tool === 'ground' ? known[0] : known.find((g) => Math.abs(g.at - at) < GRIP / painter.view.scale);
    this.#fresh = !near;
    this.#held = { ...(near ?? { type: 'guide', id: newId(), sheet, kind: this.#tool }), at };
    return this.#show();
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    const held = this.#held;
    if (!last || !held) return;
    const p = this.surface.toPage(last);
    if (held.type === 'guide') this.#held = { ...held, at: held.kind === 'plumb' ? p.x : p.y };
    else {
      const far = Math.hypot(p.x - held.from.x, p.y - held.from.y) * this.surface.painter.view.scale;
      this.#held = { ...held, to: far < SHORTEST_DRAG ? { x: held.from.x, y: held.from.y + 1 } : p };
    }
    this.#show();
  }

  finish(): void {
    const held = this.#held;
    this.#held = null;
    if (held) this.#keep(held);
    this.#show();
  }

  cancel(): void {
    this.#held = null;
    this.#show();
  }

  #keep(held: Guide | MirrorAxis): void {
    const { keeper, painter } = this.surface;
    const to = held.type === 'guide' ? { at: held.at } : { from: held.from, to: held.to };
    if (held.type === 'guide' && painter.paper) {
      const { x = 0, y = 0, width, height } = painter.paper;
      const [least, most] = held.kind === 'plumb' ? [x, x + width] : [y, y + height];
      // A guide pulled off the page is put away.
      if (held.at < least || held.at > most)
        return this.#fresh ? undefined : void keeper.commit({ remove: [held.id] });
    }
    return void keeper.commit(this.#fresh ? { add: [held] } : { set: [{ id: held.id, to }] });
  }

  #show(): void {
    const { painter } = this.surface;
    const held = this.#held;
    painter.setOverlay(held && ((context) => painter.paint(context, held)));
  }
}
