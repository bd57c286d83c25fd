import type { RequestHandler } from 'express';
import { API_ROOT, type Refusal } from '@deft/contract';

const foreign = (status: number, sentence: string): Refusal => ({ refusal: 'Foreign', status, sentence });

/**
 * Keeps the studio at one address, since a browser keeps its journal by address: a page asked for
 * under another name is sent on, and nothing is changed on behalf of a foreign page.
 * @param canonical such as `127.0.0.1:8090`
 */
export function oneAddress(canonical: string): RequestHandler {
  return (request, response, next) => {
    const { host, origin } = request.headers;
    if (origin !== undefined && origin !== `http://${canonical}`) {
      response.status(403).json(foreign(403, 'This desk takes no requests from other sites.'));
    } else if (host === canonical) {
      next();
    } else if (request.method === 'GET' && !request.path.startsWith(`${API_ROOT}/`)) {
      response.redirect(308, `http://${canonical}${request.originalUrl}`);
    } else {
      response.status(421).json(foreign(421, `This desk answers at http://${canonical}.`));
    }
  };
}
