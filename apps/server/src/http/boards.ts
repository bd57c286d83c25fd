import { Router } from 'express';
import { API } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import { exportBoardPdf, exportBoardPng } from '../jobs/export-board.ts';
import { onFileRoute, onRoute } from './answer.ts';
import type { Exports } from './exports.ts';

export function boardsRouter(context: ServerContext, exports: Exports): Router {
  const { store } = context;
  const { boards } = API;
  const router = Router();
  onRoute(router, boards.list, () => store.listBoards());
  onRoute(router, boards.make, ({ body }) => store.makeBoard({ id: newId(), page: newId(), ...body }));
  onRoute(router, boards.read, ({ params: { id } }) => store.readBoard(id));
  onRoute(router, boards.change, async ({ params: { id }, body }) => {
    await store.changeBoard(id, body);
    return store.readBoard(id);
  });
  onRoute(router, boards.remove, async ({ params: { id } }) => {
    await store.changeBoard(id, { removed: true });
    return undefined;
  });
  onRoute(router, boards.restore, async ({ params: { id } }) => {
    await store.changeBoard(id, { removed: false });
    return store.readBoard(id);
  });
  onRoute(router, boards.traces, ({ params: { id } }) => store.listBoardTraces(id));
  onRoute(router, boards.keepTraces, ({ params: { id } }) => store.keepBoardTraces(id));
  const kinds = [
    [boards.png, 'board.png', 'image/png', exportBoardPng],
    [boards.pdf, 'board.pdf', 'application/pdf', exportBoardPdf],
  ] as const;
  for (const [route, name, mime, make] of kinds) {
    onFileRoute(router, route, async ({ params: { id } }, request, response) => {
      const board = await store.readBoard(id);
      await exports.answer(request, response, {
        name,
        mime,
        make: ({ signal }) => make(context, board, signal),
      });
    });
  }
  return router;
}
