import { and, desc, eq, gt, isNotNull, isNull, lte, ne, notInArray, or } from 'drizzle-orm';
import type { KeptReport, NewReport } from '@deft/contract';
import { timeClassOf } from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import type { LineFigures } from '@deft/core/strokes';
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
  { id, page, trace, revision, computation, miss, headline, says, line }: NewReport & { readonly id: Id },
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
      .values({ id, attempt, page, trace: trace ?? -1, revision, computation, miss, headline, says, line })
      .onConflictDoUpdate({
        target: [reports.attempt, reports.page, reports.trace, reports.revision, reports.computation],
        set: { miss, headline, says, line, createdAt: new Date() },
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

/** As many drawings tell what is usual. */
const MOST_OTHERS = 30;

/**
 * How the lines of other drawings were drawn, by their newest reports: of those that were given about as much
 * time as this attempt (a row of the tolerances), the newest first. None for an attempt that is not there.
 */
export async function listOtherLines(database: Database, attempt: Id): Promise<LineFigures[]> {
  const [own] = await database
    .select({ seconds: attempts.seconds })
    .from(attempts)
    .where(eq(attempts.id, attempt));
  if (!own) return [];
  const { from, upTo } = timeClassOf(own.seconds);
  const alike = and(
    ne(attempts.id, attempt),
    isNull(attempts.removal),
    upTo === Infinity
      ? or(isNull(attempts.seconds), gt(attempts.seconds, from))
      : and(gt(attempts.seconds, from), lte(attempts.seconds, upTo)),
    isNotNull(reports.line),
  );
  const newest = database
    .selectDistinctOn([reports.attempt], { line: reports.line, createdAt: reports.createdAt })
    .from(reports)
    .innerJoin(attempts, eq(attempts.id, reports.attempt))
    .where(alike)
    .orderBy(reports.attempt, desc(reports.createdAt))
    .as('newest');
  const rows = await database
    .select({ line: newest.line })
    .from(newest)
    .orderBy(desc(newest.createdAt))
    .limit(MOST_OTHERS);
  return rows.flatMap(({ line }) => line ?? []);
}
