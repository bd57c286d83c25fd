import { and, asc, eq, gt, inArray, max, sql } from 'drizzle-orm';
import {
  newPage,
  numberBatch,
  OPERATION_VERSION,
  sheetsNamed,
  type Answer,
  type Cells,
  type Id,
  type Numbered,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { newId } from '../ids.ts';
import type { Database } from './database.ts';
import { Gone, UnknownSheet } from './refusals.ts';
import { operations, pages, pageSheets } from './schema.ts';

const stored = (row: typeof operations.$inferSelect): Numbered => {
  const { number, ...operation } = row;
  return { number, operation: operation as Operation };
};

/** The page's last number. Throws Gone where there is no such page. */
export async function readHead(database: Database, page: Id): Promise<number> {
  const [row] = await database.select({ head: pages.head }).from(pages).where(eq(pages.id, page));
  if (!row) throw new Gone('This page is not on the desk.');
  return row.head;
}

/** The page's operations after a number, in order. Throws Gone where there is no such page. */
export async function readPage(database: Database, page: Id, after: number): Promise<Answer> {
  const head = await readHead(database, page);
  const rows = await database
    .select()
    .from(operations)
    .where(and(eq(operations.page, page), gt(operations.number, after)))
    .orderBy(asc(operations.number));
  return { after, head: rows.at(-1)?.number ?? Math.min(after, head), operations: rows.map(stored) };
}

/**
 * As `readPage`, already as JSON: a long page goes out as the database writes it, without being taken apart
 * on the way.
 */
export async function readPageText(database: Database, page: Id, after: number): Promise<string> {
  const head = await readHead(database, page);
  const { page: of, number, id, device, n, seen, at, kind, version, body } = operations;
  const [row] = await database
    .select({
      last: sql<number | null>`max(${number})`,
      text: sql<string>`coalesce(json_agg(json_build_object('number', ${number}, 'operation', json_build_object('id', ${id}, 'page', ${of}, 'device', ${device}, 'n', ${n}, 'seen', ${seen}, 'at', ${at}, 'kind', ${kind}, 'version', ${version}, 'body', ${body})) order by ${number}), '[]')::text`,
    })
    .from(operations)
    .where(and(eq(of, page), gt(number, after)));
  return `{"after":${after},"head":${row?.last ?? Math.min(after, head)},"operations":${row?.text ?? '[]'}}`;
}

/**
 * Stores a batch in one transaction and answers with all that the sender has not seen. A batch
 * that was stored before changes nothing.
 * @throws OutOfSequence, UnknownSheet or Gone, with nothing stored
 */
export async function appendOperations(
  database: Database,
  page: Id,
  batch: readonly Operation[],
  after: number,
): Promise<Answer> {
  return database.transaction(async (tx) => {
    const [row] = await tx.select({ head: pages.head }).from(pages).where(eq(pages.id, page)).for('update');
    if (!row) throw new Gone('This page is not on the desk.');
    if (batch.length > 0) {
      const known = await tx
        .select({ id: operations.id })
        .from(operations)
        .where(
          inArray(
            operations.id,
            batch.map((o) => o.id),
          ),
        );
      const last = await tx
        .select({ device: operations.device, n: max(operations.n) })
        .from(operations)
        .where(
          and(
            eq(operations.page, page),
            inArray(operations.device, [...new Set(batch.map((o) => o.device))]),
          ),
        )
        .groupBy(operations.device);
      const numbered = numberBatch(batch, {
        head: row.head,
        stored: new Set(known.map((k) => k.id)),
        last: new Map(last.map((l) => [l.device, l.n ?? 0])),
      });
      if (numbered.length > 0) {
        await keepSheets(
          tx,
          page,
          numbered.map(({ operation }) => operation),
        );
        await tx
          .insert(operations)
          .values(numbered.map(({ number, operation }) => ({ ...operation, number })));
        await tx
          .update(pages)
          .set({ head: sql`${row.head + numbered.length}` })
          .where(eq(pages.id, page));
      }
    }
    return readPage(tx as unknown as Database, page, after);
  });
}

/**
 * Writes down the sheets that operations bring. Throws UnknownSheet where one lays something on a sheet the
 * page never had.
 */
async function keepSheets(
  tx: Pick<Database, 'insert' | 'select'>,
  page: Id,
  batch: readonly Operation[],
): Promise<void> {
  const all = batch.map(sheetsNamed);
  const brought = [...new Set(all.flatMap((sheets) => sheets.brought))];
  if (brought.length > 0)
    await tx
      .insert(pageSheets)
      .values(brought.map((sheet) => ({ page, sheet })))
      .onConflictDoNothing();
  const named = [...new Set(all.flatMap((sheets) => sheets.named))];
  if (named.length === 0) return;
  const known = await tx
    .select({ sheet: pageSheets.sheet })
    .from(pageSheets)
    .where(and(eq(pageSheets.page, page), inArray(pageSheets.sheet, named)));
  if (known.length < named.length)
    throw new UnknownSheet('An operation lays something on a sheet that this page never had.');
}

/**
 * Makes a page with its first operation: all that lies on it at the beginning.
 * @param tx the transaction in which whatever owns the page is stored too
 */
export async function layPage(
  tx: Pick<Database, 'insert'>,
  page: Id,
  things: readonly Thing[],
): Promise<void> {
  await tx.insert(pages).values({ id: page, head: 1 });
  await tx
    .insert(pageSheets)
    .values(things.flatMap((thing) => (thing.type === 'sheet' ? [{ page, sheet: thing.id }] : [])));
  await tx.insert(operations).values({
    page,
    number: 1,
    id: newId(),
    device: newId(),
    n: 1,
    seen: 0,
    at: Date.now(),
    kind: 'change',
    version: OPERATION_VERSION,
    body: { add: [...things] },
  });
}

/** Makes a page to draw on: the paper, its sheets, and the reference behind a trace. */
export const makePage = (
  tx: Pick<Database, 'insert'>,
  page: Id,
  trace?: Parameters<typeof newPage>[2],
): Promise<void> => layPage(tx, page, newPage(page, newId, trace));

/** Makes a page parted into cells. */
export const layCells = (tx: Pick<Database, 'insert'>, page: Id, cells: Cells): Promise<void> =>
  layPage(
    tx,
    page,
    newPage(page, newId).map((thing) => (thing.type === 'page' ? { ...thing, cells } : thing)),
  );
