import RBush from 'rbush';
import { unionOf, type Box } from '@deft/core/geometry';
import {
  byPaint,
  guidesOn,
  onSheet,
  thingBox,
  type AnchoredGuide,
  type Guide,
  type Id,
  type SheetThing,
  type Thing,
} from '@deft/core/page';
import { pointsOf } from './stroke-points';

interface Entry extends Box {
  readonly thing: SheetThing;
}

/**
 * Where everything on a page lies, kept up to date thing by thing: what a place shows is found without
 * looking at the rest.
 */
export class Scene {
  readonly #trees = new Map<Id, RBush<Entry>>();
  readonly #entries = new Map<Id, Entry>();
  readonly #tops = new Map<Id, string>();
  readonly #guides = new Map<Id, Guide>();

  /**
   * Takes changed things in.
   * @param changed ids, or nothing for all
   * @returns for each sheet touched the room that must be painted anew
   */
  update(things: ReadonlyMap<Id, Thing>, changed: Iterable<Id> = things.keys()): Map<Id, Box> {
    const ids = changed instanceof Set ? (changed as ReadonlySet<Id>) : new Set(changed);
    const touched = new Map<Id, Box>();
    const fresh = new Map<Id, Entry[]>();
    for (const id of ids) {
      const before = this.#entries.get(id);
      const thing = things.get(id);
      if (before && before.thing === thing) continue;
      if (before) {
        this.#entries.delete(id);
        this.#trees.get(before.thing.sheet)?.remove(before);
        touched.set(before.thing.sheet, unionOf(touched.get(before.thing.sheet) ?? null, before) as Box);
      }
      if (thing?.type === 'guide') this.#guides.set(id, thing);
      else this.#guides.delete(id);
      if (!thing || !onSheet(thing)) continue;
      const box = thingBox(thing, pointsOf);
      if (!box) continue;
      const entry: Entry = { ...box, thing };
      this.#entries.set(id, entry);
      const list = fresh.get(thing.sheet);
      if (list) list.push(entry);
      else fresh.set(thing.sheet, [entry]);
      touched.set(thing.sheet, unionOf(touched.get(thing.sheet) ?? null, box) as Box);
      if ('order' in thing && thing.order > (this.#tops.get(thing.sheet) ?? ''))
        this.#tops.set(thing.sheet, thing.order);
    }
    for (const { id, sheet } of this.guidesOn(ids)) {
      const room = this.#entries.get(id);
      if (room) touched.set(sheet, unionOf(touched.get(sheet) ?? null, room) as Box);
    }
    for (const [sheet, entries] of fresh) {
      const tree = this.#trees.get(sheet) ?? new RBush<Entry>();
      this.#trees.set(sheet, tree);
      if (entries.length > 1) tree.load(entries);
      else tree.insert(entries[0] as Entry);
    }
    return touched;
  }

  /** What of a sheet may lie within a box, from the lowest up. */
  search(sheet: Id, box: Box): SheetThing[] {
    return (this.#trees.get(sheet)?.search(box) ?? []).map(({ thing }) => thing).sort(byPaint);
  }

  /** Everything on a sheet, from the lowest up. */
  all(sheet: Id): SheetThing[] {
    return (this.#trees.get(sheet)?.all() ?? []).map(({ thing }) => thing).sort(byPaint);
  }

  /** The guides that hang, near or far, on any of some things. */
  guidesOn(ids: ReadonlySet<Id>): AnchoredGuide[] {
    return this.#guides.size === 0 ? [] : guidesOn(this.#guides.values(), ids);
  }

  boxOf(id: Id): Box | null {
    return this.#entries.get(id) ?? null;
  }

  /** The highest stacking key that a sheet has had; null for an empty one. */
  top(sheet: Id): string | null {
    return this.#tops.get(sheet) ?? null;
  }
}
