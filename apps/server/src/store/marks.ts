import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import type { ReferenceMark } from '@deft/core/reference';
import type { Database } from './database.ts';
import { Gone, Malformed } from './refusals.ts';
import { referenceMarks, references } from './schema.ts';

/**
 * Removes marks of a reference, then puts others on it, or puts them anew: all of it or nothing. What is to
 * be removed and is not there is passed over.
 */
export async function changeMarks(
  database: Database,
  reference: Id,
  { put, remove }: { readonly put: readonly ReferenceMark[]; readonly remove: readonly Id[] },
  most: number,
): Promise<void> {
  await database.transaction(async (tx) => {
    const [known] = await tx
      .select({ id: references.id })
      .from(references)
      .where(eq(references.id, reference));
    if (!known) throw new Gone('This reference is not on the desk.');
    if (remove.length > 0)
      await tx
        .delete(referenceMarks)
        .where(and(inArray(referenceMarks.id, [...remove]), eq(referenceMarks.reference, reference)));
    if (put.length === 0) return;
    const done = await tx
      .insert(referenceMarks)
      .values(put.map((mark) => ({ id: mark.id, reference, kind: mark.kind, body: mark })))
      .onConflictDoUpdate({
        target: referenceMarks.id,
        set: { body: sql`excluded.body`, kind: sql`excluded.kind` },
        setWhere: eq(referenceMarks.reference, reference),
      })
      .returning({ id: referenceMarks.id });
    if (done.length < put.length) throw new Malformed('This mark belongs to another reference.');
    const [row] = await tx
      .select({ count: sql<number>`count(*)`.mapWith(Number) })
      .from(referenceMarks)
      .where(eq(referenceMarks.reference, reference));
    if ((row?.count ?? 0) > most) throw new Malformed(`A reference holds at most ${most} marks.`);
  });
}
