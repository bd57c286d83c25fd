import { mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import multer from 'multer';
import { idSchema, MOST_BYTES, referencePatchSchema, type Brought } from '@deft/contract';
import { bringIn } from '../jobs/bring-in.ts';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Blob } from '../store/references.ts';
import { Malformed } from '../store/refusals.ts';
import type { Store } from '../store/store.ts';
import { valid } from './refuse.ts';

const MOST_FILES = 50;

/** Names in a form come as bytes of UTF-8 that were read as Latin 1. */
const fileName = (raw: string): string => Buffer.from(raw, 'latin1').toString('utf8').slice(0, 200);

/** @param temporary a folder for files on their way in */
export function referencesRouter(store: Store, files: BlobFiles, temporary: string): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json(await store.listReferences());
  });

  router.post('/', async (request, response) => {
    const folder = await mkdtemp(join(temporary, 'bring-'));
    try {
      const upload = multer({ dest: folder, limits: { fileSize: MOST_BYTES + 1, files: MOST_FILES } }).array('pictures', MOST_FILES);
      await new Promise<void>((resolve, reject) => upload(request, response, (error: unknown) => (error ? reject(error as Error) : resolve())));
      const sent = Array.isArray(request.files) ? request.files : [];
      if (sent.length === 0) throw new Malformed('No picture came along.');
      const brought: Brought[] = [];
      for (const { path, originalname } of sent) brought.push(await bringIn(store, files, path, fileName(originalname)));
      response.json(brought);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  router.get('/:id', async (request, response) => {
    response.json(await store.readReference(valid(idSchema, request.params.id)));
  });

  router.patch('/:id', async (request, response) => {
    response.json(await store.changeReference(valid(idSchema, request.params.id), valid(referencePatchSchema, request.body)));
  });

  const send = (response: Response, blob: Blob): void => {
    response.type(blob.mime).set('Cache-Control', 'private, max-age=31536000, immutable').set('ETag', `"${blob.sha256}"`);
    files.stream(blob.sha256).on('error', () => response.destroy()).pipe(response);
  };
  router.get('/:id/picture', async (request, response) => {
    send(response, (await store.referenceBlobs(valid(idSchema, request.params.id))).original);
  });
  router.get('/:id/preview', async (request, response) => {
    send(response, (await store.referenceBlobs(valid(idSchema, request.params.id))).preview);
  });

  return router;
}
