import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { exportHandIn } from '../jobs/export-hand-in.ts';
import { onFileRoute, onRoute } from './answer.ts';
import type { Exports } from './exports.ts';

/** What was set to be drawn, and handing it in. */
export function tasksRouter(context: ServerContext, exports: Exports): Router {
  const { store } = context;
  const { tasks } = API;
  const router = Router();
  onRoute(router, tasks.list, () => store.listTasks());
  onRoute(router, tasks.read, ({ params: { id } }) => store.readTask(id));
  onRoute(router, tasks.put, ({ params: { id }, body }) => store.putTask(id, body));
  onRoute(router, tasks.remove, async ({ params: { id } }) => {
    await store.removeTask(id);
    return undefined;
  });
  onFileRoute(router, tasks.handIn, async ({ params: { id } }, request, response) => {
    await store.readStudy(id);
    await exports.answer(request, response, {
      name: 'hand-in.pdf',
      mime: 'application/pdf',
      make: (making) => exportHandIn(context, id, making),
    });
  });
  return router;
}
