import { and, desc, eq, inArray, isNull, lt, or, sql, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Removable, Removal } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { gatherNotes } from './gather-notes.ts';
import { Gone, Malformed } from './refusals.ts';
import { attempts, pages, references, removals, sessions, sets, studies } from './schema.ts';

/**
 * What is removed stays in the database, out of every list and every count, until it is brought back or goes
 * for good (purge.ts). A drawing that a session and a study share is there as long as one of them is.
 */

const TABLES = { session: sessions, study: studies, attempt: attempts } as const;
const NOT_THERE: Readonly<Record<Removable, string>> = {
  session: 'This session is not on the desk.',
  study: 'This study is not on the desk.',
  attempt: 'This drawing is not on the desk.',
};

/** What a removed page goes by that has neither a picture nor a name. */
const NAMELESS = 'Page without a picture';

type Tx = Pick<Database, 'select' | 'selectDistinct' | 'execute' | 'insert' | 'update' | 'delete'>;

/** Attempts go with what they belong to, and are there again with it. */
async function settleAttempts(tx: Pick<Database, 'execute'>): Promise<void> {
  // What goes with its session, or its study, where no other holds it.
  await tx.execute(sql`
    update ${attempts} set "removal" = "held"."by" from (
      select a.id, coalesce(s.removal, t.removal) as "by"
      from ${attempts} a
      left join ${sessions} s on s.id = a.session
      left join ${studies} t on t.id = a.study
      where a.removal is null
        and a.id in (
          select id from ${attempts} where session in (select id from ${sessions} where removal is not null)
          union
          select id from ${attempts} where study in (select id from ${studies} where removal is not null))
        and (s.id is null or s.removal is not null)
        and (t.id is null or t.removal is not null)
    ) as "held" where ${attempts.id} = "held".id`);
  // What is held again, but for what was removed by itself.
  await tx.execute(sql`
    update ${attempts} set "removal" = null from (
      select a.id
      from ${attempts} a
      join ${removals} r on r.id = a.removal and r.kind <> 'attempt'
      left join ${sessions} s on s.id = a.session
      left join ${studies} t on t.id = a.study
      where (s.id is not null and s.removal is null) or (t.id is not null and t.removal is null)
    ) as "again" where ${attempts.id} = "again".id`);
}

/** A pose may be removed once its session is over: the clock goes by their places. */
async function mustBeOver(tx: Tx, ids: readonly Id[]): Promise<void> {
  const [running] = await tx
    .select({ id: sessions.id })
    .from(attempts)
    .innerJoin(sessions, and(eq(sessions.id, attempts.session), eq(sessions.over, false)))
    .where(inArray(attempts.id, [...ids]))
    .limit(1);
  if (running) throw new Malformed('End the session first: its clock still counts on this drawing.');
}

/**
 * Removes things of one kind, each by a removal of its own.
 * @param things each once, with the id that its removal gets
 * @throws Gone where one is not there, Malformed for a drawing whose session goes on; then none is removed
 */
export async function removeThings(
  database: Database,
  kind: Removable,
  things: readonly { readonly of: Id; readonly removal: Id }[],
): Promise<void> {
  const table = TABLES[kind];
  await database.transaction(async (tx) => {
    const ids = things.map(({ of }) => of);
    if (kind === 'attempt') await mustBeOver(tx, ids);
    await tx.insert(removals).values(things.map(({ removal }) => ({ id: removal, kind })));
    const changed = await tx
      .update(table)
      .set({ removal: sql`"by".removal` })
      .from(sql`jsonb_to_recordset(${JSON.stringify(things)}::jsonb) as "by"("of" text, "removal" text)`)
      .where(and(sql`${table.id} = "by"."of"`, isNull(table.removal)))
      .returning({ id: table.id });
    if (changed.length < things.length) throw new Gone(NOT_THERE[kind]);
    await settleAttempts(tx);
    if (kind === 'attempt') await gatherNotes(tx, await sessionsOf(tx, inArray(attempts.id, ids)));
  });
}

/** Sessions that some attempts belong to. */
async function sessionsOf(tx: Tx, which: SQL): Promise<Id[]> {
  const rows = await tx.selectDistinct({ session: attempts.session }).from(attempts).where(which);
  return rows.flatMap(({ session }) => session ?? []);
}

/** Brings back what some removals took. Those that are not there any more are passed over. */
export async function restoreThings(database: Database, ids: readonly Id[]): Promise<void> {
  await database.transaction(async (tx) => {
    const theirs = await sessionsOf(tx, inArray(attempts.removal, [...ids]));
    await tx.delete(removals).where(inArray(removals.id, [...ids]));
    await settleAttempts(tx);
    await gatherNotes(tx, theirs);
  });
}

/** Removals from before a moment. */
export async function listRemovalsBefore(database: Database, moment: Date): Promise<Id[]> {
  const rows = await database
    .select({ id: removals.id })
    .from(removals)
    .where(lt(removals.createdAt, moment));
  return rows.map(({ id }) => id);
}

/**
 * What was removed, the last first, each with its newest drawing. A drawing that was removed by itself comes
 * back only where what it belongs to is there.
 */
export async function listRemovals(database: Database): Promise<Removal[]> {
  const own = alias(attempts, 'own');
  const [ofStudy, ofAttempt] = [alias(references, 'of_study'), alias(references, 'of_attempt')];
  const isHeld = or(
    sql`${own.session} in (select ${sessions.id} from ${sessions} where ${sessions.removal} is null)`,
    sql`${own.study} in (select ${studies.id} from ${studies} where ${studies.removal} is null)`,
    // A page without a reference belongs to nothing.
    isNull(own.reference),
  );
  const rows = await database
    .select({
      id: removals.id,
      kind: removals.kind,
      of: sql<Id | null>`coalesce(${sessions.id}, ${studies.id}, ${own.id})`,
      title: sql<string>`coalesce(nullif(${sessions.title}, ''), ${sets.title}, nullif(${studies.title}, ''), ${ofStudy.title}, ${ofAttempt.title}, nullif(${own.title}, ''), case when ${own.id} is not null and ${own.reference} is null then ${NAMELESS} end, '')`,
      createdAt: sql`coalesce(${sessions.createdAt}, ${studies.createdAt}, ${own.createdAt})`.mapWith(
        sessions.createdAt,
      ),
      removedAt: removals.createdAt,
    })
    .from(removals)
    .leftJoin(sessions, eq(sessions.removal, removals.id))
    .leftJoin(sets, eq(sets.id, sessions.set))
    .leftJoin(studies, eq(studies.removal, removals.id))
    .leftJoin(ofStudy, eq(ofStudy.id, studies.reference))
    .leftJoin(own, and(eq(own.removal, removals.id), eq(removals.kind, 'attempt'), isHeld))
    .leftJoin(ofAttempt, eq(ofAttempt.id, own.reference))
    .orderBy(desc(removals.createdAt), desc(removals.id));
  const drawn = await database
    .selectDistinctOn([attempts.removal], {
      removal: attempts.removal,
      attempt: attempts.id,
      version: pages.head,
    })
    .from(attempts)
    .innerJoin(pages, eq(pages.id, attempts.page))
    .where(sql`${attempts.removal} is not null and ${pages.head} > 1`)
    .orderBy(attempts.removal, desc(attempts.createdAt));
  const drawings = new Map(drawn.map(({ removal, ...drawing }) => [removal, drawing]));
  return rows.flatMap(({ of, createdAt, removedAt, ...row }) =>
    of === null
      ? []
      : [
          {
            ...row,
            of,
            createdAt: createdAt.getTime(),
            removedAt: removedAt.getTime(),
            drawing: drawings.get(row.id) ?? null,
          },
        ],
  );
}
