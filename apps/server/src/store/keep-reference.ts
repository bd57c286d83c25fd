import { eq } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import type { ReferenceMark } from '@deft/core/reference';
import type { SubjectKey } from '@deft/core/subjects';
import type { Blob } from './blob-files.ts';
import type { Database } from './database.ts';
import { insertPreparation, type NewPreparation } from './preparations.ts';
import { Malformed } from './refusals.ts';
import { blobs, referenceMarks, references } from './schema.ts';

export type NewReference = {
  readonly id: Id;
  readonly title: string;
  readonly subject: SubjectKey;
  readonly width: number;
  readonly height: number;
  readonly likeness: string;
} & {
  readonly original: Blob;
  readonly shown: Blob | null;
  readonly preview: Blob;
  readonly small: Blob;
  readonly marks: readonly ReferenceMark[];
  readonly prepared: NewPreparation | null;
} & Partial<
    Pick<
      typeof references.$inferInsert,
      | 'source'
      | 'author'
      | 'credit'
      | 'caption'
      | 'year'
      | 'taken'
      | 'licence'
      | 'tags'
      | 'view'
      | 'note'
      | 'hidden'
      | 'location'
      | 'truth'
      | 'figureHeight'
    >
  >;

/**
 * Keeps a reference with all that belongs to it, or nothing of it. One with the same original is there
 * already, and stays as it is.
 */
export async function keepReference(
  database: Database,
  made: NewReference,
): Promise<{ id: Id; title: string; known: boolean }> {
  const { original, shown, preview, small, marks, prepared, ...fields } = made;
  return database.transaction(async (tx) => {
    await tx
      .insert(blobs)
      .values([original, preview, small, ...(shown ? [shown] : [])])
      .onConflictDoNothing();
    const inserted = await tx
      .insert(references)
      .values({
        ...fields,
        original: original.sha256,
        shown: shown?.sha256 ?? null,
        preview: preview.sha256,
        small: small.sha256,
      })
      .onConflictDoNothing()
      .returning({ id: references.id });
    if (inserted.length > 0) {
      const { id, title } = fields;
      if (marks.length > 0)
        await tx
          .insert(referenceMarks)
          .values(marks.map((mark) => ({ id: mark.id, reference: id, kind: mark.kind, body: mark })));
      if (prepared) await insertPreparation(tx, id, prepared, true);
      return { id, title, known: false };
    }
    const [row] = await tx
      .select({ id: references.id, title: references.title })
      .from(references)
      .where(eq(references.original, original.sha256));
    if (!row) throw new Malformed('A reference of this number is there already.');
    return { ...row, known: true };
  });
}
