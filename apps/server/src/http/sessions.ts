import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { anotherPicture } from '../jobs/another-picture.ts';
import { exportSheetPdf, exportSheetPng } from '../jobs/export-sheet.ts';
import { startSession } from '../jobs/start-session.ts';
import { onFileRoute, onRoute } from './answer.ts';
import type { Exports } from './exports.ts';

export function sessionsRouter(context: ServerContext, exports: Exports): Router {
  const { store } = context;
  const { sessions } = API;
  const router = Router();
  onRoute(router, sessions.list, ({ query }) => store.listSessions(query));
  onRoute(router, sessions.ids, ({ query: { from: _from, count: _count, ...which } }) =>
    store.listSessionIds(which),
  );
  onRoute(router, sessions.start, ({ body }) => startSession(context, body));
  onRoute(router, sessions.read, ({ params: { id } }) => store.readSession(id));
  onRoute(router, sessions.change, async ({ params: { id }, body }) => {
    await store.changeSession(id, body);
    return store.readSession(id);
  });
  onRoute(router, sessions.putClock, async ({ params: { id }, body }) => {
    await store.keepClock(id, body);
    return undefined;
  });
  onRoute(router, sessions.changePose, async ({ params: { id, pose }, body }) => {
    await store.changePose(id, pose, body);
    return store.readSession(id);
  });
  onRoute(router, sessions.anotherPicture, ({ params: { id, pose } }) => anotherPicture(context, id, pose));
  const kinds = [
    [sessions.png, 'contact-sheet.png', 'image/png', exportSheetPng],
    [sessions.pdf, 'contact-sheet.pdf', 'application/pdf', exportSheetPdf],
  ] as const;
  for (const [route, name, mime, make] of kinds) {
    onFileRoute(router, route, async ({ params: { id } }, request, response) => {
      await store.readSession(id);
      await exports.answer(request, response, { name, mime, make: (making) => make(context, id, making) });
    });
  }
  return router;
}

/** Plans of the student's own. */
export function plansRouter({ store }: Pick<ServerContext, 'store'>): Router {
  const { plans } = API;
  const router = Router();
  onRoute(router, plans.list, () => store.listPlans());
  onRoute(router, plans.keep, ({ params: { id }, body }) => store.keepPlan({ id, ...body }));
  onRoute(router, plans.remove, async ({ params: { id } }) => {
    await store.removePlan(id);
    return undefined;
  });
  return router;
}
