import { and, count, desc, eq, isNull, sql } from 'drizzle-orm';
import type { Drawing, DrawingPatch, DrawingsQuery, Listed, Study } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { SubjectKey } from '@deft/core/subjects';
import type { Database } from './database.ts';
import { makePage } from './pages.ts';
import { Gone, Malformed } from './refusals.ts';
import { attempts, pages, reports } from './schema.ts';
import { openStudy, readStudy, touchStudy } from './studies.ts';

/** Drawings without a reference: attempts of nothing yet. */

const NOT_THERE = 'This page is not on the desk.';

const isFree = and(isNull(attempts.reference), isNull(attempts.removal));

const shownColumns = {
  id: attempts.id,
  page: attempts.page,
  title: attempts.title,
  subject: attempts.subject,
  head: pages.head,
  createdAt: attempts.createdAt,
};
interface Row extends Omit<Drawing, 'createdAt' | 'subject'> {
  readonly createdAt: Date;
  readonly subject: string;
}
const shown = ({ createdAt, subject, ...row }: Row): Drawing => ({
  ...row,
  subject: subject as SubjectKey,
  createdAt: createdAt.getTime(),
});

/** The newest first. */
export async function listDrawings(
  database: Database,
  { from, count: most }: DrawingsQuery,
): Promise<Listed<Drawing>> {
  const [all] = await database.select({ total: count() }).from(attempts).where(isFree);
  const rows = await database
    .select(shownColumns)
    .from(attempts)
    .innerJoin(pages, eq(pages.id, attempts.page))
    .where(isFree)
    .orderBy(desc(attempts.createdAt), desc(attempts.id))
    .offset(from)
    .limit(most);
  return { total: all?.total ?? 0, items: rows.map(shown) };
}

/** @throws Gone where there is none, or it was removed, or has a reference */
export async function readFreeDrawing(database: Database, id: Id): Promise<Drawing> {
  const [row] = await database
    .select(shownColumns)
    .from(attempts)
    .innerJoin(pages, eq(pages.id, attempts.page))
    .where(and(eq(attempts.id, id), isFree));
  if (!row) throw new Gone(NOT_THERE);
  return shown(row);
}

/** A blank page, drawn on from what one knows. */
export async function makeDrawing(database: Database, made: { id: Id; page: Id }): Promise<Drawing> {
  await database.transaction(async (tx) => {
    await makePage(tx, made.page);
    await tx.insert(attempts).values({ ...made, way: 'freehand', source: 'knowledge' });
  });
  return readFreeDrawing(database, made.id);
}

/** Gives it another name, or says what is drawn. @throws Gone where there is none */
export async function changeDrawing(database: Database, id: Id, patch: DrawingPatch): Promise<Drawing> {
  await readFreeDrawing(database, id);
  await database.update(attempts).set(patch).where(eq(attempts.id, id));
  return readFreeDrawing(database, id);
}

/**
 * Makes it an attempt of a picture's study, the newest one: it stands last there, whenever it was begun.
 * @param made.study the id that a study gets, where there is none yet
 * @throws Gone where one of them is not there
 */
export async function attachDrawing(
  database: Database,
  id: Id,
  { reference, study: fresh }: { reference: Id; study: Id },
): Promise<Study> {
  await readFreeDrawing(database, id);
  const study = await openStudy(database, { id: fresh, reference });
  await database.transaction(async (tx) => {
    await tx
      .update(attempts)
      .set({
        reference,
        revision: study.reference.revision,
        study: study.id,
        createdAt: sql`clock_timestamp()`,
      })
      .where(and(eq(attempts.id, id), isFree));
    await touchStudy(tx, study.id);
  });
  return readStudy(database, study.id);
}

/**
 * Makes an attempt a page without a reference again, and what was said of it against the picture goes.
 * @throws Malformed for a pose, a copy or a timed drawing, which belong to their picture
 */
export async function detachDrawing(database: Database, id: Id): Promise<Drawing> {
  const [row] = await database
    .select()
    .from(attempts)
    .where(and(eq(attempts.id, id), isNull(attempts.removal)));
  if (!row) throw new Gone(NOT_THERE);
  if (row.session !== null || row.copyOf !== null || row.seconds !== null)
    throw new Malformed('A drawing from a session belongs to its picture.');
  await database.transaction(async (tx) => {
    await tx.delete(reports).where(eq(reports.attempt, id));
    await tx
      .update(attempts)
      .set({
        ...{ reference: null, revision: 0, study: null, miss: null, laid: null },
        ...{ inMind: null, departures: [] },
      })
      .where(eq(attempts.id, id));
  });
  return readFreeDrawing(database, id);
}
