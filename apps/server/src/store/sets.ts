import { and, asc, count, desc, eq, gt, inArray, or, sql } from 'drizzle-orm';
import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import type { ReferenceSet, SetPatch } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Choosable } from '@deft/core/session';
import type { Database } from './database.ts';
import { briefs } from './references.ts';
import { Gone } from './refusals.ts';
import { references, setMembers, sets } from './schema.ts';

/** Pictures of a set that are shown wherever the set is named. */
const FIRST = 4;

type Transaction = Pick<Database, 'select' | 'insert' | 'update' | 'delete'>;

/** A new set, last in order. */
export async function makeSet(
  database: Database,
  made: { id: Id; title: string; note?: string; traits?: ReferenceSet['traits'] },
): Promise<void> {
  await database.transaction(async (tx) => {
    const [last] = await tx.select({ order: sets.order }).from(sets).orderBy(desc(sets.order)).limit(1);
    await tx
      .insert(sets)
      .values({ ...made, order: generateKeyBetween(last?.order ?? null, null) })
      .onConflictDoNothing();
  });
}

/** The sets that are there, each with its first pictures; hidden ones neither counted nor shown. */
export async function listSets(database: Database): Promise<ReferenceSet[]> {
  const found = await database
    .select({ id: sets.id, title: sets.title, note: sets.note, traits: sets.traits })
    .from(sets)
    .where(eq(sets.removed, false))
    .orderBy(asc(sets.order), asc(sets.id));
  const seen = and(eq(references.id, setMembers.reference), eq(references.hidden, false));
  const counts = new Map(
    (
      await database
        .select({ set: setMembers.set, count: count() })
        .from(setMembers)
        .innerJoin(references, seen)
        .groupBy(setMembers.set)
    ).map((row) => [row.set, row.count]),
  );
  const ranked = database
    .select({
      set: setMembers.set,
      reference: setMembers.reference,
      place:
        sql<number>`row_number() over (partition by ${setMembers.set} order by ${setMembers.order}, ${setMembers.reference})`.as(
          'place',
        ),
    })
    .from(setMembers)
    .innerJoin(references, seen)
    .as('ranked');
  const first = await database
    .select()
    .from(ranked)
    .where(sql`${ranked.place} <= ${FIRST}`)
    .orderBy(asc(ranked.place));
  const shown = await briefs(
    database,
    first.map((f) => f.reference),
  );
  return found.map((set) => ({
    ...set,
    count: counts.get(set.id) ?? 0,
    first: first.filter((f) => f.set === set.id).flatMap((f) => shown.get(f.reference) ?? []),
  }));
}

export async function readSet(database: Database, id: Id): Promise<ReferenceSet> {
  const set = (await listSets(database)).find((s) => s.id === id);
  if (!set) throw new Gone('This set is not on the desk.');
  return set;
}

/** All pictures of a set that are not hidden, in its order, as choosing for a session looks at them. */
export async function listChoosable(
  database: Database,
  id: Id,
): Promise<(Choosable & { readonly revision: number })[]> {
  await readSet(database, id);
  const { attempts, createdAt, subject, likeness, revision } = references;
  const rows = await database
    .select({ id: references.id, attempts, createdAt, subject, likeness, revision })
    .from(setMembers)
    .innerJoin(references, and(eq(references.id, setMembers.reference), eq(references.hidden, false)))
    .where(eq(setMembers.set, id))
    .orderBy(asc(setMembers.order), asc(setMembers.reference));
  return rows.map((row) => ({ ...row, createdAt: row.createdAt.getTime() }));
}

/** Removing a set hides it, so that it can come back; its pictures stay in the library. */
export async function changeSet(
  database: Database,
  id: Id,
  patch: SetPatch & { removed?: boolean },
): Promise<void> {
  const changed = await database.update(sets).set(patch).where(eq(sets.id, id)).returning({ id: sets.id });
  if (changed.length === 0) throw new Gone('This set is not on the desk.');
}

async function lastKey(tx: Transaction, set: Id): Promise<string | null> {
  const [last] = await tx
    .select({ order: setMembers.order })
    .from(setMembers)
    .where(eq(setMembers.set, set))
    .orderBy(desc(setMembers.order), desc(setMembers.reference))
    .limit(1);
  return last?.order ?? null;
}

/** Puts references at the end of a set, in the order given; those in it already stay where they are. */
export async function addMembers(database: Database, set: Id, ids: readonly Id[]): Promise<void> {
  await database.transaction(async (tx) => {
    const [there] = await tx.select({ id: sets.id }).from(sets).where(eq(sets.id, set));
    if (!there) throw new Gone('This set is not on the desk.');
    const known = new Set(
      (
        await tx
          .select({ id: references.id })
          .from(references)
          .where(inArray(references.id, [...ids]))
      ).map((r) => r.id),
    );
    const fresh = [...new Set(ids)].filter((id) => known.has(id));
    const keys = generateNKeysBetween(await lastKey(tx, set), null, fresh.length);
    if (fresh.length > 0)
      await tx
        .insert(setMembers)
        .values(fresh.map((reference, i) => ({ set, reference, order: keys[i] as string })))
        .onConflictDoNothing();
  });
}

/** Takes references out of a set and tells their places, so that it can be undone. */
export async function removeMembers(
  database: Database,
  set: Id,
  ids: readonly Id[],
): Promise<{ reference: Id; order: string }[]> {
  return database
    .delete(setMembers)
    .where(and(eq(setMembers.set, set), inArray(setMembers.reference, [...ids])))
    .returning({ reference: setMembers.reference, order: setMembers.order });
}

/** Puts members back where they were. */
export async function restoreMembers(
  database: Database,
  set: Id,
  members: readonly { reference: Id; order: string }[],
): Promise<void> {
  if (members.length > 0)
    await database
      .insert(setMembers)
      .values(members.map((m) => ({ ...m, set })))
      .onConflictDoNothing();
}

/**
 * Moves a member behind another, or first. One whose neighbours share a key gets the whole set keyed anew.
 */
export async function moveMember(
  database: Database,
  set: Id,
  reference: Id,
  after: Id | null,
): Promise<void> {
  await database.transaction(async (tx) => {
    const member = (id: Id) =>
      tx
        .select({ order: setMembers.order })
        .from(setMembers)
        .where(and(eq(setMembers.set, set), eq(setMembers.reference, id)));
    const [moved] = await member(reference);
    const [before] = after ? await member(after) : [];
    if (!moved || (after && !before)) throw new Gone('This picture is not in this set.');
    const [next] = await tx
      .select({ order: setMembers.order, reference: setMembers.reference })
      .from(setMembers)
      .where(
        and(
          eq(setMembers.set, set),
          sql`${setMembers.reference} <> ${reference}`,
          before
            ? or(
                gt(setMembers.order, before.order),
                and(eq(setMembers.order, before.order), gt(setMembers.reference, after as Id)),
              )
            : undefined,
        ),
      )
      .orderBy(asc(setMembers.order), asc(setMembers.reference))
      .limit(1);
    if (before && next && next.order <= before.order) {
      const all = (
        await tx
          .select({ reference: setMembers.reference })
          .from(setMembers)
          .where(eq(setMembers.set, set))
          .orderBy(asc(setMembers.order), asc(setMembers.reference))
      )
        .map((m) => m.reference)
        .filter((id) => id !== reference);
      all.splice(all.indexOf(after as Id) + 1, 0, reference);
      const keys = generateNKeysBetween(null, null, all.length);
      for (const [i, id] of all.entries())
        await tx
          .update(setMembers)
          .set({ order: keys[i] as string })
          .where(and(eq(setMembers.set, set), eq(setMembers.reference, id)));
      return;
    }
    await tx
      .update(setMembers)
      .set({ order: generateKeyBetween(before?.order ?? null, next?.order ?? null) })
      .where(and(eq(setMembers.set, set), eq(setMembers.reference, reference)));
  });
}
