import { and, eq, inArray, or, sql } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import type { Preparation } from '@deft/core/reference';
import type { Blob } from './blob-files.ts';
import type { Database } from './database.ts';
import { blobs, preparations, references } from './schema.ts';

/** Every file that some row names. */
export async function listBlobs(database: Database): Promise<Blob[]> {
  return database.select().from(blobs);
}

/** Which of these files some row names. */
export async function readNamedBlobs(database: Database, names: readonly string[]): Promise<string[]> {
  if (names.length === 0) return [];
  const rows = await database
    .select({ sha256: blobs.sha256 })
    .from(blobs)
    .where(inArray(blobs.sha256, [...names]));
  return rows.map(({ sha256 }) => sha256);
}

/** What an earlier desk brought in without small previews and likeness, and what lost a file. */
export async function listToRepair(
  database: Database,
  lost: readonly string[],
): Promise<
  {
    id: Id;
    title: string;
    original: string;
    shown: string | null;
    preview: string;
    small: string | null;
    likeness: string;
  }[]
> {
  const { id, title, original, shown, preview, small, likeness } = references;
  const gone = [...lost];
  return database
    .select({ id, title, original, shown, preview, small, likeness })
    .from(references)
    .where(
      gone.length > 0
        ? or(
            sql`${small} is null`,
            inArray(original, gone),
            inArray(shown, gone),
            inArray(preview, gone),
            inArray(small, gone),
          )
        : sql`${small} is null`,
    );
}

/** Puts made anew what can be made from the original. */
export async function repairReference(
  database: Database,
  id: Id,
  made: { shown: Blob | null; preview: Blob; small: Blob; likeness: string },
): Promise<void> {
  const { shown, preview, small, likeness } = made;
  await database.transaction(async (tx) => {
    await tx
      .insert(blobs)
      .values([preview, small, ...(shown ? [shown] : [])])
      .onConflictDoNothing();
    await tx
      .update(references)
      .set({ shown: shown?.sha256 ?? null, preview: preview.sha256, small: small.sha256, likeness })
      .where(eq(references.id, id));
  });
}

/** Preparations that lost a file. */
export async function listPreparationsToRepair(
  database: Database,
  lost: readonly string[],
): Promise<{ reference: Id; revision: number; settings: Preparation }[]> {
  if (lost.length === 0) return [];
  const gone = [...lost];
  return database
    .select({
      reference: preparations.reference,
      revision: preparations.revision,
      settings: preparations.settings,
    })
    .from(preparations)
    .where(
      or(
        inArray(preparations.picture, gone),
        inArray(preparations.preview, gone),
        inArray(preparations.small, gone),
      ),
    );
}

export async function repairPreparation(
  database: Database,
  reference: Id,
  revision: number,
  made: { picture: Blob; preview: Blob; small: Blob; width: number; height: number },
): Promise<void> {
  const { picture, preview, small, width, height } = made;
  await database.transaction(async (tx) => {
    await tx.insert(blobs).values([picture, preview, small]).onConflictDoNothing();
    await tx
      .update(preparations)
      .set({ width, height, picture: picture.sha256, preview: preview.sha256, small: small.sha256 })
      .where(and(eq(preparations.reference, reference), eq(preparations.revision, revision)));
  });
}
