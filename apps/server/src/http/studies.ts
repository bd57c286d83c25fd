import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { onRoute } from './answer.ts';

export function studiesRouter({ store }: Pick<ServerContext, 'store'>): Router {
  const { studies } = API;
  const router = Router();
  onRoute(router, studies.list, () => store.listStudies());
  onRoute(router, studies.open, ({ body }) => store.openStudy({ id: newId(), ...body }));
  onRoute(router, studies.read, ({ params: { id } }) => store.readStudy(id));
  onRoute(router, studies.change, ({ params: { id }, body }) => store.changeStudy(id, body));
  onRoute(router, studies.addTrace, ({ params: { id } }) =>
    store.addTrace(id, { id: newId(), page: newId() }),
  );
  onRoute(router, studies.addAttempt, ({ params: { id }, body }) =>
    store.addAttempt(id, { id: newId(), page: newId(), ...body }),
  );
  onRoute(router, studies.keepMiss, async ({ params: { attempt }, body: { miss } }) => {
    await store.keepMiss(attempt, miss);
    return undefined;
  });
  return router;
}
