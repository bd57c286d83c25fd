import { asc, eq, isNull } from 'drizzle-orm';
import type { FoundPage, Lifting, PaperWork } from '@deft/contract';
import { inkPage, type Id, type Point } from '@deft/core';
import { newId } from '../ids.ts';
import type { Database } from './database.ts';
import { layPage } from './pages.ts';
import type { Blob } from './references.ts';
import { Gone } from './refusals.ts';
import { blobs, papers } from './schema.ts';

type Row = typeof papers.$inferSelect;
const shown = ({ id, session, width, height, found, settings, page, loops, createdAt }: Row): PaperWork => ({ id, session, width, height, found, settings, page, loops, createdAt: createdAt.getTime() });

async function rowOf(database: Database, id: Id): Promise<Row> {
  const [row] = await database.select().from(papers).where(eq(papers.id, id));
  if (!row) throw new Gone('This photo of paper is not on the desk.');
  return row;
}

export const readPaper = async (database: Database, id: Id): Promise<PaperWork> => shown(await rowOf(database, id));

/** Photos of a session's paper, or those that belong to none; the first taken first. */
export async function listPapers(database: Database, session: Id | null): Promise<PaperWork[]> {
  return (await database.select().from(papers).where(session ? eq(papers.session, session) : isNull(papers.session)).orderBy(asc(papers.createdAt), asc(papers.id)).limit(200)).map(shown);
}

/** Keeps a photo. @param made `photo` as it came, `shown` small and upright */
export async function keepPaper(database: Database, made: { id: Id; session: Id | null; photo: Blob; shown: Blob; width: number; height: number; found: FoundPage | null }): Promise<PaperWork> {
  await database.transaction(async (tx) => {
    await tx.insert(blobs).values([made.photo, made.shown]).onConflictDoNothing();
    await tx.insert(papers).values({ ...made, photo: made.photo.sha256, shown: made.shown.sha256 });
  });
  return readPaper(database, made.id);
}

/** What was lifted, on a fresh page of the paper's size. Poses joined to an earlier lifting keep theirs until they are joined anew. */
export async function keepLifted(database: Database, id: Id, made: { settings: Lifting; ink: Blob; width: number; height: number; loops: readonly (readonly Point[])[] }): Promise<PaperWork> {
  const { settings, ink, width, height, loops } = made;
  await rowOf(database, id);
  await database.transaction(async (tx) => {
    const page = newId();
    await tx.insert(blobs).values(ink).onConflictDoNothing();
    const { lift } = (await tx.select({ lift: papers.lift }).from(papers).where(eq(papers.id, id)))[0] ?? { lift: 0 };
    await layPage(tx, page, inkPage(page, newId, { paper: id, lift: lift + 1, pixels: { width, height }, size: settings }));
    await tx.update(papers).set({ settings, ink: ink.sha256, inkWidth: width, inkHeight: height, loops, lift: lift + 1, page }).where(eq(papers.id, id));
  });
  return readPaper(database, id);
}

/** The files behind a photo of paper. */
export async function readPaperFiles(database: Database, id: Id): Promise<{ photo: string; shown: string; mime: string }> {
  const { photo, shown: small } = await rowOf(database, id);
  const [blob] = await database.select().from(blobs).where(eq(blobs.sha256, photo));
  return { photo, shown: small, mime: blob?.mime ?? 'image/jpeg' };
}

/** The ink that was lifted from a photo, a PNG with transparent paper. @throws Gone where nothing was lifted */
export async function readInk(database: Database, id: Id): Promise<{ sha256: string; width: number; height: number }> {
  const { ink, inkWidth, inkHeight } = await rowOf(database, id);
  if (!ink || !inkWidth || !inkHeight) throw new Gone('Nothing has been lifted from this photo yet.');
  return { sha256: ink, width: inkWidth, height: inkHeight };
}
