import { Router } from 'express';
import { idSchema, manySchema, moveSchema, newSetSchema, setPatchSchema } from '@deft/contract';
import Joi from 'joi';
import { writeSet } from '../jobs/write-set.ts';
import { newId } from '../ids.ts';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import { valid } from './refuse.ts';

const putBackSchema = Joi.object<{ members: { reference: string; order: string }[] }>({
  members: Joi.array()
    .items(
      Joi.object({
        reference: idSchema.required(),
        order: Joi.string()
          .pattern(/^[A-Za-z0-9]{1,200}$/)
          .required(),
      }),
    )
    .max(10_000)
    .required(),
});

export function setsRouter(store: Store, files: BlobFiles): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await store.listSets());
  });
  router.post('/', async (request, response) => {
    const { title, references } = valid(newSetSchema, request.body);
    const id = newId();
    await store.makeSet({ id, title });
    if (references.length > 0) await store.addMembers(id, references);
    response.json(await store.readSet(id));
  });
  router.patch('/:id', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.changeSet(id, valid(setPatchSchema, request.body));
    response.json(await store.readSet(id));
  });
  router.delete('/:id', async (request, response) => {
    await store.changeSet(valid(idSchema, request.params.id), { removed: true });
    response.status(204).end();
  });
  /** Back after it was removed. */
  router.post('/:id/back', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.changeSet(id, { removed: false });
    response.json(await store.readSet(id));
  });
  router.post('/:id/members', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.addMembers(id, valid(manySchema, request.body).references);
    response.json(await store.readSet(id));
  });
  router.delete('/:id/members', async (request, response) => {
    response.json(
      await store.removeMembers(
        valid(idSchema, request.params.id),
        valid(manySchema, request.body).references,
      ),
    );
  });
  router.post('/:id/members/back', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await store.putBackMembers(id, valid(putBackSchema, request.body).members);
    response.json(await store.readSet(id));
  });
  router.post('/:id/order', async (request, response) => {
    const { reference, after } = valid(moveSchema, request.body);
    await store.moveMember(valid(idSchema, request.params.id), reference, after);
    response.status(204).end();
  });
  router.get('/:id/set.zip', async (request, response) => {
    const set = await store.readSet(valid(idSchema, request.params.id));
    response.attachment(`${set.title.replace(/[^\p{L}\p{N} -]/gu, '')}.zip`).type('application/zip');
    await writeSet(store, files, set.id, response);
  });
  return router;
}
