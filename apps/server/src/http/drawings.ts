import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { onRoute } from './answer.ts';

export function drawingsRouter({ store }: ServerContext): Router {
  const { drawings } = API;
  const router = Router();
  onRoute(router, drawings.list, ({ query }) => store.listDrawings(query));
  onRoute(router, drawings.make, () => store.makeDrawing({ id: newId(), page: newId() }));
  onRoute(router, drawings.read, ({ params: { id } }) => store.readFreeDrawing(id));
  onRoute(router, drawings.change, ({ params: { id }, body }) => store.changeDrawing(id, body));
  onRoute(router, drawings.attach, ({ params: { id }, body: { reference } }) =>
    store.attachDrawing(id, { reference, study: newId() }),
  );
  onRoute(router, drawings.detach, ({ params: { id } }) => store.detachDrawing(id));
  return router;
}
