import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { removeForGood } from '../jobs/remove-for-good.ts';
import { onRoute } from './answer.ts';

export function removedRouter(context: Pick<ServerContext, 'store' | 'files'>): Router {
  const { store } = context;
  const { removed } = API;
  const router = Router();
  onRoute(router, removed.list, () => store.listRemovals());
  onRoute(router, removed.remove, async ({ body: { kind, ids } }) => {
    const things = ids.map((of) => ({ of, removal: newId() }));
    await store.removeThings(kind, things);
    return things.map(({ removal }) => removal);
  });
  onRoute(router, removed.restore, async ({ body: { removals } }) => {
    await store.restoreThings(removals);
    return undefined;
  });
  onRoute(router, removed.forGood, async ({ body: { removals } }) => {
    await removeForGood(context, removals);
    return undefined;
  });
  return router;
}
