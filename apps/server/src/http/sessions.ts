import { Router } from 'express';
import {
  clockSchema,
  idSchema,
  newSessionSchema,
  planSchema,
  posePatchSchema,
  sessionPatchSchema,
} from '@deft/contract';
import type { Workshop } from '../jobs/bring-in.ts';
import { sheetPdf, sheetPng } from '../jobs/export-sheet.ts';
import { startSession } from '../jobs/start-session.ts';
import { valid } from './refuse.ts';

export function sessionsRouter(workshop: Workshop): Router {
  const { store, files } = workshop;
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.listSessions());
  });
  router.post('/', async (request, response) => {
    response.json(await startSession(workshop, valid(newSessionSchema, request.body)));
  });
  router.get('/:id', async (request, response) => {
    response.json(await store.readSession(valid(idSchema, request.params.id)));
  });
  router.patch('/:id', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.noteSession(id, valid(sessionPatchSchema, request.body));
    response.json(await store.readSession(id));
  });
  router.put('/:id/clock', async (request, response) => {
    await store.changeSession(valid(idSchema, request.params.id), valid(clockSchema, request.body));
    response.status(204).end();
  });
  router.patch('/:id/poses/:pose', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.notePose(id, valid(idSchema, request.params.pose), valid(posePatchSchema, request.body));
    response.json(await store.readSession(id));
  });
  router.get('/:id/sheet.png', async (request, response) => {
    response
      .attachment('contact-sheet.png')
      .type('image/png')
      .send(await sheetPng(store, files, valid(idSchema, request.params.id)));
  });
  router.get('/:id/sheet.pdf', async (request, response) => {
    response
      .attachment('contact-sheet.pdf')
      .type('application/pdf')
      .send(await sheetPdf(store, files, valid(idSchema, request.params.id)));
  });
  return router;
}

/** Plans of the student's own. */
export function plansRouter({ store }: Workshop): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.listPlans());
  });
  router.put('/:id', async (request, response) => {
    response.json(
      await store.keepPlan({ id: valid(idSchema, request.params.id), ...valid(planSchema, request.body) }),
    );
  });
  router.delete('/:id', async (request, response) => {
    await store.removePlan(valid(idSchema, request.params.id));
    response.status(204).end();
  });
  return router;
}
