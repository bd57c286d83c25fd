import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Router } from 'express';
import {
  begunOf,
  idSchema,
  inkQuerySchema,
  joiningSchema,
  liftingSchema,
  MOST_BYTES,
  type Session,
} from '@deft/contract';
import { isConvex } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import { newId } from '../ids.ts';
import type { Workshop } from '../jobs/bring-in.ts';
import { NotAPicture } from '../jobs/not-a-picture.ts';
import { hurriedDrawing, layoutFor } from '../services/camera.ts';
import { Malformed } from '../store/refusals.ts';
import { valid, validQuery } from './refuse.ts';
import { filesOf } from './uploads.ts';

/** What there may be on the paper of a session: once it is over, only what it came to. */
const onPaper = ({ poses, over }: Session) =>
  (over ? begunOf(poses) : poses).filter(({ step }) => step.ground === 'on paper');

/** Photos of paper: taken, looked through, lifted, and joined to the poses that were drawn on it. */
export function papersRouter(workshop: Workshop): Router {
  const { store, files, pictures, temporary } = workshop;
  const router = Router();

  const keep = async (session: Id, path: string) => {
    const { mime, width, height, shown, found } = await pictures.findPaper(path).catch((error: unknown) => {
      throw error instanceof NotAPicture
        ? new Malformed(`The photo was not taken in: ${error.message}.`)
        : error;
    });
    return store.keepPaper({
      id: newId(),
      session,
      photo: await files.keep(await readFile(path), mime),
      shown: await files.keep(shown, 'image/jpeg'),
      width,
      height,
      found,
    });
  };

  router.get('/sessions/:id/papers', async (request, response) => {
    response.json(await store.listPapers(valid(idSchema, request.params.id)));
  });
  router.post('/sessions/:id/papers', async (request, response) => {
    const { id } = await store.readSession(valid(idSchema, request.params.id));
    const folder = await mkdtemp(join(temporary, 'paper-'));
    try {
      const [photo] = await filesOf(request, response, {
        folder,
        field: 'photo',
        most: 1,
        bytes: MOST_BYTES,
      });
      if (!photo) throw new Malformed('No photo came along.');
      response.json(await keep(id, photo.path));
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
  /** The simulated camera takes a photo of what the simulated student drew. */
  router.post('/sessions/:id/papers/camera', async (request, response) => {
    const session = await store.readSession(valid(idSchema, request.params.id));
    const poses = onPaper(session);
    if (poses.length === 0) throw new Malformed('Nothing of this session was drawn on paper.');
    const taken = (await store.listPapers(session.id)).length;
    const seed = (parseInt(session.id.slice(0, 7), 16) + taken) >>> 0;
    const figures = await Promise.all(
      poses.map(async ({ reference }, i) =>
        hurriedDrawing(await store.readReference(reference.id, reference.revision), seed + i),
      ),
    );
    const folder = await mkdtemp(join(temporary, 'paper-'));
    try {
      await writeFile(
        join(folder, 'photo'),
        await pictures.takePhoto(figures, layoutFor(poses, taken), seed, taken === 0),
      );
      response.json(await keep(session.id, join(folder, 'photo')));
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
  router.get('/papers/:id/photo', async (request, response) => {
    const { shown } = await store.readPaperFiles(valid(idSchema, request.params.id));
    response
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .type('image/jpeg')
      .sendFile(files.path(shown));
  });
  router.get('/papers/:id/ink', async (request, response) => {
    const { lift } = validQuery(inkQuerySchema, request.query);
    const { sha256 } = await store.readInk(valid(idSchema, request.params.id), lift);
    response
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .type('image/png')
      .sendFile(files.path(sha256));
  });
  router.put('/papers/:id/lifted', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    const settings = valid(liftingSchema, request.body);
    if (!isConvex(settings.corners))
      throw new Malformed(
        'These four corners hold no page: two of them have changed places, or three lie in a line.',
      );
    const { session, width: photoWidth } = await store.readPaper(id);
    const { photo } = await store.readPaperFiles(id);
    const wanted = onPaper(await store.readSession(session)).length;
    const { ink, width, height, loops } = await pictures
      .liftPaper(files.path(photo), settings, photoWidth, wanted)
      .catch((error: unknown) => {
        throw error instanceof NotAPicture
          ? new Malformed(`Nothing could be lifted: ${error.message}.`)
          : error;
      });
    response.json(
      await store.keepLifted(id, { settings, ink: await files.keep(ink, 'image/png'), width, height, loops }),
    );
  });
  router.put('/papers/:id/poses', async (request, response) => {
    const { session, page } = await store.readPaper(valid(idSchema, request.params.id));
    const { poses } = valid(joiningSchema, request.body);
    if (!page) throw new Malformed('Lift the paper first; then its drawings can be joined to poses.');
    await store.joinPoses(session, page, poses);
    response.status(204).end();
  });
  return router;
}
