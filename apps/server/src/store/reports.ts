import { and, desc, eq, notInArray } from 'drizzle-orm';
import type { KeptReport, NewReport } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { Gone } from './refusals.ts';
import { attempts, reports } from './schema.ts';

/**
 * Keeps what a check said of an attempt, in place of what it said of the same versions before, and how far
 * the attempt is off now. Beyond `most` the oldest go.
 */
export async function keepReport(
  database: Database,
  attempt: Id,
  { id, page, trace, revision, computation, miss, headline, says }: NewReport & { readonly id: Id },
  most: number,
): Promise<void> {
  await database.transaction(async (tx) => {
    const [known] = await tx
      .update(attempts)
      .set({ miss })
      .where(eq(attempts.id, attempt))
      .returning({ id: attempts.id });
    if (!known) throw new Gone('This drawing is not on the desk.');
    await tx
      .insert(reports)
      .values({ id, attempt, page, trace: trace ?? -1, revision, computation, miss, headline, says })
      .onConflictDoUpdate({
        target: [reports.attempt, reports.page, reports.trace, reports.revision, reports.computation],
        set: { miss, headline, says, createdAt: new Date() },
      });
    const kept = tx
      .select({ id: reports.id })
      .from(reports)
      .where(eq(reports.attempt, attempt))
      .orderBy(desc(reports.createdAt))
      .limit(most);
    await tx.delete(reports).where(and(eq(reports.attempt, attempt), notInArray(reports.id, kept)));
  });
}

/** What checks said of an attempt, the newest first; none for one that was never checked. */
export async function listReports(database: Database, attempt: Id): Promise<KeptReport[]> {
  const rows = await database
    .select()
    .from(reports)
    .where(eq(reports.attempt, attempt))
    .orderBy(desc(reports.createdAt));
  return rows.map(({ attempt: _, trace, createdAt, ...report }) => ({
    ...report,
    trace: trace < 0 ? null : trace,
    createdAt: createdAt.getTime(),
  }));
}
