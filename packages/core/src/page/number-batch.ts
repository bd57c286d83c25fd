import type { Numbered, Operation } from './operation.ts';
import type { Id } from './things.ts';

/** What a page's keeper already holds, as far as a batch needs it. */
export interface StoredSoFar {
  /** The last number given on the page; 0 where none. */
  readonly head: number;
  /** Operations of the batch that are stored already. */
  readonly stored: ReadonlySet<Id>;
  /** Last running number stored of each device in the batch. */
  readonly last: ReadonlyMap<Id, number>;
}

/** A batch that leaves out something its device did before, or says it twice. Nothing of it may be stored. */
export class OutOfSequence extends Error {
  override readonly name = 'OutOfSequence';
}

/**
 * Numbers the new operations of a batch, in the order they came. What is stored already is passed
 * over, so that a batch may be sent again after a lost answer.
 * @throws OutOfSequence where a device's running numbers leave a gap or go back
 */
export function numberBatch(batch: readonly Operation[], known: StoredSoFar): Numbered[] {
  const last = new Map(known.last);
  const taken = new Set(known.stored);
  const numbered: Numbered[] = [];
  for (const operation of batch) {
    if (taken.has(operation.id)) continue;
    const expected = (last.get(operation.device) ?? 0) + 1;
    if (operation.n !== expected) {
      throw new OutOfSequence(`Operation ${operation.n} of this device came where ${expected} was due.`);
    }
    last.set(operation.device, operation.n);
    taken.add(operation.id);
    numbered.push({ number: known.head + numbered.length + 1, operation });
  }
  return numbered;
}
