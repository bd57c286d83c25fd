import assert from 'node:assert/strict';
import { randomBytes } from 'node:crypto';
import { idOf, Replica, type Answer, type Operation } from '@deft/core/page';

export const newId = (): string => idOf(randomBytes(16));

/** A device over the real API: its journal outlives a reopening, its replica does not. */
export class Device {
  readonly id = newId();
  n = 0;
  replica: Replica;
  journal: Operation[] = [];

  constructor(
    private readonly address: () => string,
    readonly page: string,
  ) {
    this.replica = new Replica(page, this.id);
  }

  reopen(): void {
    this.replica = new Replica(this.page, this.id);
    for (const operation of this.journal) this.replica.show(operation);
  }

  write(body: Parameters<Replica['compose']>[0]): void {
    this.n += 1;
    const operation = this.replica.compose(body, { id: newId(), n: this.n, at: Date.now() });
    this.journal.push(operation);
    this.replica.show(operation);
  }

  /** Sends what is pending. @returns whether the desk answered; a refusal fails the test */
  async send(most = 50): Promise<boolean> {
    try {
      const body = JSON.stringify({
        after: this.replica.head,
        operations: this.replica.pending.slice(0, most),
      });
      const response = await fetch(`${this.address()}/api/pages/${this.page}/operations`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body,
      });
      const value = (await response.json()) as Answer;
      if (response.status !== 200) assert.fail(JSON.stringify(value));
      this.replica.receive(value);
      const left = new Set(this.replica.pending.map((o) => o.id));
      this.journal = this.journal.filter((o) => left.has(o.id));
      return true;
    } catch (error) {
      if (error instanceof TypeError) return false;
      throw error;
    }
  }
}
