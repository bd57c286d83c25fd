import {
  and,
  asc,
  desc,
  eq,
  exists,
  getTableColumns,
  inArray,
  like,
  not,
  or,
  sql,
  type SQL,
} from 'drizzle-orm';
import type {
  Reference,
  ReferenceBrief,
  ReferencePatch,
  ReferenceQuery,
  Truth,
  ViewKey,
} from '@deft/contract';
import type { Id } from '@deft/core/page';
import { seenLandmarks, seenOutlines, UNTOUCHED, type Preparation } from '@deft/core/reference';
import { turnedOver, type SubjectKey } from '@deft/core/subjects';
import type { Blob } from './blob-files.ts';
import type { Database } from './database.ts';
import { preparationOf } from './preparations.ts';
import { Gone } from './refusals.ts';
import { blobs, preparations, referenceMarks, references, setMembers } from './schema.ts';
import { patternsOf } from './words.ts';

/** The files behind a reference as it is seen. */
export interface ReferenceFiles {
  readonly original: Blob;
  readonly picture: Blob;
  readonly preview: Blob;
  readonly small: Blob;
}

const seenIn = and(
  eq(preparations.reference, references.id),
  eq(preparations.revision, references.revision),
) as SQL;
const landmarked = (database: Pick<Database, 'select'>) =>
  exists(
    database
      .select({ one: sql`1` })
      .from(referenceMarks)
      .where(and(eq(referenceMarks.reference, references.id), eq(referenceMarks.kind, 'landmark'))),
  );

const briefColumns = (database: Pick<Database, 'select'>) => ({
  id: references.id,
  title: references.title,
  subject: sql<SubjectKey>`${references.subject}`,
  revision: references.revision,
  width: sql<number>`coalesce(${preparations.width}, ${references.width})`.mapWith(Number),
  height: sql<number>`coalesce(${preparations.height}, ${references.height})`.mapWith(Number),
  view: sql<ViewKey | null>`${references.view}`,
  hidden: references.hidden,
  attempts: references.attempts,
  marked: sql<boolean>`(${references.truth} is not null or ${landmarked(database)})`,
});

/** Briefs of some references, in no order. */
export async function briefs(database: Database, ids: readonly Id[]): Promise<Map<Id, ReferenceBrief>> {
  if (ids.length === 0) return new Map();
  const rows = await database
    .select(briefColumns(database))
    .from(references)
    .leftJoin(preparations, seenIn)
    .where(inArray(references.id, [...ids]));
  return new Map(rows.map((row) => [row.id, row]));
}

/** How much wider than high, or the other way, a picture may be and still count as square. */
const SQUARE = sql.raw('1.15');
function conditions(database: Database, query: ReferenceQuery): SQL | undefined {
  const [width, height] = [
    sql`coalesce(${preparations.width}, ${references.width})`,
    sql`coalesce(${preparations.height}, ${references.height})`,
  ];
  const shapes = {
    upright: sql`${height} > ${SQUARE} * ${width}`,
    wide: sql`${width} > ${SQUARE} * ${height}`,
    square: sql`greatest(${width}, ${height}) <= ${SQUARE} * least(${width}, ${height})`,
  };
  return and(
    eq(references.hidden, query.hidden ?? false),
    ...patternsOf(query.q).map((pattern) => like(references.words, pattern)),
    query.drawn === 'never' ? eq(references.attempts, 0) : undefined,
    query.marked ? or(sql`${references.truth} is not null`, landmarked(database)) : undefined,
    query.view ? eq(references.view, query.view) : undefined,
    query.subject ? eq(references.subject, query.subject) : undefined,
    query.shape ? shapes[query.shape] : undefined,
    query.loose
      ? not(
          exists(
            database
              .select({ one: sql`1` })
              .from(setMembers)
              .where(eq(setMembers.reference, references.id)),
          ),
        )
      : undefined,
    query.set ? eq(setMembers.set, query.set) : undefined,
  );
}

/**
 * Every reference that fits, by id: a set's own order where a set is asked for, else the newest first, unless
 * another is asked for.
 */
export async function listIds(database: Database, query: ReferenceQuery): Promise<Id[]> {
  const { set, sort = 'order' } = query;
  const orders = {
    order: set
      ? [asc(setMembers.order), asc(references.id)]
      : [desc(references.createdAt), asc(references.id)],
    new: [desc(references.createdAt), asc(references.id)],
    'least drawn': [asc(references.attempts), asc(references.createdAt), asc(references.id)],
    title: [asc(references.title), asc(references.id)],
  };
  const listing = database.select({ id: references.id }).from(references).$dynamic();
  if (query.shape) listing.leftJoin(preparations, seenIn);
  if (set) listing.innerJoin(setMembers, eq(setMembers.reference, references.id));
  const rows = await listing.where(conditions(database, query)).orderBy(...orders[sort]);
  return rows.map(({ id }) => id);
}

function seenTruth(
  truth: Truth | null,
  size: { width: number; height: number },
  preparation: Preparation,
): Truth | null {
  if (!truth) return null;
  const { silhouettes, fronts } = truth;
  return {
    ...truth,
    landmarks: seenLandmarks(truth.landmarks, size, preparation),
    ...(silhouettes
      ? { silhouettes: silhouettes.map((outlines) => seenOutlines(outlines, size, preparation)) }
      : {}),
    ...(fronts && preparation.flip ? { fronts: turnedOver(fronts) } : {}),
  };
}

/**
 * A reference as it is seen at a preparation: its current one unless another is named.
 * @throws Gone where there is no such reference or preparation
 */
export async function readReference(database: Database, id: Id, revision?: number): Promise<Reference> {
  const [row] = await database
    .select({ ...getTableColumns(references), mime: blobs.mime, bytes: blobs.bytes })
    .from(references)
    .innerJoin(blobs, eq(blobs.sha256, references.original))
    .where(eq(references.id, id));
  if (!row) throw new Gone('This reference is not on the desk.');
  const at = revision ?? row.revision;
  const prepared = await preparationOf(database, id, at);
  const preparation = prepared?.settings ?? UNTOUCHED;
  const marks = (
    await database
      .select({ body: referenceMarks.body })
      .from(referenceMarks)
      .where(eq(referenceMarks.reference, id))
      .orderBy(asc(referenceMarks.createdAt), asc(referenceMarks.id))
  ).map(({ body }) => body);
  const sets = await database
    .select({ set: setMembers.set })
    .from(setMembers)
    .where(eq(setMembers.reference, id));
  const original = { width: row.width, height: row.height, mime: row.mime, bytes: row.bytes };
  const {
    title,
    source,
    author,
    credit,
    caption,
    year,
    taken,
    licence,
    tags,
    note,
    hidden,
    attempts,
    location,
    createdAt,
  } = row;
  return {
    id,
    title,
    source,
    author,
    credit,
    caption,
    year,
    taken,
    licence,
    tags,
    note,
    hidden,
    attempts,
    location,
    subject: row.subject as SubjectKey,
    view: row.view as ViewKey | null,
    revision: at,
    width: prepared?.width ?? row.width,
    height: prepared?.height ?? row.height,
    original,
    preparation,
    marks,
    marked: row.truth !== null || marks.some((m) => m.kind === 'landmark'),
    truth: seenTruth(row.truth, original, preparation),
    figureHeight: row.figureHeight ?? row.truth?.height ?? null,
    createdAt: createdAt.getTime(),
    sets: sets.map((s) => s.set),
  };
}

/** A made picture's truth on the original, which `readReference` gives as it is seen. */
export async function readTruth(
  database: Database,
  id: Id,
): Promise<{ truth: Truth | null; figureHeight: number | null }> {
  const [row] = await database
    .select({ truth: references.truth, figureHeight: references.figureHeight })
    .from(references)
    .where(eq(references.id, id));
  if (!row) throw new Gone('This reference is not on the desk.');
  return row;
}

/** The files behind a reference at one of its preparations. */
export async function referenceFiles(database: Database, id: Id, revision?: number): Promise<ReferenceFiles> {
  const [row] = await database
    .select({
      original: references.original,
      shown: references.shown,
      preview: references.preview,
      small: references.small,
      revision: references.revision,
    })
    .from(references)
    .where(eq(references.id, id));
  if (!row) throw new Gone('This reference is not on the desk.');
  const prepared = await preparationOf(database, id, revision ?? row.revision);
  const names = {
    original: row.original,
    picture: prepared?.picture ?? row.shown ?? row.original,
    preview: prepared?.preview ?? row.preview,
    small: prepared?.small ?? row.small ?? row.preview,
  };
  const found = new Map(
    (
      await database
        .select()
        .from(blobs)
        .where(inArray(blobs.sha256, Object.values(names)))
    ).map((b) => [b.sha256, b]),
  );
  return Object.fromEntries(
    Object.entries(names).map(([key, name]) => [key, found.get(name)]),
  ) as unknown as ReferenceFiles;
}

/** Whether a file of this content is a reference's original already. */
export async function knownOriginal(
  database: Database,
  sha256: string,
): Promise<{ id: Id; title: string } | null> {
  const [row] = await database
    .select({ id: references.id, title: references.title })
    .from(references)
    .where(eq(references.original, sha256));
  return row ?? null;
}

export async function changeReference(database: Database, id: Id, patch: ReferencePatch): Promise<Reference> {
  if (patch.revision) await preparationOf(database, id, patch.revision);
  await database.update(references).set(patch).where(eq(references.id, id));
  return readReference(database, id);
}

/** Hides or tags several references at once. */
export async function changeReferences(
  database: Database,
  ids: readonly Id[],
  { hidden, tag, untag }: { hidden?: boolean; tag?: string; untag?: string },
): Promise<void> {
  const these = inArray(references.id, [...ids]);
  await database.transaction(async (tx) => {
    if (hidden !== undefined) await tx.update(references).set({ hidden }).where(these);
    if (tag)
      await tx
        .update(references)
        .set({ tags: sql`${references.tags} || to_jsonb(${tag}::text)` })
        .where(and(these, not(sql`${references.tags} ? ${tag}`)));
    if (untag)
      await tx
        .update(references)
        .set({ tags: sql`${references.tags} - ${untag}::text` })
        .where(these);
  });
}
