import { and, asc, desc, eq, max } from 'drizzle-orm';
import type { FoundPage, Lifting, PaperWork } from '@deft/contract';
import type { Point } from '@deft/core/geometry';
import { inkPage, type Id } from '@deft/core/page';
import { newId } from '../ids.ts';
import type { Database } from './database.ts';
import { layPage } from './pages.ts';
import type { Blob } from './blob-files.ts';
import { Gone } from './refusals.ts';
import { blobs, lifts, papers } from './schema.ts';

type Row = typeof papers.$inferSelect;

async function rowOf(database: Database, id: Id): Promise<Row> {
  const [row] = await database.select().from(papers).where(eq(papers.id, id));
  if (!row) throw new Gone('This photo of paper is not on the desk.');
  return row;
}

/** A photo with what was last lifted from it. */
async function shown(
  database: Database,
  { id, session, study, width, height, found, createdAt }: Row,
): Promise<PaperWork> {
  const [last] = await database
    .select()
    .from(lifts)
    .where(eq(lifts.paper, id))
    .orderBy(desc(lifts.lift))
    .limit(1);
  return {
    id,
    session,
    study,
    width,
    height,
    found,
    settings: last?.settings ?? null,
    page: last?.page ?? null,
    loops: last?.loops ?? [],
    createdAt: createdAt.getTime(),
  };
}

export const readPaper = async (database: Database, id: Id): Promise<PaperWork> =>
  shown(database, await rowOf(database, id));

/** Whose drawings are on a paper. */
export type PaperOf = { readonly session: Id } | { readonly study: Id };

/** Photos of a session's or a study's paper, the first taken first. */
export async function listPapers(database: Database, of: PaperOf): Promise<PaperWork[]> {
  const rows = await database
    .select()
    .from(papers)
    .where('session' in of ? eq(papers.session, of.session) : eq(papers.study, of.study))
    .orderBy(asc(papers.createdAt), asc(papers.id))
    .limit(200);
  return Promise.all(rows.map((row) => shown(database, row)));
}

/** Keeps a photo. @param made `photo` as it came, `shown` small and upright */
export async function keepPaper(
  database: Database,
  of: PaperOf,
  made: {
    id: Id;
    photo: Blob;
    shown: Blob;
    width: number;
    height: number;
    found: FoundPage | null;
  },
): Promise<PaperWork> {
  await database.transaction(async (tx) => {
    await tx.insert(blobs).values([made.photo, made.shown]).onConflictDoNothing();
    await tx.insert(papers).values({ ...of, ...made, photo: made.photo.sha256, shown: made.shown.sha256 });
  });
  return readPaper(database, made.id);
}

/**
 * What was lifted, on a fresh page of the paper's size. Poses joined to an earlier lifting keep theirs until
 * they are joined anew.
 */
export async function keepLifted(
  database: Database,
  id: Id,
  made: { settings: Lifting; ink: Blob; width: number; height: number; loops: readonly (readonly Point[])[] },
): Promise<PaperWork> {
  const { ink, settings, ...fields } = made;
  await rowOf(database, id);
  await database.transaction(async (tx) => {
    const page = newId();
    const [last] = await tx
      .select({ lift: max(lifts.lift) })
      .from(lifts)
      .where(eq(lifts.paper, id));
    const lift = (last?.lift ?? 0) + 1;
    await tx.insert(blobs).values(ink).onConflictDoNothing();
    await layPage(
      tx,
      page,
      inkPage(page, newId, {
        paper: id,
        lift,
        pixels: { width: made.width, height: made.height },
        size: settings,
      }),
    );
    await tx.insert(lifts).values({ paper: id, lift, settings, ink: ink.sha256, page, ...fields });
  });
  return readPaper(database, id);
}

/** The files behind a photo of paper, by their names. */
export async function readPaperFiles(database: Database, id: Id): Promise<{ photo: string; shown: string }> {
  const { photo, shown: small } = await rowOf(database, id);
  return { photo, shown: small };
}

/**
 * The ink that was lifted from a photo at one time, a PNG with transparent paper.
 * @throws Gone where there is no such lifting
 */
export async function readInk(
  database: Database,
  paper: Id,
  lift: number,
): Promise<{ sha256: string; width: number; height: number }> {
  const [row] = await database
    .select({ sha256: lifts.ink, width: lifts.width, height: lifts.height })
    .from(lifts)
    .where(and(eq(lifts.paper, paper), eq(lifts.lift, lift)));
  if (!row) throw new Gone('This was not lifted from the photo.');
  return row;
}
