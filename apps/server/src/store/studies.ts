import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type {
  Attempt,
  AttemptPatch,
  NewAttempt,
  Pass,
  Study,
  StudyPatch,
  SubjectTrait,
  TracePatch,
  Way,
} from '@deft/contract';
import { withinRegion, type Id } from '@deft/core/page';
import type { Source } from '@deft/core/session';
import type { Database } from './database.ts';
import { readReference } from './references.ts';
import { Gone, Malformed } from './refusals.ts';
import { layCopy, makePage, readPage, thingsAfter } from './pages.ts';
import { readPaper } from './papers.ts';
import { attempts, pages, poses, setMembers, sets, studies, traces } from './schema.ts';

const shown = (
  { createdAt, way, source, title: _title, subject: _subject, ...row }: typeof attempts.$inferSelect,
  { reference, marks }: Pick<Attempt, 'reference' | 'marks'>,
): Attempt => ({
  ...row,
  reference,
  way: way as Way,
  source: source as Source,
  createdAt: createdAt.getTime(),
  marks,
});

/** What was put on the pictures of poses while they were held, by the attempts that the poses are. */
async function marksOf(
  database: Database,
  drawn: readonly (typeof attempts.$inferSelect)[],
): Promise<ReadonlyMap<Id, Attempt['marks']>> {
  const ids = drawn.flatMap(({ id, copyOf }) => (copyOf ? [id, copyOf] : [id]));
  if (ids.length === 0) return new Map();
  const rows = await database
    .select({ attempt: poses.attempt, marks: poses.marks })
    .from(poses)
    .where(inArray(poses.attempt, ids));
  return new Map(rows.map(({ attempt, marks }) => [attempt, marks]));
}

/** What defines the subject, from all the sets that the reference is in. */
async function traitsOf(database: Database, reference: Id): Promise<SubjectTrait[]> {
  const rows = await database
    .select({ traits: sets.traits })
    .from(setMembers)
    .innerJoin(sets, eq(sets.id, setMembers.set))
    .where(and(eq(setMembers.reference, reference), eq(sets.removed, false)))
    .orderBy(asc(sets.order));
  return rows.flatMap((row) => row.traits);
}

/** Of some traces, oldest first, the one that was opened last. */
const lastOpened = <T extends { readonly openedAt: Date }>(rows: readonly T[]): T | undefined =>
  rows.reduce<T | undefined>((last, row) => (last && last.openedAt > row.openedAt ? last : row), undefined);

export async function readStudy(database: Database, id: Id): Promise<Study> {
  const [row] = await database.select().from(studies).where(eq(studies.id, id));
  if (!row) throw new Gone('This study is not on the desk.');
  if (row.removal) throw new Gone('This study was removed. Bring it back to see it.');
  const traceRows = await database
    .select()
    .from(traces)
    .where(eq(traces.study, id))
    .orderBy(asc(traces.createdAt));
  const attemptRows = await database
    .select()
    .from(attempts)
    .where(and(eq(attempts.study, id), isNull(attempts.removal)))
    .orderBy(asc(attempts.createdAt));
  const marks = await marksOf(database, attemptRows);
  return {
    id,
    title: row.title,
    reference: await readReference(database, row.reference, row.revision),
    traits: await traitsOf(database, row.reference),
    ticked: row.ticked,
    pass: row.pass as Pass,
    updatedAt: row.updatedAt.getTime(),
    trace: lastOpened(traceRows)?.id ?? null,
    traces: traceRows.map((t) => ({
      id: t.id,
      page: t.page,
      createdAt: t.createdAt.getTime(),
      kind: t.kind,
    })),
    attempts: attemptRows.map((attempt) =>
      shown(attempt, {
        reference: row.reference,
        marks: marks.get(attempt.copyOf ?? attempt.id) ?? [],
      }),
    ),
  };
}

export interface NewStudy {
  readonly id: Id;
  readonly reference?: Id;
  readonly attempt?: Id;
}

/**
 * Opens a reference or an attempt as a study; the study that is there for it already is given back. A drawing
 * whose study was removed goes over to another.
 */
export async function openStudy(database: Database, { id, reference, attempt }: NewStudy): Promise<Study> {
  const study = await database.transaction(async (tx) => {
    const [drawn] = attempt ? await tx.select().from(attempts).where(eq(attempts.id, attempt)) : [];
    if (attempt && (!drawn || drawn.removal)) throw new Gone('This drawing is not on the desk.');
    const [own] = drawn?.study ? await tx.select().from(studies).where(eq(studies.id, drawn.study)) : [];
    if (own && !own.removal) return own.id;
    const subject = drawn?.reference ?? reference ?? '';
    const { revision } = await readReference(tx as unknown as Database, subject, drawn?.revision);
    const [there] = await tx
      .select({ id: studies.id })
      .from(studies)
      .where(and(eq(studies.reference, subject), eq(studies.revision, revision), isNull(studies.removal)))
      .orderBy(desc(studies.updatedAt))
      .limit(1);
    const study = there?.id ?? id;
    if (!there) await tx.insert(studies).values({ id, reference: subject, revision, pass: 'trace' });
    if (drawn) await tx.update(attempts).set({ study }).where(eq(attempts.id, drawn.id));
    return study;
  });
  return readStudy(database, study);
}

const NO_TRACE = 'This trace is not on the desk.';

/** Opens one of a study's traces. @throws Gone where it has none such */
async function openTrace(tx: Pick<Database, 'update'>, study: Id, trace: Id): Promise<void> {
  const opened = await tx
    .update(traces)
    .set({ openedAt: sql`clock_timestamp()` })
    .where(and(eq(traces.id, trace), eq(traces.study, study)))
    .returning({ id: traces.id });
  if (opened.length === 0) throw new Gone(NO_TRACE);
}

export async function changeStudy(
  database: Database,
  id: Id,
  { trace, ...patch }: StudyPatch,
): Promise<Study> {
  // A name is no work on it, and looking at a trace is none.
  const worked = patch.pass !== undefined || patch.ticked !== undefined;
  await database.transaction(async (tx) => {
    if (trace !== undefined) await openTrace(tx, id, trace);
    if (Object.keys(patch).length === 0) return;
    await tx
      .update(studies)
      .set({ ...patch, ...(worked ? { updatedAt: sql`now()` } : {}) })
      .where(eq(studies.id, id));
  });
  return readStudy(database, id);
}

/** Where an attempt's drawing lies, and the last number of its page. @throws Gone where there is none */
export async function readDrawing(
  database: Database,
  attempt: Id,
): Promise<Pick<Attempt, 'page' | 'region'> & { readonly head: number }> {
  const [row] = await database
    .select({ page: attempts.page, region: attempts.region, head: pages.head })
    .from(attempts)
    .innerJoin(pages, eq(pages.id, attempts.page))
    .where(eq(attempts.id, attempt));
  if (!row) throw new Gone('This drawing is not on the desk.');
  return row;
}

/** Changes how an attempt is to be checked. @throws Gone where there is none */
export async function changeAttempt(database: Database, attempt: Id, patch: AttemptPatch): Promise<void> {
  const changed = await database
    .update(attempts)
    .set(patch)
    .where(eq(attempts.id, attempt))
    .returning({ id: attempts.id });
  if (changed.length === 0) throw new Gone('This drawing is not on the desk.');
}

/** A further trace of a study, on a fresh page. @param made.board over which it was traced */
export async function addTrace(
  database: Database,
  study: Id,
  made: { id: Id; page: Id; board?: Id },
): Promise<Study> {
  const { reference } = await readStudy(database, study);
  await database.transaction(async (tx) => {
    await makePage(tx, made.page, {
      reference: reference.id,
      revision: reference.revision,
      width: reference.width,
      height: reference.height,
    });
    await tx.insert(traces).values({ ...made, study });
    await touchStudy(tx, study);
  });
  return readStudy(database, study);
}

/** Marks a study's trace as a kind of its subject. @throws Gone where it has none such */
export async function changeTrace(
  database: Database,
  study: Id,
  trace: Id,
  patch: TracePatch,
): Promise<Study> {
  const changed = await database
    .update(traces)
    .set(patch)
    .where(and(eq(traces.id, trace), eq(traces.study, study)))
    .returning({ id: traces.id });
  if (changed.length === 0) throw new Gone(NO_TRACE);
  return readStudy(database, study);
}

/** The page that was lifted from a photo of a study's paper. @throws Malformed where none was */
async function liftedPage(database: Database, study: Id, paper: Id): Promise<Id> {
  const { page, study: own } = await readPaper(database, paper);
  if (own !== study) throw new Malformed('This photo belongs to another study.');
  if (!page) throw new Malformed('Lift the drawing from the photo first.');
  return page;
}

/**
 * An untimed copy of a timed drawing, in the same study: drawn on from now on, while the drawing stays as it
 * is.
 */
async function copyAttempt(
  database: Database,
  study: Id,
  made: { id: Id; page: Id; copyOf: Id },
): Promise<void> {
  const [row] = await database
    .select()
    .from(attempts)
    .where(and(eq(attempts.id, made.copyOf), eq(attempts.study, study)));
  if (!row) throw new Gone('This drawing is not on the desk.');
  const { operations } = await readPage(database, row.page, 0);
  const { region, reference, revision, source, laid, departures } = row;
  await database.transaction(async (tx) => {
    await layCopy(tx, made.page, withinRegion(thingsAfter(operations), region).values());
    const kept = { region, reference, revision, source, laid, departures };
    await tx.insert(attempts).values({ ...made, ...kept, study, way: 'freehand', seconds: null });
    await touchStudy(tx, study);
  });
}

/** It was worked on just now. */
export const touchStudy = (tx: Pick<Database, 'update'>, study: Id) =>
  tx
    .update(studies)
    .set({ updatedAt: sql`now()` })
    .where(eq(studies.id, study));

/** A further freehand attempt of a study: on a fresh page, as it was drawn on paper, or a copy of another. */
export async function addAttempt(
  database: Database,
  study: Id,
  { paper, copyOf, ...made }: { id: Id; page: Id } & NewAttempt,
): Promise<Study> {
  const { reference } = await readStudy(database, study);
  if (copyOf !== null) {
    await copyAttempt(database, study, { id: made.id, page: made.page, copyOf });
    return readStudy(database, study);
  }
  const lifted = paper ? await liftedPage(database, study, paper) : null;
  await database.transaction(async (tx) => {
    if (!lifted) await makePage(tx, made.page);
    await tx.insert(attempts).values({
      ...made,
      page: lifted ?? made.page,
      study,
      reference: reference.id,
      revision: reference.revision,
      way: lifted ? 'on paper' : 'freehand',
      seconds: null,
    });
    await touchStudy(tx, study);
  });
  return readStudy(database, study);
}
