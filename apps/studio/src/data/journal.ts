import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Id, Operation } from '@deft/core/page';
import { newId } from './new-id';

interface JournalSchema extends DBSchema {
  operations: { key: Id; value: Operation; indexes: { page: Id } };
  /** The last running number of this device on each page. */
  counters: { key: Id; value: number };
  facts: { key: 'device'; value: Id };
}

/**
 * What this browser has drawn and the desk has not confirmed. Running numbers are given inside
 * the same transaction that stores the operation, so that two tabs of one device never share one.
 */
export class Journal {
  private constructor(
    private readonly database: IDBPDatabase<JournalSchema>,
    readonly device: Id,
  ) {}

  static async open(name = 'deft-journal'): Promise<Journal> {
    const database = await openDB<JournalSchema>(name, 1, {
      upgrade(db) {
        db.createObjectStore('operations', { keyPath: 'id' }).createIndex('page', 'page');
        db.createObjectStore('counters');
        db.createObjectStore('facts');
      },
    });
    const facts = database.transaction('facts', 'readwrite');
    const device = (await facts.store.get('device')) ?? newId();
    await facts.store.put(device, 'device');
    await facts.done;
    return new Journal(database, device);
  }

  /** Writes an operation down under the next running number of its page. */
  async append(page: Id, make: (n: number) => Operation): Promise<Operation> {
    const transaction = this.database.transaction(['operations', 'counters'], 'readwrite', {
      durability: 'relaxed',
    });
    const counters = transaction.objectStore('counters');
    const n = ((await counters.get(page)) ?? 0) + 1;
    const operation = make(n);
    await Promise.all([
      counters.put(n, page),
      transaction.objectStore('operations').put(operation),
      transaction.done,
    ]);
    return operation;
  }

  /** A page's unconfirmed operations, oldest first. */
  async pending(page: Id): Promise<Operation[]> {
    return (await this.database.getAllFromIndex('operations', 'page', page)).sort((a, b) => a.n - b.n);
  }

  /** Pages with something unconfirmed. */
  async waiting(): Promise<Id[]> {
    return [...new Set((await this.database.getAll('operations')).map((operation) => operation.page))];
  }

  async confirm(ids: readonly Id[]): Promise<void> {
    const transaction = this.database.transaction('operations', 'readwrite');
    await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
  }

  close(): void {
    this.database.close();
  }
}
