import { and, desc, eq, max } from 'drizzle-orm';
import type { Board } from '@deft/contract';
import { boardThings, type Id } from '@deft/core/page';
import { newId } from '../ids.ts';
import type { Database } from './database.ts';
import { layPage } from './pages.ts';
import { briefs } from './references.ts';
import { Gone } from './refusals.ts';
import { boards, operations, pages } from './schema.ts';

export async function listBoards(database: Database, only?: Id): Promise<Board[]> {
  const rows = await database
    .select({
      id: boards.id,
      title: boards.title,
      page: boards.page,
      head: pages.head,
      createdAt: boards.createdAt,
      at: max(operations.at),
    })
    .from(boards)
    .innerJoin(pages, eq(pages.id, boards.page))
    .leftJoin(operations, eq(operations.page, boards.page))
    .where(and(eq(boards.removed, false), only ? eq(boards.id, only) : undefined))
    .groupBy(boards.id, pages.head)
    .orderBy(desc(boards.createdAt))
    .limit(500);
  return rows.map(({ createdAt, at, ...board }) => ({
    ...board,
    updatedAt: Number(at ?? createdAt.getTime()),
  }));
}

export async function readBoard(database: Database, id: Id): Promise<Board> {
  const [board] = await listBoards(database, id);
  if (!board) throw new Gone('This board is not on the desk.');
  return board;
}

/** A board on a page of its own, the pictures laid out on it in rows. */
export async function makeBoard(
  database: Database,
  { references, ...made }: { id: Id; page: Id; title: string; references: readonly Id[] },
): Promise<Board> {
  const known = await briefs(database, references);
  const pictures = [...new Set(references)]
    .flatMap((id) => known.get(id) ?? [])
    .map(({ id, revision, width, height }) => ({ reference: id, revision, width, height }));
  await database.transaction(async (tx) => {
    await layPage(tx, made.page, boardThings(made.page, newId, pictures));
    await tx.insert(boards).values(made);
  });
  return readBoard(database, made.id);
}

/** Removing a board hides it, so that it can come back. */
export async function changeBoard(
  database: Database,
  id: Id,
  patch: { title?: string; removed?: boolean },
): Promise<void> {
  const changed = await database
    .update(boards)
    .set(patch)
    .where(eq(boards.id, id))
    .returning({ id: boards.id });
  if (changed.length === 0) throw new Gone('This board is not on the desk.');
}
