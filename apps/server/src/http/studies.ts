import { Router } from 'express';
import { API, MOST_REPORTS } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { SmallDrawings } from '../jobs/small-drawing.ts';
import { onFileRoute, onRoute } from './answer.ts';

export function studiesRouter(context: ServerContext): Router {
  const { store } = context;
  const drawings = new SmallDrawings(context);
  const { studies } = API;
  const router = Router();
  onRoute(router, studies.list, ({ query }) => store.listStudies(query));
  onRoute(router, studies.ids, ({ query: { from: _from, count: _count, ...which } }) =>
    store.listStudyIds(which),
  );
  onRoute(router, studies.open, ({ body }) => store.openStudy({ id: newId(), ...body }));
  onRoute(router, studies.read, ({ params: { id } }) => store.readStudy(id));
  onRoute(router, studies.change, ({ params: { id }, body }) => store.changeStudy(id, body));
  onRoute(router, studies.addTrace, ({ params: { id } }) =>
    store.addTrace(id, { id: newId(), page: newId() }),
  );
  onRoute(router, studies.changeTrace, ({ params: { id, trace }, body }) =>
    store.changeTrace(id, trace, body),
  );
  onRoute(router, studies.addAttempt, ({ params: { id }, body }) =>
    store.addAttempt(id, { id: newId(), page: newId(), ...body }),
  );
  onRoute(router, studies.changeAttempt, async ({ params: { attempt }, body }) => {
    await store.changeAttempt(attempt, body);
    return undefined;
  });
  onFileRoute(router, studies.drawing, async ({ params: { attempt } }, request, response) => {
    const { version, make } = await drawings.find(attempt);
    response.set({ ETag: `"${version}"`, 'Cache-Control': 'no-cache' }).type('image/webp');
    if (request.fresh) response.status(304).end();
    else response.send(Buffer.from(await make()));
  });
  onRoute(router, studies.reports, ({ params: { attempt } }) => store.listReports(attempt));
  onRoute(router, studies.otherLines, ({ params: { attempt } }) => store.listOtherLines(attempt));
  onRoute(router, studies.sisters, ({ params: { id } }) => store.listSisters(id));
  onRoute(router, studies.keepReport, async ({ params: { attempt }, body }) => {
    await store.keepReport(attempt, { id: newId(), ...body }, MOST_REPORTS);
    return undefined;
  });
  return router;
}
