import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import morgan from 'morgan';
import type { Door } from '../door/door.ts';
import type { Lan } from '../door/lan.ts';
import type { Workshop } from '../jobs/bring-in.ts';
import type { PictureService } from '../services/picture-service.ts';
import { oneAddress } from './address.ts';
import { boardsRouter } from './boards.ts';
import { doorRouter } from './door.ts';
import { pagesRouter } from './pages.ts';
import { papersRouter } from './papers.ts';
import { referencesRouter } from './references.ts';
import { notFound, refuse } from './refuse.ts';
import { servicesRouter } from './services.ts';
import { plansRouter, sessionsRouter } from './sessions.ts';
import { setsRouter } from './sets.ts';
import { studiesRouter } from './studies.ts';

export interface AppOptions {
  readonly workshop: Workshop;
  readonly service: PictureService;
  /** Titles of references whose original is gone. */
  readonly lost?: readonly string[];
  /** The studio as exported; left out where only the API is wanted. */
  readonly studio?: string;
  /** The one address, such as `127.0.0.1:8090`. */
  readonly address: string;
  readonly log?: boolean;
  /** Left out of the desk that the local network gets. */
  readonly door?: { readonly door: Door; readonly lan: Lan };
}

export function makeApp({
  workshop,
  service,
  lost = [],
  studio,
  address,
  log = true,
  door,
}: AppOptions): Express {
  const { store, files } = workshop;
  const app = express();
  app.disable('x-powered-by');
  if (log) app.use(morgan(':method :url :status :res[content-length] - :response-time ms'));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          connectSrc: ["'self'"],
          fontSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(oneAddress(address));
  app.use(compression());
  app.use(express.json({ limit: '32mb' }));
  app.get('/api/health', (_request, response) => {
    response.json({ desk: 'open', lost });
  });
  app.use('/api/pages', pagesRouter(store, files));
  app.use('/api/references', referencesRouter(workshop, service));
  app.use('/api/sets', setsRouter(store, files));
  app.use('/api/boards', boardsRouter(store, files));
  app.use('/api/services', servicesRouter(service));
  app.use('/api/sessions', sessionsRouter(workshop));
  app.use('/api/plans', plansRouter(workshop));
  app.use('/api/studies', studiesRouter(store));
  if (door) app.use('/api/door', doorRouter(door.door, door.lan));
  app.use('/api', papersRouter(workshop));
  app.use('/api', notFound);
  if (studio && existsSync(studio)) {
    app.use(
      express.static(studio, {
        index: false,
        maxAge: '1y',
        immutable: true,
        setHeaders: (r, path) => path.endsWith('.html') && r.set('Cache-Control', 'no-cache'),
      }),
    );
    app.get('/{*path}', (request, response) => {
      if (/\.\w+$/.test(request.path)) response.status(404).end();
      else response.set('Cache-Control', 'no-cache').sendFile(join(studio, 'index.html'));
    });
  }
  app.use(refuse);
  return app;
}
