import { Router } from 'express';
import { faultSchema, searchSchema } from '@deft/contract';
import type { PictureService } from '../services/picture-service.ts';
import { Gone } from '../store/refusals.ts';
import { valid, validQuery } from './refuse.ts';

/** The way to the picture service; the stand-in's faults can be switched here. */
export function servicesRouter(service: PictureService): Router {
  const router = Router();
  router.get('/pictures', async (request, response) => {
    const { q, page } = validQuery(searchSchema, request.query);
    response.json(await service.search(q, page));
  });
  router.get('/pictures/:key/preview', async (request, response) => {
    const [found] = await service.find([request.params.key]);
    if (!found) throw new Gone('The picture service has no such picture.');
    response.set('Cache-Control', 'private, max-age=86400').sendFile(found.path);
  });
  router.put('/pictures/fault', (request, response) => {
    service.fault = valid(faultSchema, request.body).fault;
    response.json({ fault: service.fault });
  });
  return router;
}
