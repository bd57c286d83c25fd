import { and, asc, eq, gt, inArray, max, sql } from 'drizzle-orm';
import {
  newPage,
  numberBatch,
  OutOfSequence,
  reducePage,
  OPERATION_VERSION,
  sheetsNamed,
  type ThingType,
  type Answer,
  type Cells,
  type Id,
  type Numbered,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { patchTrouble } from '@deft/contract';
import { newId } from '../ids.ts';
import { among } from './among.ts';
import { holdClosed } from './closed-pages.ts';
import type { Database } from './database.ts';
import { Gone, Malformed, Refused, UnknownSheet } from './refusals.ts';
import { operations, pages, pageThings } from './schema.ts';

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
 * @throws OutOfSequence, Malformed, UnknownSheet or Gone, with nothing stored
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
      const numbered = numbering(batch, {
        head: row.head,
        stored: new Set(known.map((k) => k.id)),
        last: new Map(last.map((l) => [l.device, l.n ?? 0])),
      });
      if (numbered.length > 0) {
        await holdClosed(
          tx,
          page,
          numbered.map(({ operation }) => operation),
        );
        await takeInThings(
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

/** As the core numbers a batch; what is out of sequence is refused in words. */
function numbering(...rest: Parameters<typeof numberBatch>): Numbered[] {
  try {
    return numberBatch(...rest);
  } catch (error) {
    if (error instanceof OutOfSequence) throw new Refused('OutOfSequence', 409, error.message);
    throw error;
  }
}

type Tx = Pick<Database, 'insert' | 'select' | 'execute'>;

/** Writes down things that a page has from now on. */
async function insertThings(tx: Pick<Database, 'execute'>, page: Id, things: ReadonlyMap<Id, ThingType>) {
  const rows = [...things].map(([thing, type]) => ({ thing, type }));
  if (rows.length === 0) return;
  await tx.execute(sql`
    insert into ${pageThings} ("page", "thing", "type")
    select ${page}, r."thing", r."type"
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r("thing" text, "type" text)
    on conflict do nothing
  `);
}

/** Kinds of those things that a batch speaks of and the page has had, by id. */
async function knownTypes(tx: Tx, page: Id, batch: readonly Operation[]): Promise<Map<Id, ThingType>> {
  const spoken = batch.flatMap((operation) => {
    if (operation.kind !== 'change') return [];
    const { add = [], set = [] } = operation.body;
    return [...add.map(({ id }) => id), ...set.map(({ id }) => id), ...sheetsNamed(operation)];
  });
  if (spoken.length === 0) return new Map();
  const rows = await tx
    .select({ thing: pageThings.thing, type: pageThings.type })
    .from(pageThings)
    .where(and(eq(pageThings.page, page), sql`${pageThings.thing} in ${among(spoken)}`));
  return new Map(rows.map(({ thing, type }) => [thing, type]));
}

/**
 * Holds each change against what the page has: its patches against the kind of thing they are for, what it
 * lays on a sheet against the sheets. Writes down what the batch brings. A patch for what the page never had
 * does nothing, ever, and is let be.
 * @throws Malformed, UnknownSheet
 */
async function takeInThings(tx: Tx, page: Id, batch: readonly Operation[]): Promise<void> {
  const known = await knownTypes(tx, page, batch);
  const brought = new Map<Id, ThingType>();
  const typeOf = (id: Id): ThingType | undefined => known.get(id) ?? brought.get(id);
  for (const operation of batch) {
    if (operation.kind !== 'change') continue;
    for (const { id, type } of operation.body.add ?? []) {
      if (typeOf(id) !== undefined && typeOf(id) !== type)
        throw new Malformed(`A thing that is a ${typeOf(id)} cannot come again as a ${type}.`);
      if (!known.has(id)) brought.set(id, type);
    }
    for (const { id, to } of operation.body.set ?? []) {
      const type = typeOf(id);
      const trouble = type && patchTrouble(type, to);
      if (trouble) throw new Malformed(trouble);
    }
  }
  if (batch.flatMap(sheetsNamed).some((sheet) => typeOf(sheet) !== 'sheet'))
    throw new UnknownSheet('An operation lays something on a sheet that this page never had.');
  await insertThings(tx, page, brought);
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
  await tx.insert(pageThings).values(things.map(({ id, type }) => ({ page, thing: id, type })));
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

/** What lies on a page after these of its operations. */
export const thingsAfter = (operations: readonly Numbered[]): Map<Id, Thing> =>
  reducePage(operations.map(({ operation }) => operation));

/** Makes a page with what lies on another one: the same things by the same ids. */
export const layCopy = (tx: Pick<Database, 'insert'>, page: Id, things: Iterable<Thing>): Promise<void> =>
  layPage(
    tx,
    page,
    [...things].map((thing) => (thing.type === 'page' ? { ...thing, id: page } : thing)),
  );

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
