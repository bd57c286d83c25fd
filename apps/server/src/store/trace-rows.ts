import { and, asc, eq, inArray, isNull, type SQL } from 'drizzle-orm';
import { MOST_TOGETHER, type TraceOn } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { SubjectKey } from '@deft/core/subjects';
import type { Database } from './database.ts';
import { references, setMembers, studies, traces } from './schema.ts';

/** Traces of several pictures, to stand in one row. */

/** The newest trace of each of these pictures that was opened, of its study that was worked on last. */
export async function tracesOf(
  database: Pick<Database, 'select'>,
  pictures: readonly Id[],
  only?: SQL,
): Promise<Map<Id, { readonly study: Id; readonly trace: Id; readonly page: Id }>> {
  if (pictures.length === 0) return new Map();
  const rows = await database
    .select({ reference: studies.reference, study: studies.id, trace: traces.id, page: traces.page })
    .from(traces)
    .innerJoin(studies, eq(studies.id, traces.study))
    .where(and(inArray(studies.reference, [...pictures]), isNull(studies.removal), only))
    .orderBy(asc(studies.updatedAt), asc(traces.openedAt));
  return new Map(rows.map(({ reference, ...row }) => [reference, row]));
}

/** The first pictures of a set, without hidden ones, each with its trace; null where it has none. */
export async function listSetTraces(database: Database, set: Id): Promise<TraceOn[]> {
  const rows = await database
    .select({ reference: references.id, title: references.title, subject: references.subject })
    .from(setMembers)
    .innerJoin(references, eq(references.id, setMembers.reference))
    .where(and(eq(setMembers.set, set), eq(references.hidden, false)))
    .orderBy(asc(setMembers.order), asc(references.id))
    .limit(MOST_TOGETHER);
  const own = await tracesOf(
    database,
    rows.map(({ reference }) => reference),
  );
  return rows.map((row) => ({
    ...row,
    subject: row.subject as SubjectKey,
    traced: own.get(row.reference) ?? null,
  }));
}

/** Every picture of these, in their order, with its trace over a board; null where it has none. */
export async function listTracesOver(
  database: Database,
  board: Id,
  pictures: readonly Id[],
): Promise<TraceOn[]> {
  if (pictures.length === 0) return [];
  const rows = await database
    .select({ reference: references.id, title: references.title, subject: references.subject })
    .from(references)
    .where(inArray(references.id, [...pictures]));
  const own = await tracesOf(database, pictures, eq(traces.board, board));
  const known = new Map(rows.map((row) => [row.reference, row]));
  return pictures.flatMap((id) => {
    const row = known.get(id);
    return row ? [{ ...row, subject: row.subject as SubjectKey, traced: own.get(id) ?? null }] : [];
  });
}
