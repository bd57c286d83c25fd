import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { pageSource } from './page-source.ts';

/** How much of them is remembered, bytes. */
const REMEMBERED = 48 * 2 ** 20;

/** Drawings as lists show them: rendered once, until they change. */
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
  async find(attempt: Id): Promise<{ version: string; make: (signal: AbortSignal) => Promise<Uint8Array> }> {
    const { page, region, head } = await this.context.store.readDrawing(attempt);
    const version = createHash('sha256')
      .update(JSON.stringify([page, region, head]))
      .digest('base64url');
    const make = async (signal: AbortSignal): Promise<Uint8Array> => {
      const known = this.#made.get(version);
      if (known) return known;
      const source = await pageSource(this.context, page, { pictures: true, signal });
      const bytes = await this.context.pool.until(signal).smallDrawing(source, region);
      this.#made.set(version, bytes);
      return bytes;
    };
    return { version, make };
  }
}
