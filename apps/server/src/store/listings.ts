import type { ReferencePage, ReferenceQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { LRUCache } from 'lru-cache';
import type { Database } from './database.ts';
import { briefs, listIds } from './references.ts';

/** How many different listings are remembered. */
const MOST_LISTINGS = 12;

/**
 * Pages of long lists. Which references fit, and in which order, is asked of the database once and
 * remembered until something is written, so that a far page of a wall costs no more than the first.
 */
export class Listings {
  readonly #known = new LRUCache<string, readonly Id[]>({ max: MOST_LISTINGS });

  constructor(private readonly database: Database) {}

  async page(query: ReferenceQuery): Promise<ReferencePage> {
    const { from = 0, count = 100, ...which } = query;
    const key = JSON.stringify(Object.entries(which).sort(([a], [b]) => (a < b ? -1 : 1)));
    const ids = this.#known.get(key) ?? (await listIds(this.database, which));
    this.#known.set(key, ids);
    const shown = ids.slice(from, from + count);
    const found = await briefs(this.database, shown);
    return { total: ids.length, items: shown.flatMap((id) => found.get(id) ?? []) };
  }

  /** Something was written: what was remembered may no longer hold. */
  forget(): void {
    this.#known.clear();
  }
}
