import { thingsOf, type Operation } from './operation.ts';
import { reducePage, revertedBy, step } from './reduce.ts';
import type { Id, Thing } from './things.ts';

interface Entry {
  readonly operation: Operation;
  number: number;
}

/** Confirmed operations stand in the order of their numbers, the device's own unconfirmed ones after them. */
const before = (a: Entry, b: Entry): number => a.number - b.number || a.operation.n - b.operation.n;
const UNCONFIRMED = Number.MAX_SAFE_INTEGER;

function insertSorted(list: Entry[], entry: Entry): void {
  let at = list.length;
  while (at > 0 && before(list[at - 1] as Entry, entry) > 0) at -= 1;
  list.splice(at, 0, entry);
}

/**
 * A page in memory: the same as `reducePage` over its operations, kept up to date one operation
 * at a time. Each thing is the sum of the operations that speak of it, so an operation that
 * arrives late, or is taken back, costs only the things it touches.
 */
export class PageLog {
  readonly #things = new Map<Id, Thing>();
  readonly #entries = new Map<Id, Entry>();
  readonly #order: Entry[] = [];
  readonly #touching = new Map<Id, Entry[]>();
  readonly #reverts: Entry[] = [];
  /** Operations that some revert speaks of; no other can change what is taken back. */
  readonly #named = new Set<Id>();
  #gone = new Set<Id>();

  /** Every thing on the page, by id. Things are never changed in place: a changed thing is a new object. */
  get things(): ReadonlyMap<Id, Thing> {
    return this.#things;
  }

  /** All operations in page order. */
  get operations(): Operation[] {
    return this.#order.map((entry) => entry.operation);
  }

  /**
   * The page as it stood just before a thing was added: what a named version shows. The page as it is where
   * it never was.
   */
  before(thing: Id): Map<Id, Thing> {
    const { operations } = this;
    const place = operations.findIndex(
      ({ kind, body }) => kind === 'change' && body.add?.some(({ id }) => id === thing),
    );
    return reducePage(place < 0 ? operations : operations.slice(0, place));
  }

  has(id: Id): boolean {
    return this.#entries.has(id);
  }

  /**
   * Takes in an operation, or tells one that is already here its number; what is known is not applied twice.
   * @param number the page's number, or nothing while unconfirmed
   * @returns ids of the things that may have changed
   */
  insert(operation: Operation, number: number = UNCONFIRMED): Set<Id> {
    const known = this.#entries.get(operation.id);
    if (known) return this.#renumber(known, number);
    const entry: Entry = { operation, number };
    this.#entries.set(operation.id, entry);
    insertSorted(this.#order, entry);
    if (operation.kind === 'revert') {
      insertSorted(this.#reverts, entry);
      for (const id of operation.body.ids) this.#named.add(id);
    } else {
      for (const id of thingsOf(operation)) {
        const list = this.#touching.get(id) ?? [];
        this.#touching.set(id, list);
        insertSorted(list, entry);
      }
    }
    return this.#settle(operation);
  }

  /** The device's last own change that stands, or null. */
  undoable(device: Id, since = 0): Operation | null {
    for (let i = this.#order.length - 1; i >= 0; i -= 1) {
      const { operation } = this.#order[i] as Entry;
      if (operation.device !== device || operation.kind !== 'change' || this.#gone.has(operation.id))
        continue;
      return operation.at >= since ? operation : null;
    }
    return null;
  }

  /** The device's last undo that stands, as long as it has changed nothing since; else null. */
  redoable(device: Id, since = 0): Operation | null {
    for (let i = this.#order.length - 1; i >= 0; i -= 1) {
      const { operation } = this.#order[i] as Entry;
      if (operation.device !== device) continue;
      if (operation.kind === 'change' || operation.at < since) return null;
      const undid = this.#entries.get(operation.body.ids[0] ?? '');
      if (undid?.operation.kind === 'change' && !this.#gone.has(operation.id)) return operation;
    }
    return null;
  }

  #renumber(entry: Entry, number: number): Set<Id> {
    if (number === entry.number || number === UNCONFIRMED) return new Set();
    const lists = [this.#order, entry.operation.kind === 'revert' ? this.#reverts : null];
    for (const id of thingsOf(entry.operation)) lists.push(this.#touching.get(id) ?? null);
    const present = lists.filter((list) => list !== null);
    for (const list of present) list.splice(list.lastIndexOf(entry), 1);
    entry.number = number;
    for (const list of present) insertSorted(list, entry);
    return this.#settle(entry.operation);
  }

  #settle(operation: Operation): Set<Id> {
    const touched = new Set(thingsOf(operation));
    if (operation.kind === 'revert' || this.#named.has(operation.id)) {
      const gone = this.#findGone();
      for (const id of [...gone, ...this.#gone]) {
        if (gone.has(id) === this.#gone.has(id)) continue;
        const entry = this.#entries.get(id);
        if (entry) for (const thing of thingsOf(entry.operation)) touched.add(thing);
      }
      this.#gone = gone;
    }
    for (const id of touched) this.#refold(id);
    return touched;
  }

  /** As `revertedBy`, over the reverts and what they name alone. */
  #findGone(): Set<Id> {
    const named = new Set<Entry>(this.#reverts);
    for (const { operation } of this.#reverts) {
      if (operation.kind !== 'revert') continue;
      for (const id of operation.body.ids) {
        const entry = this.#entries.get(id);
        if (entry) named.add(entry);
      }
    }
    return revertedBy([...named].sort(before).map((entry) => entry.operation));
  }

  #refold(id: Id): void {
    let thing: Thing | undefined;
    for (const { operation } of this.#touching.get(id) ?? []) {
      if (!this.#gone.has(operation.id)) thing = step(thing, id, operation);
    }
    if (thing) this.#things.set(id, thing);
    else this.#things.delete(id);
  }
}
