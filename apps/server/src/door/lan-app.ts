import { parse as parseCookie } from 'cookie';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { joinSchema, type Refusal } from '@deft/contract';
import type { Door } from './door.ts';
import { doorPage } from './door-page.ts';

const COOKIE = 'deft-guest';
const LASTS_SECONDS = 90 * 24 * 3600;

function tokenOf(header: string | undefined): string | null {
  const token = parseCookie(header ?? '')[COOKIE];
  return token && /^[\w-]{43}$/.test(token) ? token : null;
}

const refusal = (status: number, sentence: string): Refusal => ({ refusal: 'Door', status, sentence });

/** A form that cannot be read, from somebody who is not let in yet: nothing of the server's is told. */
const unreadable: ErrorRequestHandler = (_error, _request, response, _next) => {
  response
    .status(400)
    .type('html')
    .send(doorPage({ sentence: 'That could not be read. Type the code again.' }));
};

/** Only requests meant for this address, and none on behalf of a foreign page. */
function meantForUs(address: string): RequestHandler {
  return ({ headers: { host, origin } }, response, next) => {
    if (host !== address) response.status(421).json(refusal(421, 'This desk answers at another address.'));
    else if (origin !== undefined && origin !== `http://${address}`)
      response.status(403).json(refusal(403, 'This desk takes no requests from other sites.'));
    else next();
  };
}

/**
 * The desk as the local network sees it: the door, and behind it the whole desk but for the door's own key.
 * @param desk what those get who are let in, made for the same address
 */
export function lanApp(door: Door, desk: Express, address: string): Express {
  const app = express();
  app.disable('x-powered-by');
  // Without a referrer a browser would send the form with the origin “null”.
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          styleSrc: ["'unsafe-inline'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
          baseUri: ["'none'"],
        },
      },
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'same-origin' },
    }),
  );
  app.use(meantForUs(address));
  app.post('/door', express.urlencoded({ extended: false, limit: '2kb' }), async (request, response) => {
    const { value, error } = joinSchema.validate(
      { name: '', ...(request.body as object) },
      { stripUnknown: true },
    );
    const admission = error
      ? ({ let: 'out', sentence: 'A code is made of figures only.' } as const)
      : await door.admit(value.code, value.name);
    if (admission.let === 'out') {
      response
        .status(403)
        .type('html')
        .send(doorPage({ sentence: admission.sentence }));
      return;
    }
    response.cookie(COOKIE, admission.token, {
      httpOnly: true,
      sameSite: 'lax',
      path: '/',
      maxAge: LASTS_SECONDS * 1000,
    });
    response.redirect(303, '/');
  });
  app.use((request, response, next) => {
    door.knows(tokenOf(request.headers.cookie)).then((known) => {
      if (known && request.path.startsWith('/api/door'))
        response.status(403).json(refusal(403, 'The door is opened and shut at the desk itself.'));
      else if (known) desk(request, response, next);
      else if (request.method === 'GET' && !request.path.startsWith('/api/')) {
        const { code } = request.query;
        response
          .status(401)
          .type('html')
          .send(doorPage({ code: typeof code === 'string' && /^\d{1,12}$/.test(code) ? code : '' }));
      } else
        response
          .status(401)
          .json(refusal(401, 'This desk does not know you. Open it in a browser and type its code.'));
    }, next);
  });
  app.use(unreadable);
  return app;
}
