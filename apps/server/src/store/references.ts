import { asc, count, desc, eq, getTableColumns, inArray } from 'drizzle-orm';
import type { Reference, ReferencePatch, ReferenceSet, Truth } from '@deft/contract';
import type { Id, SubjectKey } from '@deft/core';
import type { Database } from './database.ts';
import { Gone } from './refusals.ts';
import { attempts, blobs, references, setMembers, sets } from './schema.ts';

export interface Blob {
  readonly sha256: string;
  readonly mime: string;
  readonly bytes: number;
}

export interface NewReference {
  readonly id: Id;
  readonly title: string;
  readonly subject: SubjectKey;
  readonly width: number;
  readonly height: number;
  readonly original: Blob;
  readonly preview: Blob;
  readonly source?: string;
  readonly author?: string;
  readonly year?: number | null;
  readonly licence?: string;
  readonly truth?: Truth | null;
}

type Row = typeof references.$inferSelect & { attempts: number };

const shown = ({ original: _original, preview: _preview, createdAt, subject, ...row }: Row): Reference => ({
  ...row,
  subject: subject as SubjectKey,
  createdAt: createdAt.getTime(),
  figureHeight: row.figureHeight ?? row.truth?.height ?? null,
});

const rows = (database: Database) =>
  database
    .select({ ...getTableColumns(references), attempts: count(attempts.id) })
    .from(references)
    .leftJoin(attempts, eq(attempts.reference, references.id))
    .groupBy(references.id);

export async function listReferences(database: Database): Promise<Reference[]> {
  return (await rows(database).orderBy(desc(references.createdAt), asc(references.id))).map(shown);
}

export async function readReference(database: Database, id: Id): Promise<Reference> {
  const [row] = await rows(database).where(eq(references.id, id));
  if (!row) throw new Gone('This reference is not on the desk.');
  return shown(row);
}

/** The files behind a reference. */
export async function referenceBlobs(database: Database, id: Id): Promise<{ original: Blob; preview: Blob }> {
  const [row] = await database.select({ original: references.original, preview: references.preview }).from(references).where(eq(references.id, id));
  if (!row) throw new Gone('This reference is not on the desk.');
  const found = await database.select().from(blobs).where(inArray(blobs.sha256, [row.original, row.preview]));
  const blob = (sha256: string): Blob => found.find((b) => b.sha256 === sha256) as Blob;
  return { original: blob(row.original), preview: blob(row.preview) };
}

/** Keeps a reference. One with the same original is given back instead. */
export async function keepReference(database: Database, made: NewReference): Promise<{ reference: Reference; known: boolean }> {
  const { original, preview, ...fields } = made;
  const kept = await database.transaction(async (tx) => {
    await tx.insert(blobs).values([original, preview]).onConflictDoNothing();
    const inserted = await tx.insert(references).values({ ...fields, original: original.sha256, preview: preview.sha256 }).onConflictDoNothing().returning({ id: references.id });
    if (inserted.length > 0) return { id: fields.id, known: false };
    const [row] = await tx.select({ id: references.id }).from(references).where(eq(references.original, original.sha256));
    return { id: row?.id ?? fields.id, known: true };
  });
  return { reference: await readReference(database, kept.id), known: kept.known };
}

export async function changeReference(database: Database, id: Id, patch: ReferencePatch): Promise<Reference> {
  await database.update(references).set(patch).where(eq(references.id, id));
  return readReference(database, id);
}

/** Lays a set down with its members in order; an existing set of the same id keeps its own title and gains members. */
export async function keepSet(database: Database, set: { id: Id; title: string; note: string; order: string }, members: readonly { reference: Id; order: string }[]): Promise<void> {
  await database.transaction(async (tx) => {
    await tx.insert(sets).values(set).onConflictDoNothing();
    if (members.length > 0) await tx.insert(setMembers).values(members.map((m) => ({ ...m, set: set.id }))).onConflictDoNothing();
  });
}

export async function listSets(database: Database): Promise<ReferenceSet[]> {
  const all = new Map((await listReferences(database)).map((r) => [r.id, r]));
  const found = await database.select().from(sets).orderBy(asc(sets.order), asc(sets.id));
  const members = await database.select().from(setMembers).orderBy(asc(setMembers.order), asc(setMembers.reference));
  return found.map(({ id, title, note }) => ({
    id, title, note,
    references: members.filter((m) => m.set === id).map((m) => all.get(m.reference)).filter((r) => r !== undefined),
  }));
}
