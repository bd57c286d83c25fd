import { rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Request, type Response } from 'express';
import { LRUCache } from 'lru-cache';
import { addressOf, API, JSON_LINES, type ExportLine, type Refusal } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import type { Progress } from '../jobs/export-sheet.ts';
import { Gone, Refused } from '../store/refusals.ts';
import { onFileRoute } from './answer.ts';
import { beginJsonLines, signalOf } from './json-lines.ts';

/** A file that was made and waits to be fetched. */
interface Made {
  readonly path: string;
  readonly name: string;
  readonly mime: string;
}

/** How many files wait to be fetched, and how long. */
const MOST_WAITING = 50;
const WAITS_MS = 10 * 60_000;

export interface Exported {
  /** What the file is called where it is saved. */
  readonly name: string;
  readonly mime: string;
  readonly make: (making: { progress: Progress; signal: AbortSignal }) => Promise<Uint8Array>;
}

/**
 * Files that take a while to make. Whoever asks plainly gets the file; whoever asks for lines hears how far
 * it is, then where the file lies, and stops it by closing the line.
 */
export class Exports {
  readonly #waiting = new LRUCache<string, Made>({
    max: MOST_WAITING,
    ttl: WAITS_MS,
    ttlAutopurge: true,
    dispose: ({ path }) => void rm(path, { force: true }),
  });

  constructor(private readonly context: Pick<ServerContext, 'temporary' | 'log'>) {}

  async answer(request: Request, response: Response, { name, mime, make }: Exported): Promise<void> {
    if (!request.get('accept')?.includes(JSON_LINES)) {
      const bytes = await make({ progress: () => undefined, signal: signalOf(response) });
      response.attachment(name).type(mime).send(Buffer.from(bytes));
      return;
    }
    const { write, signal } = beginJsonLines<ExportLine>(response);
    try {
      const bytes = await make({ progress: (done, of) => write({ done, of }), signal });
      signal.throwIfAborted();
      const id = newId();
      const path = join(this.context.temporary, `export-${id}`);
      await writeFile(path, bytes);
      this.#waiting.set(id, { path, name, mime });
      write({ file: addressOf(API.exports.fetch, { id }) });
    } catch (error) {
      if (!signal.aborted) write(this.#refusal(error));
    }
    response.end();
  }

  #refusal(error: unknown): Refusal {
    if (error instanceof Refused)
      return { refusal: error.name, status: error.status, sentence: error.message };
    this.context.log.error({ err: error }, 'an export failed');
    return { refusal: 'Trouble', status: 500, sentence: 'The file could not be made. Try again.' };
  }

  /** Gives a file out, once. */
  router(): Router {
    const router = Router();
    onFileRoute(router, API.exports.fetch, async ({ params: { id } }, _request, response) => {
      const made = this.#waiting.get(id);
      if (!made) throw new Gone('This file was fetched already, or waited too long. Make it again.');
      await new Promise<void>((resolve, reject) =>
        response
          .type(made.mime)
          .set('Content-Disposition', `attachment; filename="${encodeURIComponent(made.name)}"`)
          .sendFile(made.path, (error) => (error ? reject(error) : resolve())),
      );
      this.#waiting.delete(id);
    });
    return router;
  }
}
