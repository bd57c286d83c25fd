import { Router } from 'express';
import { clockSchema, idSchema, newSessionSchema } from '@deft/contract';
import { choosePictures } from '@deft/core';
import { newId } from '../ids.ts';
import { Malformed } from '../store/refusals.ts';
import type { Store } from '../store/store.ts';
import { valid } from './refuse.ts';

export function sessionsRouter(store: Store): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.listSessions());
  });
  router.post('/', async (request, response) => {
    const { set: id, count, seconds } = valid(newSessionSchema, request.body);
    const pictures = await store.listAllInSet(id);
    if (pictures.length === 0) throw new Malformed('There is no picture in this set yet.');
    const chosen = choosePictures(pictures, count);
    response.json(await store.keepSession({ id: newId(), set: id }, chosen.map(({ id: reference, revision }) => ({ id: newId(), attempt: newId(), page: newId(), reference, revision, seconds }))));
  });
  router.get('/:id', async (request, response) => {
    response.json(await store.readSession(valid(idSchema, request.params.id)));
  });
  router.put('/:id/clock', async (request, response) => {
    response.json(await store.changeSession(valid(idSchema, request.params.id), valid(clockSchema, request.body)));
  });
  return router;
}
