import { Router } from 'express';
import { API } from '@deft/contract';
import { BrokenStroke, decodeStroke, type Operation } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { pageSource } from '../jobs/page-source.ts';
import { Malformed } from '../store/refusals.ts';
import { onFileRoute, onRoute } from './answer.ts';
import type { Exports } from './exports.ts';
import { PageStreams } from './page-stream.ts';

/** What a schema cannot see: a stroke must unpack, and an operation must speak of the page it is sent to. */
function mustBeSound(page: string, operations: readonly Operation[]): void {
  for (const operation of operations) {
    if (operation.page !== page)
      throw new Malformed('An operation speaks of another page than the one it was sent to.');
    if (operation.kind === 'revert') continue;
    const { add = [], set = [] } = operation.body;
    for (const thing of [...add, ...set.map((entry) => entry.to)]) {
      if (!('points' in thing) || thing.points === undefined) continue;
      try {
        decodeStroke(thing.points);
      } catch (error) {
        if (error instanceof BrokenStroke) throw new Malformed(error.message);
        throw error;
      }
    }
  }
}

export function pagesRouter(context: ServerContext, exports: Exports): Router {
  const { store, pool } = context;
  const { pages } = API;
  const router = Router();
  const streams = new PageStreams();

  onFileRoute(router, pages.readText, async ({ params: { page }, query: { after } }, _request, response) => {
    response.type('json').send(await store.readPageText(page, after));
  });
  onRoute(router, pages.append, async ({ params: { page }, body: { after, operations } }) => {
    mustBeSound(page, operations);
    const answer = await store.appendOperations(page, operations, after);
    if (operations.length > 0) streams.announce(page, answer.head);
    return answer;
  });
  onFileRoute(router, pages.stream, async ({ params: { page } }, _request, response) => {
    streams.listen(page, await store.readHead(page), response);
  });
  onFileRoute(router, pages.svg, async ({ params: { page }, query }, request, response) => {
    const { picture: pictures, guides } = query;
    await exports.answer(request, response, {
      name: 'deft-study-page.svg',
      mime: 'image/svg+xml',
      make: async ({ signal }) => {
        const source = await pageSource(context, page, { pictures, signal });
        return Buffer.from((await pool.until(signal).pageSvg(source, { guides })).svg);
      },
    });
  });
  onFileRoute(router, pages.png, async ({ params: { page }, query }, request, response) => {
    const { picture: pictures, ...options } = query;
    await exports.answer(request, response, {
      name: 'deft-study-page.png',
      mime: 'image/png',
      make: async ({ signal }) =>
        pool.until(signal).pagePng(await pageSource(context, page, { pictures, signal }), options),
    });
  });
  return router;
}
