import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { writeSet } from '../jobs/write-set.ts';
import { onFileRoute, onRoute } from './answer.ts';

export function setsRouter({ store, files }: Pick<ServerContext, 'store' | 'files'>): Router {
  const { sets } = API;
  const router = Router();
  onRoute(router, sets.list, () => store.listSets());
  onRoute(router, sets.make, async ({ body: { title, references } }) => {
    const id = newId();
    await store.makeSet({ id, title });
    if (references.length > 0) await store.addMembers(id, references);
    return store.readSet(id);
  });
  onRoute(router, sets.change, async ({ params: { id }, body }) => {
    await store.changeSet(id, body);
    return store.readSet(id);
  });
  onRoute(router, sets.traces, ({ params: { id } }) => store.listSetTraces(id));
  onRoute(router, sets.remove, async ({ params: { id } }) => {
    await store.changeSet(id, { removed: true });
    return undefined;
  });
  onRoute(router, sets.restore, async ({ params: { id } }) => {
    await store.changeSet(id, { removed: false });
    return store.readSet(id);
  });
  onRoute(router, sets.addMembers, async ({ params: { id }, body: { references } }) => {
    await store.addMembers(id, references);
    return store.readSet(id);
  });
  onRoute(router, sets.removeMembers, ({ params: { id }, body: { references } }) =>
    store.removeMembers(id, references),
  );
  onRoute(router, sets.restoreMembers, async ({ params: { id }, body: { members } }) => {
    await store.restoreMembers(id, members);
    return store.readSet(id);
  });
  onRoute(router, sets.moveMember, async ({ params: { id }, body: { reference, after } }) => {
    await store.moveMember(id, reference, after);
    return undefined;
  });
  onFileRoute(router, sets.zip, async ({ params: { id } }, _request, response) => {
    const set = await store.readSet(id);
    response.attachment(`${set.title.replace(/[^\p{L}\p{N} -]/gu, '')}.zip`).type('application/zip');
    await writeSet(store, files, set.id, response);
  });
  return router;
}
