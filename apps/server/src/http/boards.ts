import { Router } from 'express';
import { boardPatchSchema, idSchema, newBoardSchema } from '@deft/contract';
import { newId } from '../ids.ts';
import { boardPdf, boardPng } from '../jobs/export-board.ts';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import { valid } from './refuse.ts';

export function boardsRouter(store: Store, files: BlobFiles): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.listBoards());
  });
  router.post('/', async (request, response) => {
    response.json(
      await store.makeBoard({ id: newId(), page: newId(), ...valid(newBoardSchema, request.body) }),
    );
  });
  router.get('/:id', async (request, response) => {
    response.json(await store.readBoard(valid(idSchema, request.params.id)));
  });
  router.patch('/:id', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.changeBoard(id, valid(boardPatchSchema, request.body));
    response.json(await store.readBoard(id));
  });
  router.delete('/:id', async (request, response) => {
    await store.changeBoard(valid(idSchema, request.params.id), { removed: true });
    response.status(204).end();
  });
  router.post('/:id/back', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.changeBoard(id, { removed: false });
    response.json(await store.readBoard(id));
  });
  router.get('/:id/board.png', async (request, response) => {
    response
      .attachment('board.png')
      .type('image/png')
      .send(await boardPng(store, files, valid(idSchema, request.params.id)));
  });
  router.get('/:id/board.pdf', async (request, response) => {
    response
      .attachment('board.pdf')
      .type('application/pdf')
      .send(await boardPdf(store, files, valid(idSchema, request.params.id)));
  });
  return router;
}
