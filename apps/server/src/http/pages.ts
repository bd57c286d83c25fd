import { Router } from 'express';
import Joi from 'joi';
import { batchSchema, idSchema } from '@deft/contract';
import { BrokenStroke, decodeStroke, type Operation } from '@deft/core/page';
import { exportPng, exportSvg } from '../jobs/export-page.ts';
import type { BlobFiles } from '../store/blob-files.ts';
import { Malformed } from '../store/refusals.ts';
import type { Store } from '../store/store.ts';
import { PageStreams } from './page-stream.ts';
import { valid } from './refuse.ts';

/** What Joi cannot see: a stroke must unpack, and an operation must speak of the page it is sent to. */
function mustBeSound(page: string, operations: readonly Operation[]): void {
  for (const operation of operations) {
    if (operation.page !== page)
      throw new Malformed('An operation speaks of another page than the one it was sent to.');
    if (operation.kind === 'revert') continue;
    const strokes = [...(operation.body.add ?? []), ...(operation.body.set ?? []).map((entry) => entry.to)];
    for (const thing of strokes) {
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

/** The largest number a page may give. */
const LAST_NUMBER = 2 ** 31 - 1;

export function pagesRouter(store: Store, files: BlobFiles): Router {
  const router = Router();
  const streams = new PageStreams();
  const truth = Joi.boolean().truthy('1').falsy('0').default(false);
  const exportSchema = Joi.object<{ guides: boolean; picture: boolean; dpi: number }>({
    guides: truth,
    picture: truth,
    dpi: Joi.number().integer().min(36).max(1200).default(300),
  });
  const options = (query: unknown): { guides: boolean; picture: boolean; dpi: number } => {
    const { error, value } = exportSchema.validate(query);
    if (error) throw new Malformed(`This request does not fit: ${error.message}.`);
    return value;
  };

  router.get('/:page/operations', async (request, response) => {
    const after = Number(request.query['after'] ?? 0);
    if (!Number.isSafeInteger(after) || after < 0 || after > LAST_NUMBER)
      throw new Malformed('The number to read on from must be a whole number.');
    response.type('json').send(await store.readPageText(valid(idSchema, request.params.page), after));
  });

  router.post('/:page/operations', async (request, response) => {
    const page = valid(idSchema, request.params.page);
    const { after, operations } = valid(batchSchema, request.body);
    mustBeSound(page, operations);
    const answer = await store.appendOperations(page, operations, after);
    response.json(answer);
    if (operations.length > 0) streams.tell(page, answer.head);
  });

  router.get('/:page/stream', async (request, response) => {
    const page = valid(idSchema, request.params.page);
    streams.listen(page, await store.readHead(page), response);
  });

  router.get('/:page/page.svg', async (request, response) => {
    const page = valid(idSchema, request.params.page);
    const { svg } = await exportSvg(store, files, page, options(request.query));
    response.attachment('deft-study-page.svg').type('image/svg+xml').send(svg);
  });

  router.get('/:page/page.png', async (request, response) => {
    const page = valid(idSchema, request.params.page);
    const { dpi, ...what } = options(request.query);
    response
      .attachment('deft-study-page.png')
      .type('image/png')
      .send(await exportPng(store, files, page, dpi, what));
  });

  return router;
}
