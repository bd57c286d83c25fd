import { Router } from 'express';
import { idSchema, missSchema, newStudySchema, studyPatchSchema } from '@deft/contract';
import { newId } from '../ids.ts';
import type { Store } from '../store/store.ts';
import { valid } from './refuse.ts';

export function studiesRouter(store: Store): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.listStudies());
  });
  router.post('/', async (request, response) => {
    response.json(await store.openStudy({ id: newId(), ...valid(newStudySchema, request.body) }));
  });
  router.get('/:id', async (request, response) => {
    response.json(await store.readStudy(valid(idSchema, request.params.id)));
  });
  router.patch('/:id', async (request, response) => {
    response.json(
      await store.changeStudy(valid(idSchema, request.params.id), valid(studyPatchSchema, request.body)),
    );
  });
  router.post('/:id/traces', async (request, response) => {
    response.json(await store.addTrace(valid(idSchema, request.params.id), { id: newId(), page: newId() }));
  });
  router.post('/:id/attempts', async (request, response) => {
    response.json(await store.addAttempt(valid(idSchema, request.params.id), { id: newId(), page: newId() }));
  });
  router.put('/attempts/:attempt/miss', async (request, response) => {
    await store.keepMiss(valid(idSchema, request.params.attempt), valid(missSchema, request.body).miss);
    response.status(204).end();
  });
  return router;
}
