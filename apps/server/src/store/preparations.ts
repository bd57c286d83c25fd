import { and, asc, eq, sql } from 'drizzle-orm';
import type { KeptPreparation } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Preparation } from '@deft/core/reference';
import type { Blob } from './blob-files.ts';
import type { Database } from './database.ts';
import { Gone } from './refusals.ts';
import { blobs, preparations, references } from './schema.ts';

/** A picture that was prepared: its settings and what came of them. */
export interface NewPreparation {
  readonly settings: Preparation;
  readonly picture: Blob;
  readonly preview: Blob;
  readonly small: Blob;
  readonly width: number;
  readonly height: number;
}

/** A preparation by its number; null for the original. @throws Gone where there is no such number */
export async function preparationOf(
  database: Database,
  id: Id,
  revision: number,
): Promise<typeof preparations.$inferSelect | null> {
  if (revision === 0) return null;
  const [row] = await database
    .select()
    .from(preparations)
    .where(and(eq(preparations.reference, id), eq(preparations.revision, revision)));
  if (!row) throw new Gone('This preparation of the picture is not on the desk.');
  return row;
}

/** A preparation with these settings that was made before, or null. */
export async function knownPreparation(
  database: Database,
  reference: Id,
  settings: Preparation,
): Promise<number | null> {
  const [row] = await database
    .select({ revision: preparations.revision })
    .from(preparations)
    .where(and(eq(preparations.reference, reference), eq(preparations.settings, settings)));
  return row?.revision ?? null;
}

/** Keeps a preparation under the next number, inside a transaction. */
export async function insertPreparation(
  tx: Pick<Database, 'insert' | 'select' | 'update'>,
  reference: Id,
  { picture, preview, small, ...fields }: NewPreparation,
  current: boolean,
): Promise<number> {
  await tx.insert(blobs).values([picture, preview, small]).onConflictDoNothing();
  const [last] = await tx
    .select({ revision: sql<number>`coalesce(max(${preparations.revision}), 0)`.mapWith(Number) })
    .from(preparations)
    .where(eq(preparations.reference, reference));
  const revision = (last?.revision ?? 0) + 1;
  await tx.insert(preparations).values({
    ...fields,
    reference,
    revision,
    picture: picture.sha256,
    preview: preview.sha256,
    small: small.sha256,
  });
  if (current) await tx.update(references).set({ revision }).where(eq(references.id, reference));
  return revision;
}

/** Keeps a preparation under the next number. @param current makes it the one that is shown from now on */
export const keepPreparation = (
  database: Database,
  reference: Id,
  made: NewPreparation,
  current = true,
): Promise<number> => database.transaction((tx) => insertPreparation(tx, reference, made, current));

/** All preparations of a reference, the first made first. */
export async function listPreparations(database: Database, reference: Id): Promise<KeptPreparation[]> {
  const rows = await database
    .select({
      revision: preparations.revision,
      settings: preparations.settings,
      createdAt: preparations.createdAt,
    })
    .from(preparations)
    .where(eq(preparations.reference, reference))
    .orderBy(asc(preparations.revision));
  return rows.map((row) => ({ ...row, createdAt: row.createdAt.getTime() }));
}
