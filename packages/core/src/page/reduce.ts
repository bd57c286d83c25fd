import type { Operation } from './operation.ts';
import { misfitsOf, patched } from './thing-fields.ts';
import type { Id, Thing, ThingType } from './things.ts';

/**
 * Operations that are taken back. A revert counts from where it stands: it takes back only what
 * came before it, and only while it is not itself taken back by a later one.
 * @param operations in page order
 */
export function revertedBy(operations: readonly Operation[]): Set<Id> {
  const place = new Map(operations.map((operation, index) => [operation.id, index]));
  const gone = new Set<Id>();
  for (let i = operations.length - 1; i >= 0; i -= 1) {
    const operation = operations[i] as Operation;
    if (operation.kind !== 'revert' || gone.has(operation.id)) continue;
    for (const id of operation.body.ids) if ((place.get(id) ?? Infinity) < i) gone.add(id);
  }
  return gone;
}

/**
 * What one operation makes of one thing; `undefined` stands for a thing that is not there, before and after.
 */
export function step(thing: Thing | undefined, id: Id, operation: Operation): Thing | undefined {
  if (operation.kind !== 'change') return thing;
  const { add, set, remove } = operation.body;
  let now = thing ?? add?.find((added) => added.id === id);
  if (now) for (const entry of set ?? []) if (entry.id === id) now = patched(now, entry.to);
  return remove?.includes(id) ? undefined : now;
}

/**
 * The page as the sum of its operations: the plain definition that everything quicker is held to.
 * @param operations in page order
 */
export function reducePage(operations: readonly Operation[]): Map<Id, Thing> {
  const gone = revertedBy(operations);
  const things = new Map<Id, Thing>();
  for (const operation of operations) {
    if (operation.kind !== 'change' || gone.has(operation.id)) continue;
    const { add = [], set = [], remove = [] } = operation.body;
    for (const id of new Set([...add.map((t) => t.id), ...set.map((s) => s.id), ...remove])) {
      const next = step(things.get(id), id, operation);
      if (next) things.set(id, next);
      else things.delete(id);
    }
  }
  return things;
}

/** A field of a stored change that a thing of its kind cannot take: `reducePage` leaves it out. */
export interface Misfit {
  readonly thing: Id;
  readonly type: ThingType;
  readonly field: string;
}

/**
 * What of a page's changes was left out because it does not fit the kind of thing it is for.
 * @param operations in page order
 * @returns empty for a page whose changes all fit
 */
export function findMisfits(operations: readonly Operation[]): Misfit[] {
  const types = new Map<Id, ThingType>();
  const found: Misfit[] = [];
  for (const operation of operations) {
    if (operation.kind !== 'change') continue;
    for (const { id, type } of operation.body.add ?? []) if (!types.has(id)) types.set(id, type);
    for (const { id: thing, to } of operation.body.set ?? []) {
      const type = types.get(thing);
      if (type) for (const field of misfitsOf(type, to)) found.push({ thing, type, field });
    }
  }
  return found;
}
