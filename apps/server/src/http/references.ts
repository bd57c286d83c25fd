import { Router, type Response } from 'express';
import { API, MOST_MARKS, type MarkChange, type Reference } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { ServerContext } from '../context.ts';
import { prepareReference } from '../jobs/prepare-reference.ts';
import type { Blob } from '../store/blob-files.ts';
import { Malformed } from '../store/refusals.ts';
import { onFileRoute, onRoute } from './answer.ts';

/** References: listed, read, changed, marked, prepared, shown. How they come in: incoming.ts. */
export function referencesRouter(context: ServerContext): Router {
  const router = Router();
  listRoutes(router, context);
  readRoutes(router, context);
  pictureRoutes(router, context);
  return router;
}

function listRoutes(router: Router, { store, pool }: ServerContext): void {
  const { references } = API;
  onRoute(router, references.list, ({ query }) => store.listReferences(query));
  onRoute(router, references.ids, ({ query }) => store.listIds(query));
  onRoute(router, references.changeMany, async ({ body: { references: ids, ...patch } }) => {
    await store.changeReferences(ids, patch);
    return { changed: ids.length };
  });
  /** Groups of references that look alike, oldest first. */
  onRoute(router, references.alike, async () => {
    const pictures = await store.listLikenesses();
    const groups = await pool.alike(
      pictures.map(({ likeness }) => likeness),
      pictures.map(({ kept }) => kept),
    );
    const shown = await store.briefs(groups.flat().map((i) => pictures[i]?.id ?? ''));
    return groups.map((group) => group.flatMap((i) => shown.get(pictures[i]?.id ?? '') ?? []));
  });
  onRoute(router, references.keepAlike, async ({ body: { references: ids } }) => {
    await store.keepAlike(ids);
    return undefined;
  });
}

function readRoutes(router: Router, context: ServerContext): void {
  const { store } = context;
  const { references } = API;
  const changed = async (id: Id, change: MarkChange): Promise<Reference> => {
    if (new Set(change.put.map((mark) => mark.id)).size < change.put.length)
      throw new Malformed('A mark is sent twice.');
    for (const mark of change.put) if (mark.kind === 'detail') await store.readReference(mark.reference);
    await store.changeMarks(id, change, MOST_MARKS);
    return store.readReference(id);
  };
  onRoute(router, references.read, ({ params: { id }, query: { revision } }) =>
    store.readReference(id, revision),
  );
  onRoute(router, references.change, ({ params: { id }, body }) => store.changeReference(id, body));
  onRoute(router, references.putMark, async ({ params: { id, mark: named }, body: mark }) => {
    if (mark.id !== named) throw new Malformed('The mark is sent to another one’s address.');
    return changed(id, { put: [mark], remove: [] });
  });
  onRoute(router, references.removeMark, ({ params: { id, mark } }) =>
    changed(id, { put: [], remove: [mark] }),
  );
  onRoute(router, references.changeMarks, ({ params: { id }, body }) => changed(id, body));
  onRoute(router, references.rules, ({ params: { id } }) => store.listRules(id));
  onRoute(router, references.preparations, ({ params: { id } }) => store.listPreparations(id));
  onRoute(router, references.prepare, async ({ params: { id }, body }) => {
    await prepareReference(context, id, body);
    return store.readReference(id);
  });
}

function pictureRoutes(router: Router, { store, files }: ServerContext): void {
  const { references } = API;
  const send = (response: Response, { sha256, mime, bytes }: Blob): void => {
    response.type(mime).set({
      'Cache-Control': 'private, max-age=31536000, immutable',
      ETag: `"${sha256}"`,
      'Content-Length': String(bytes),
    });
    files
      .stream(sha256)
      .on('error', () => response.destroy())
      .pipe(response);
  };
  for (const what of ['picture', 'preview', 'small'] as const) {
    onFileRoute(router, references[what], async ({ params, query }, _request, response) => {
      send(response, (await store.referenceFiles(params.id, query.revision))[what]);
    });
  }
  /** The file as it was brought in, to be saved. */
  onFileRoute(router, references.original, async ({ params: { id } }, _request, response) => {
    const { title } = await store.readReference(id);
    const { original } = await store.referenceFiles(id, 0);
    response.attachment(`${title}.${original.mime.split('/')[1]?.replace('+xml', '')}`);
    send(response, original);
  });
}
