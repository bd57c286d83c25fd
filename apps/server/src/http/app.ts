import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { Router, type Express } from 'express';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { API, API_ROOT } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import type { Door } from '../door/door.ts';
import type { Lan } from '../door/lan.ts';
import { oneAddress } from './address.ts';
import { onRoute } from './answer.ts';
import { boardsRouter } from './boards.ts';
import { drawingsRouter } from './drawings.ts';
import { doorRouter } from './door.ts';
import { answerErrors, notFound } from './errors.ts';
import { Exports } from './exports.ts';
import { incomingRouter } from './incoming.ts';
import { pagesRouter } from './pages.ts';
import { personNets } from './person-nets.ts';
import { papersRouter } from './papers.ts';
import { recipesRouter } from './recipes.ts';
import { referencesRouter } from './references.ts';
import { removedRouter } from './removed.ts';
import { servicesRouter } from './services.ts';
import { plansRouter, sessionsRouter } from './sessions.ts';
import { setsRouter } from './sets.ts';
import { studiesRouter } from './studies.ts';
import { tasksRouter } from './tasks.ts';

export interface AppOptions {
  readonly context: ServerContext;
  /** Titles of references whose original is gone. */
  readonly lost?: readonly string[];
  /** The studio as exported; left out where only the API is wanted. */
  readonly studio?: string;
  /** The one address, such as `127.0.0.1:8090`. */
  readonly address: string;
  /** Left out of the desk that the local network gets. */
  readonly door?: { readonly door: Door; readonly lan: Lan };
}

const ONLY_OURS = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    // What reads people in pictures runs as WebAssembly.
    scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
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
};

/** All that the API answers; a route with a fixed word stands before one that would take it for a name. */
function apiRouter({ context, lost = [], door }: AppOptions): Router {
  const router = Router();
  const exports = new Exports(context);
  onRoute(router, API.health, async () => ({ desk: 'open' as const, lost }));
  router.use(exports.router());
  router.use(pagesRouter(context, exports));
  router.use(incomingRouter(context));
  router.use(referencesRouter(context));
  router.use(setsRouter(context));
  router.use(boardsRouter(context, exports));
  router.use(drawingsRouter(context));
  router.use(servicesRouter(context));
  router.use(sessionsRouter(context, exports));
  router.use(plansRouter(context));
  router.use(tasksRouter(context, exports));
  router.use(studiesRouter(context));
  router.use(recipesRouter(context));
  router.use(papersRouter(context));
  router.use(removedRouter(context));
  if (door) router.use(doorRouter(door.door, door.lan));
  router.use(notFound);
  return router;
}

/** Whether who asks is on this machine. */
const isHere = (address = ''): boolean => address === '::1' || /^(::ffff:)?127\./.test(address);

export function makeApp(options: AppOptions): Express {
  const { context, studio, address } = options;
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger: context.log,
      genReqId: () => randomUUID(),
      serializers: {
        req: ({ id, method, url }) => ({ id, method, url }),
        res: ({ statusCode }) => ({ status: statusCode }),
      },
    }),
  );
  app.use(helmet({ contentSecurityPolicy: ONLY_OURS, strictTransportSecurity: false }));
  app.use(oneAddress(address));
  // Large and packed already; and one is told how much of it has come.
  app.use(personNets());
  // On this machine itself there is no way to shorten: packing would only take time.
  app.use(compression({ filter: (q, r) => !isHere(q.socket.remoteAddress) && compression.filter(q, r) }));
  app.use(express.json({ limit: '32mb' }));
  app.use(API_ROOT, apiRouter(options));
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
  app.use(answerErrors(context.log));
  return app;
}
