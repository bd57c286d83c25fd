import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Request, type Response } from 'express';
import { API, begunOf, MOST_BYTES, type PaperWork, type Session } from '@deft/contract';
import { isConvex } from '@deft/core/geometry';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { isNotAPicture } from '../jobs/not-a-picture.ts';
import { hurriedDrawing, layoutFor } from '../services/camera.ts';
import type { PaperOf } from '../store/papers.ts';
import { Malformed } from '../store/refusals.ts';
import { onFileRoute, onRoute } from './answer.ts';
import { filesOf } from './uploads.ts';

/** What there may be on the paper of a session: once it is over, only what it came to. */
const onPaper = ({ poses, over }: Session) =>
  (over ? begunOf(poses) : poses).filter(({ step }) => step.ground === 'on paper');

/** Says of a photo that is none why it was refused. */
const saying =
  (before: string) =>
  (error: unknown): never => {
    throw isNotAPicture(error) ? new Malformed(`${before}: ${error.message}.`) : error;
  };

/** Photos of paper: taken, looked through, lifted, and joined to the poses that were drawn on it. */
export function papersRouter({ store, files, pool, temporary }: ServerContext): Router {
  const { sessions, studies, papers } = API;
  const router = Router();

  /** Works in a folder of its own, which goes afterwards. */
  const inFolder = async <T>(work: (folder: string) => Promise<T>): Promise<T> => {
    const folder = await mkdtemp(join(temporary, 'paper-'));
    try {
      return await work(folder);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  };
  const keep = async (of: PaperOf, path: string): Promise<PaperWork> => {
    const found = await pool.findPaper(path).catch(saying('The photo was not taken in'));
    const { mime, shown, ...fields } = found;
    return store.keepPaper(of, {
      id: newId(),
      photo: await files.keep(await readFile(path), mime),
      shown: await files.keep(shown, 'image/jpeg'),
      ...fields,
    });
  };
  const sendPicture = (response: Response, sha256: string, mime: string): void =>
    response
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .type(mime)
      .sendFile(files.path(sha256));

  const takePhoto = (of: PaperOf, request: Request, response: Response): Promise<void> =>
    inFolder(async (folder) => {
      const limits = { folder, field: 'photo', files: 1, bytes: MOST_BYTES };
      const [photo] = await filesOf(request, response, limits);
      if (!photo) throw new Malformed('No photo came along.');
      response.json(await keep(of, photo.path));
    });
  onRoute(router, sessions.papers, ({ params: { id } }) => store.listPapers({ session: id }));
  onRoute(router, studies.papers, ({ params: { id } }) => store.listPapers({ study: id }));
  onFileRoute(router, sessions.photograph, async ({ params }, request, response) => {
    const { id } = await store.readSession(params.id);
    await takePhoto({ session: id }, request, response);
  });
  onFileRoute(router, studies.photograph, async ({ params }, request, response) => {
    const { id } = await store.readStudy(params.id);
    await takePhoto({ study: id }, request, response);
  });
  /** The simulated camera takes a photo of what the simulated student drew. */
  onRoute(router, sessions.photographSimulated, async ({ params: { id } }) => {
    const session = await store.readSession(id);
    const poses = onPaper(session);
    if (poses.length === 0) throw new Malformed('Nothing of this session was drawn on paper.');
    const taken = (await store.listPapers({ session: session.id })).length;
    const seed = (parseInt(session.id.slice(0, 7), 16) + taken) >>> 0;
    const figures = await Promise.all(
      poses.map(async ({ reference }, i) =>
        hurriedDrawing(await store.readReference(reference.id, reference.revision), seed + i),
      ),
    );
    return inFolder(async (folder) => {
      const photo = await pool.takePhoto(figures, layoutFor(poses, taken), seed, taken === 0);
      await writeFile(join(folder, 'photo'), photo);
      return keep({ session: session.id }, join(folder, 'photo'));
    });
  });
  onFileRoute(router, papers.photo, async ({ params: { id } }, _request, response) => {
    sendPicture(response, (await store.readPaperFiles(id)).shown, 'image/jpeg');
  });
  onFileRoute(router, papers.ink, async ({ params: { id }, query: { lift } }, _request, response) => {
    sendPicture(response, (await store.readInk(id, lift)).sha256, 'image/png');
  });
  onRoute(router, papers.lift, async ({ params: { id }, body: settings }) => {
    if (!isConvex(settings.corners))
      throw new Malformed(
        'These four corners hold no page: two of them have changed places, or three lie in a line.',
      );
    const { session, width: photoWidth } = await store.readPaper(id);
    const { photo } = await store.readPaperFiles(id);
    const wanted = session ? onPaper(await store.readSession(session)).length : 1;
    const { ink, ...lifted } = await pool
      .liftPaper(files.path(photo), settings, photoWidth, wanted)
      .catch(saying('Nothing could be lifted'));
    return store.keepLifted(id, { settings, ink: await files.keep(ink, 'image/png'), ...lifted });
  });
  onRoute(router, papers.joinPoses, async ({ params: { id }, body: { poses } }) => {
    const { session, page } = await store.readPaper(id);
    if (!session) throw new Malformed('This photo belongs to a study, and not to a session with poses.');
    if (!page) throw new Malformed('Lift the paper first; then its drawings can be joined to poses.');
    await store.joinPoses(session, page, poses);
    return undefined;
  });
  return router;
}
