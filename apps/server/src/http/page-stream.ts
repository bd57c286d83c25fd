import type { Response } from 'express';
import type { Id } from '@deft/core/page';

/** Milliseconds between two signs of life, so that nothing in between takes the line for dead. */
const SIGN_OF_LIFE = 25_000;

/**
 * Announces to whoever has a page open that it has grown (server-sent events, WHATWG HTML 9.2). What has
 * grown they read themselves.
 */
export class PageStreams {
  readonly #listeners = new Map<Id, Set<Response>>();

  listen(page: Id, head: number, response: Response): void {
    // "no-transform" keeps compression from holding events back.
    response.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      Connection: 'keep-alive',
    });
    response.write(`retry: 1000\ndata: ${head}\n\n`);
    const all = this.#listeners.get(page) ?? new Set();
    this.#listeners.set(page, all.add(response));
    const beat = setInterval(() => response.write(':\n\n'), SIGN_OF_LIFE);
    response.on('close', () => {
      clearInterval(beat);
      all.delete(response);
      if (all.size === 0) this.#listeners.delete(page);
    });
  }

  /** @param head the page's last number */
  announce(page: Id, head: number): void {
    for (const response of this.#listeners.get(page) ?? []) response.write(`data: ${head}\n\n`);
  }
}
