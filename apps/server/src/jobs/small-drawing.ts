import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { pageSource } from './page-source.ts';
import type { PageSource } from './render-page.ts';

/** How much of them is remembered, bytes. */
const REMEMBERED = 48 * 2 ** 20;

/**
 * Drawings as lists show them: rendered once, until they change. One that nobody waits for any more is made
 * all the same: it would cost a thread to stop it, and it may be asked for again.
 */
export class SmallDrawings {
  readonly #made = new LRUCache<string, Uint8Array>({
    maxSize: REMEMBERED,
    sizeCalculation: (bytes) => bytes.length + 1,
  });

  constructor(private readonly context: Pick<ServerContext, 'store' | 'files' | 'pool' | 'log'>) {}

  /**
   * What tells one state of an attempt's drawing from every other, and a way to have it as WebP.
   * @throws Gone where there is no such attempt
   */
  async find(attempt: Id): Promise<{ version: string; make: () => Promise<Uint8Array> }> {
    const { page, region, head } = await this.context.store.readDrawing(attempt);
    const version = createHash('sha256')
      .update(JSON.stringify([page, region, head]))
      .digest('base64url');
    const make = async (): Promise<Uint8Array> => {
      const known = this.#made.get(version);
      if (known) return known;
      const bytes = await this.context.pool.smallDrawing(await this.#source(page), region);
      this.#made.set(version, bytes);
      return bytes;
    };
    return { version, make };
  }

  /** Most drawings have no picture on them, and then need not be looked through for any. */
  async #source(page: Id): Promise<PageSource> {
    const text = await this.context.store.readPageText(page, 0);
    if (!text.includes('"placement"')) return { text, pictures: [] };
    return pageSource(this.context, page, { pictures: true, signal: new AbortController().signal });
  }
}
