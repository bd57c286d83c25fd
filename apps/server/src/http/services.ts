import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { Gone } from '../store/refusals.ts';
import { onFileRoute, onRoute } from './answer.ts';

/** The way to the picture service; the stand-in's faults can be switched here. */
export function servicesRouter({ service }: Pick<ServerContext, 'service'>): Router {
  const router = Router();
  onRoute(router, API.service.search, ({ query: { q, page } }) => service.search(q, page));
  onFileRoute(router, API.service.preview, async ({ params: { key } }, _request, response) => {
    const [found] = await service.find([key]);
    if (!found) throw new Gone('The picture service has no such picture.');
    response.set('Cache-Control', 'private, max-age=86400').sendFile(found.path);
  });
  onRoute(router, API.service.setFault, async ({ body: { fault } }) => {
    service.fault = fault;
    return { fault };
  });
  return router;
}
