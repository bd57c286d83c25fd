import type { Listed } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { LRUCache } from 'lru-cache';

/** How many different listings are remembered. */
const MOST_LISTINGS = 24;

/** The part of a list that is asked for. */
interface Part {
  readonly from?: number;
  readonly count?: number;
}

/** A long list: what fits, in its order, and how it is shown. */
export interface Listing<Query extends Part, Item> {
  readonly name: string;
  readonly ids: (which: Omit<Query, keyof Part>) => Promise<readonly Id[]>;
  readonly items: (ids: readonly Id[]) => Promise<ReadonlyMap<Id, Item>>;
}

/**
 * Pages of long lists. What fits, and in which order, is asked of the database once and remembered until
 * something is written, so that a far page costs no more than the first.
 */
export class Listings {
  readonly #known = new LRUCache<string, readonly Id[]>({ max: MOST_LISTINGS });

  async page<Query extends Part, Item>(listing: Listing<Query, Item>, query: Query): Promise<Listed<Item>> {
    const { from = 0, count = 100, ...which } = query;
    const key = JSON.stringify([listing.name, ...Object.entries(which).sort(([a], [b]) => (a < b ? -1 : 1))]);
    const ids = this.#known.get(key) ?? (await listing.ids(which));
    this.#known.set(key, ids);
    const shown = ids.slice(from, from + count);
    const found = await listing.items(shown);
    return { total: ids.length, items: shown.flatMap((id) => found.get(id) ?? []) };
  }

  /** Something was written: what was remembered may no longer hold. */
  forget(): void {
    this.#known.clear();
  }
}
