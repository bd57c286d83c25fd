import { OPERATION_VERSION, type Change, type Numbered, type Operation } from './operation.ts';
import { PageLog } from './page-log.ts';
import type { Id } from './things.ts';

/** What the keeper answers: every operation of the page after `after`, up to `head`. */
export interface Answer {
  readonly after: number;
  readonly head: number;
  readonly operations: readonly Numbered[];
}

/**
 * One device's copy of a page: what is confirmed, then its own operations that are not yet.
 * It holds no clock, no network and no storage: those are handed in or asked of it.
 */
export class Replica {
  readonly log = new PageLog();
  readonly #pending: Operation[] = [];
  #head = 0;

  constructor(
    readonly page: Id,
    readonly device: Id,
  ) {}

  /** The last page number seen without a gap. */
  get head(): number {
    return this.#head;
  }

  /** Own operations that the keeper has not confirmed, oldest first. */
  get pending(): readonly Operation[] {
    return this.#pending;
  }

  /** Writes down a gesture. The caller journals the operation under the running number it gives. */
  compose(
    body: Change | { readonly ids: readonly Id[] },
    stamp: { id: Id; n: number; at: number },
  ): Operation {
    const base = {
      ...stamp,
      page: this.page,
      device: this.device,
      seen: this.#head,
      version: OPERATION_VERSION,
    };
    return 'ids' in body ? { ...base, kind: 'revert', body } : { ...base, kind: 'change', body };
  }

  /**
   * Shows an own operation at once; one from the journal after a reload likewise. Returns what may have
   * changed.
   */
  show(operation: Operation): Set<Id> {
    if (this.log.has(operation.id)) return new Set();
    this.#pending.push(operation);
    this.#pending.sort((a, b) => a.n - b.n);
    return this.log.insert(operation);
  }

  /** Takes an answer in. One that is late, repeated or leaves a gap changes nothing that it should not. */
  receive(answer: Answer): Set<Id> {
    const touched = new Set<Id>();
    if (answer.after > this.#head) return touched;
    for (const { number, operation } of answer.operations) {
      if (number <= this.#head) continue;
      const at = this.#pending.findIndex((own) => own.id === operation.id);
      if (at >= 0) this.#pending.splice(at, 1);
      for (const id of this.log.insert(operation, number)) touched.add(id);
    }
    this.#head = Math.max(this.#head, answer.head);
    return touched;
  }
}
