import { and, eq, sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import type { ReferenceMark } from '@deft/core/reference';
import type { Database } from './database.ts';
import { Gone, Malformed } from './refusals.ts';
import { referenceMarks, references } from './schema.ts';

/** Puts a mark on a reference, or puts it anew. */
export async function putMark(
  database: Database,
  reference: Id,
  mark: ReferenceMark,
  most: number,
): Promise<void> {
  await database.transaction(async (tx) => {
    const [row] = await tx
      .select({ count: sql<number>`count(*)`.mapWith(Number) })
      .from(references)
      .leftJoin(referenceMarks, eq(referenceMarks.reference, references.id))
      .where(eq(references.id, reference))
      .groupBy(references.id);
    if (!row) throw new Gone('This reference is not on the desk.');
    if (row.count > most) throw new Malformed(`A reference holds at most ${most} marks.`);
    const put = await tx
      .insert(referenceMarks)
      .values({ id: mark.id, reference, kind: mark.kind, body: mark })
      .onConflictDoUpdate({
        target: referenceMarks.id,
        set: { body: mark, kind: mark.kind },
        setWhere: eq(referenceMarks.reference, reference),
      })
      .returning({ id: referenceMarks.id });
    if (put.length === 0) throw new Malformed('This mark belongs to another reference.');
  });
}

export async function removeMark(database: Database, reference: Id, mark: Id): Promise<void> {
  await database
    .delete(referenceMarks)
    .where(and(eq(referenceMarks.id, mark), eq(referenceMarks.reference, reference)));
}
