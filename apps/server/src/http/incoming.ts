import { copyFile, mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import { API, ZIP, type BroughtLine } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { bringIn, refusedLine } from '../jobs/bring-in.ts';
import { bringZip } from '../jobs/bring-zip.ts';
import { kindOf } from '../jobs/picture-kind.ts';
import { Malformed } from '../store/refusals.ts';
import { onFileRoute } from './answer.ts';
import { beginJsonLines, type JsonLines } from './json-lines.ts';
import { filesOf } from './uploads.ts';

/** Files of one request, and bytes of all of them together: a zip as large as zips may be. */
const MOST_FILES = 50;
const MOST_BYTES = ZIP.mostBytes;

/** Names in a form come as bytes of UTF-8 that were read as Latin 1. */
const fileName = (raw: string): string =>
  Buffer.from(raw, 'latin1').toString('utf8').split(/[\\/]/).at(-1)?.slice(0, 200) ?? '';

/** Pictures on their way in: every file is answered with one line, whatever becomes of it. */
export function incomingRouter(context: ServerContext): Router {
  const { store, service, temporary } = context;
  const router = Router();

  /** Works in a folder of its own, which goes afterwards. */
  const inFolder = async (response: Response, work: (folder: string) => Promise<void>): Promise<void> => {
    const folder = await mkdtemp(join(temporary, 'bring-'));
    try {
      await work(folder);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
    response.end();
  };

  onFileRoute(router, API.references.bring, (_asked, request, response) =>
    inFolder(response, async (folder) => {
      const limits = { folder, field: 'pictures', files: MOST_FILES, bytes: MOST_BYTES };
      const sent = await filesOf(request, response, limits);
      if (sent.length === 0) throw new Malformed('No picture came along.');
      const options = { keepLocation: (request.body as { location?: string }).location === 'keep' };
      const lines: JsonLines<BroughtLine> = beginJsonLines(response);
      for (const { path, originalname } of sent) {
        if (lines.signal.aborted) break;
        const name = fileName(originalname);
        const kind = await kindOf(path).catch(() => null);
        if (kind === 'zip') await bringZip(context, path, name, options, lines);
        else lines.write(await bringIn(context, path, name, options));
      }
    }),
  );

  /** Takes pictures over from the picture service. */
  onFileRoute(router, API.references.take, async ({ body: { keys, set } }, _request, response) => {
    const found = await service.find(keys);
    await inFolder(response, async (folder) => {
      const lines: JsonLines<BroughtLine> = beginJsonLines(response);
      for (const [i, key] of keys.entries()) {
        if (lines.signal.aborted) break;
        const offered = found[i];
        if (!offered) {
          lines.write(refusedLine(key, 'the picture service no longer has it'));
          continue;
        }
        const { title, author, licence, year, source, subject, view, keywords, truth } = offered.listed;
        const facts = { title, author, licence, year, source, subject, view, tags: keywords, truth };
        const copy = join(folder, key);
        const brought = await copyFile(offered.path, copy).then(
          () => bringIn(context, copy, title, { facts }),
          () => refusedLine(title, 'the picture service has lost it'),
        );
        if (set && 'reference' in brought) await store.addMembers(set, [brought.reference]);
        lines.write(brought);
      }
    });
  });
  return router;
}
