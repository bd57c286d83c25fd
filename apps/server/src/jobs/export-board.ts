import type { Board } from '@deft/contract';
import type { ServerContext } from '../context.ts';
import { creditLine } from './credit-line.ts';
import { pageSource } from './page-source.ts';
import type { PageSource } from './render-page.ts';

/** Pictures whose tops lie within so much of each other stand in one row, millimetres. */
const ROW = 40;

/** What a board goes out with: its page, and one credit line a picture, row by row as one reads. */
async function gathered(
  context: ServerContext,
  { page }: Board,
  signal: AbortSignal,
): Promise<{ source: PageSource; credits: string[] }> {
  const source = await pageSource(context, page, { pictures: true, signal });
  const row = (y: number): number => Math.round(y / ROW);
  const placed = [...source.pictures].sort((p, q) => row(p.at.y) - row(q.at.y) || p.at.x - q.at.x);
  const ids = [...new Set(placed.filter(({ of }) => of === 'reference').map(({ reference }) => reference))];
  const references = await Promise.all(ids.map((id) => context.store.readReference(id)));
  return { source, credits: references.map((reference, i) => `${i + 1}. ${creditLine(reference)}`) };
}

export async function exportBoardPng(
  context: ServerContext,
  board: Board,
  signal: AbortSignal,
): Promise<Uint8Array> {
  const { source, credits } = await gathered(context, board, signal);
  return context.pool.until(signal).boardPng(source, credits);
}

export async function exportBoardPdf(
  context: ServerContext,
  board: Board,
  signal: AbortSignal,
): Promise<Uint8Array> {
  const { source, credits } = await gathered(context, board, signal);
  return context.pool.until(signal).boardPdf(source, credits, board.title);
}
