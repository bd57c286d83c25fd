import { copyFile, mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import {
  idSchema,
  manyPatchSchema,
  manySchema,
  markSchema,
  MOST_MARKS,
  preparationSchema,
  referencePatchSchema,
  referenceQuerySchema,
  takeSchema,
  ZIP,
} from '@deft/contract';
import { bringIn, refusalOf, type Workshop } from '../jobs/bring-in.ts';
import { bringZip } from '../jobs/bring-zip.ts';
import { kindOf } from '../jobs/picture-kind.ts';
import { prepareReference } from '../jobs/prepare-reference.ts';
import type { PictureService } from '../services/picture-service.ts';
import type { Blob } from '../store/references.ts';
import { Malformed } from '../store/refusals.ts';
import { answerInLines } from './lines.ts';
import { valid, validQuery } from './refuse.ts';
import { filesOf } from './uploads.ts';

const MOST_FILES = 50;

/** Names in a form come as bytes of UTF-8 that were read as Latin 1. */
const fileName = (raw: string): string =>
  Buffer.from(raw, 'latin1').toString('utf8').split(/[\\/]/).at(-1)?.slice(0, 200) ?? '';

export function referencesRouter(workshop: Workshop, service: PictureService): Router {
  const { store, files, pictures, temporary } = workshop;
  const router = Router();

  router.get('/', async (request, response) => {
    response.json(await store.listReferences(validQuery(referenceQuerySchema, request.query)));
  });

  router.get('/ids', async (request, response) => {
    response.json(await store.listIds(validQuery(referenceQuerySchema, request.query)));
  });

  router.post('/', async (request, response) => {
    const folder = await mkdtemp(join(temporary, 'bring-'));
    try {
      const sent = await filesOf(request, response, {
        folder,
        field: 'pictures',
        most: MOST_FILES,
        bytes: ZIP.mostBytes + 1,
      });
      if (sent.length === 0) throw new Malformed('No picture came along.');
      const options = { keepLocation: (request.body as { location?: string }).location === 'keep' };
      const { tell, stopped } = answerInLines(response);
      for (const { path, originalname } of sent) {
        const name = fileName(originalname);
        if (stopped()) break;
        if ((await kindOf(path)) === 'zip') await bringZip(workshop, path, name, options, tell, stopped);
        else tell(await bringIn(workshop, path, name, options));
      }
      response.end();
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  /** Takes pictures over from the picture service. */
  router.post('/take', async (request, response) => {
    const { keys, set } = valid(takeSchema, request.body);
    const found = await service.find(keys);
    const folder = await mkdtemp(join(temporary, 'take-'));
    try {
      const { tell, stopped } = answerInLines(response);
      for (const [i, key] of keys.entries()) {
        const offered = found[i];
        if (stopped()) break;
        if (!offered) {
          tell({ file: key, refused: refusalOf(key, 'the picture service no longer has it') });
          continue;
        }
        const { title, author, licence, year, source, subject, view, keywords, truth } = offered.listed;
        await copyFile(offered.path, join(folder, key));
        const brought = await bringIn(workshop, join(folder, key), title, {
          facts: { title, author, licence, year, source, subject, view, tags: keywords, truth },
        });
        if (set && 'reference' in brought) await store.addMembers(set, [brought.reference]);
        tell(brought);
      }
      response.end();
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  router.patch('/', async (request, response) => {
    const { references, ...patch } = valid(manyPatchSchema, request.body);
    await store.changeReferences(references, patch);
    response.json({ changed: references.length });
  });

  /** Groups of references that look alike, oldest first. */
  router.get('/alike', async (_request, response) => {
    const { pictures: all, apart } = await store.listLikenesses();
    const place = new Map(all.map(({ id }, i) => [id, i]));
    const pairs = apart.flatMap(([a, b]): [number, number][] => {
      const [i, j] = [place.get(a), place.get(b)];
      return i !== undefined && j !== undefined ? [[i, j]] : [];
    });
    const groups = await pictures.alike(
      all.map(({ likeness }) => likeness),
      pairs,
    );
    const shown = await store.briefs(groups.flat().map((i) => all[i]?.id ?? ''));
    response.json(groups.map((group) => group.flatMap((i) => shown.get(all[i]?.id ?? '') ?? [])));
  });

  router.post('/alike/keep', async (request, response) => {
    await store.keepAll(valid(manySchema, request.body).references);
    response.status(204).end();
  });

  router.get('/:id', async (request, response) => {
    response.json(await store.readReference(valid(idSchema, request.params.id)));
  });

  router.patch('/:id', async (request, response) => {
    response.json(
      await store.changeReference(
        valid(idSchema, request.params.id),
        valid(referencePatchSchema, request.body),
      ),
    );
  });

  router.put('/:id/marks/:mark', async (request, response) => {
    const mark = valid(markSchema, request.body);
    if (mark.id !== request.params.mark) throw new Malformed('The mark is sent to another one’s address.');
    const reference = valid(idSchema, request.params.id);
    if (mark.kind === 'detail') await store.readReference(mark.reference);
    await store.putMark(reference, mark, MOST_MARKS);
    response.json(await store.readReference(reference));
  });

  router.delete('/:id/marks/:mark', async (request, response) => {
    const reference = valid(idSchema, request.params.id);
    await store.removeMark(reference, valid(idSchema, request.params.mark));
    response.json(await store.readReference(reference));
  });

  router.get('/:id/preparations', async (request, response) => {
    response.json(await store.listPreparations(valid(idSchema, request.params.id)));
  });

  router.post('/:id/preparations', async (request, response) => {
    const reference = valid(idSchema, request.params.id);
    await prepareReference(workshop, reference, valid(preparationSchema, request.body));
    response.json(await store.readReference(reference));
  });

  const send = (response: Response, blob: Blob): void => {
    response.type(blob.mime).set({
      'Cache-Control': 'private, max-age=31536000, immutable',
      ETag: `"${blob.sha256}"`,
      'Content-Length': String(blob.bytes),
    });
    files
      .stream(blob.sha256)
      .on('error', () => response.destroy())
      .pipe(response);
  };
  for (const what of ['picture', 'preview', 'small'] as const) {
    router.get(`/:id/${what}`, async (request, response) => {
      const revision =
        request.query['revision'] === undefined ? undefined : Number(request.query['revision']);
      if (revision !== undefined && !Number.isSafeInteger(revision))
        throw new Malformed('A preparation has a whole number.');
      send(response, (await store.referenceFiles(valid(idSchema, request.params.id), revision))[what]);
    });
  }
  /** The file as it was brought in, to be saved. */
  router.get('/:id/original', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    const { title } = await store.readReference(id);
    const { original } = await store.referenceFiles(id, 0);
    response.attachment(`${title}.${original.mime.split('/')[1]?.replace('+xml', '')}`);
    send(response, original);
  });

  return router;
}
