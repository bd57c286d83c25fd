import type { ErrorRequestHandler, RequestHandler } from 'express';
import multer from 'multer';
import type { Logger } from 'pino';
import { API_ROOT, type Refusal, type RefusalName } from '@deft/contract';
import { isDiskFull, Refused } from '../store/refusals.ts';

/** How long who is told that the desk is busy waits before asking again, seconds. */
const RETRY_AFTER = 5;

export const DISK_FULL =
  'The disk of the desk is full, so this was not kept there. What was kept before is safe. Make room on it and try again.';
/** To a device that has drawn something: it keeps that until the desk takes it. */
const PAGE_DISK_FULL =
  'The disk of the desk is full, so your last strokes are not there yet. They are kept on this device and are sent as soon as there is room.';
const TROUBLE = 'Something went wrong on the desk. What you drew is safe; try again.';

/** What a refusal of the form reader, of multer, or of nobody that we know comes down to. */
function refusalOf(error: unknown, path: string): Refusal | null {
  const refuse = (status: number, refusal: RefusalName, sentence: string): Refusal => ({
    refusal,
    status,
    sentence,
  });
  if (error instanceof Refused) return refuse(error.status, error.name, error.message);
  if (isDiskFull(error)) {
    const page = path.startsWith(`${API_ROOT}/pages/`);
    return refuse(507, 'DiskFull', page ? PAGE_DISK_FULL : DISK_FULL);
  }
  if (error instanceof multer.MulterError)
    return refuse(400, 'Malformed', 'The files could not be read as they were sent.');
  const { status, type } = (error ?? {}) as { status?: number; type?: string };
  if (type === 'entity.too.large')
    return refuse(413, 'TooLarge', 'That is more at once than this desk takes.');
  if (status && status >= 400 && status < 500)
    return refuse(status, 'Malformed', 'This request could not be read.');
  return null;
}

/**
 * Answers every refusal with its name, status and a sentence; what nobody foresaw is logged, and said
 * plainly.
 */
export function answerErrors(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    const known = refusalOf(error, request.originalUrl);
    // With the request's own number, by which the answer can be found in the log.
    const own = request.log ?? log;
    if (!known || known.status === 507) own.error({ err: error }, 'a request failed');
    if (response.headersSent) {
      // It has begun to answer: nothing can be said any more, only the line cut.
      response.destroy();
      return;
    }
    const refusal: Refusal = known ?? { refusal: 'Trouble', status: 500, sentence: TROUBLE };
    if (refusal.status === 503) response.set('Retry-After', String(RETRY_AFTER));
    response.status(refusal.status).json(refusal);
  };
}

export const notFound: RequestHandler = (_request, response) => {
  const refusal: Refusal = { refusal: 'Gone', status: 404, sentence: 'There is nothing at this address.' };
  response.status(404).json(refusal);
};
