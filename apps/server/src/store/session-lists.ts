import { and, asc, desc, eq, gt, inArray, isNull, lte, ne, sql } from 'drizzle-orm';
import { SHOWN_OF_A_SESSION, type PosePicture, type PracticeQuery, type SessionBrief } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { Database } from './database.ts';
import { practisedWhere, type Practised } from './practice.ts';
import { attempts, pages, poses, preparations, references, sessions, sets } from './schema.ts';

/** Whether a pose was drawn: come to, and not passed over. */
const counts = sql`${poses.end} <> 'passed over'`;

const PRACTISED: Practised = {
  id: sessions.id,
  removal: sessions.removal,
  at: sessions.createdAt,
  words: sql`lower(${sessions.title} || ' ' || ${sessions.lesson} || ' ' || (${sessions.plan}->>'title') || ' ' || ${sets.title})`,
  withAttempt: (holds) =>
    sql`select ${poses.session} from ${poses} join ${attempts} on ${attempts.id} = ${poses.attempt} where ${holds}`,
  withPicture: (holds) =>
    sql`select ${poses.session} from ${poses} join ${attempts} on ${attempts.id} = ${poses.attempt} where ${attempts.removal} is null and ${attempts.reference} in (select ${references.id} from ${references} where ${holds})`,
};

/** Every session that fits, by id, the newest first. */
export async function listSessionIds(database: Database, query: PracticeQuery): Promise<Id[]> {
  const rows = await database
    .select({ id: sessions.id })
    .from(sessions)
    .innerJoin(sets, eq(sets.id, sessions.set))
    .where(and(...practisedWhere(PRACTISED, query), query.set ? eq(sessions.set, query.set) : undefined))
    .orderBy(desc(sessions.createdAt), asc(sessions.id));
  return rows.map(({ id }) => id);
}

/** Of each session the first picture that it shows. */
async function firstIn(database: Database, listed: readonly Id[]): Promise<ReadonlyMap<Id, PosePicture>> {
  const rows = await database
    .selectDistinctOn([poses.session], {
      session: poses.session,
      id: references.id,
      title: references.title,
      subject: references.subject,
      revision: attempts.revision,
      width: sql<number>`coalesce(${preparations.width}, ${references.width})`.mapWith(Number),
      height: sql<number>`coalesce(${preparations.height}, ${references.height})`.mapWith(Number),
    })
    .from(poses)
    .innerJoin(attempts, eq(attempts.id, poses.attempt))
    .innerJoin(references, eq(references.id, attempts.reference))
    .leftJoin(
      preparations,
      and(eq(preparations.reference, attempts.reference), eq(preparations.revision, attempts.revision)),
    )
    .where(and(inArray(poses.session, [...listed]), isNull(attempts.removal)))
    .orderBy(poses.session, poses.position);
  return new Map(rows.map(({ session, ...picture }) => [session, picture]));
}

/** The first poses of each session that were drawn on a page. */
async function drawnIn(
  database: Database,
  listed: readonly Id[],
): Promise<ReadonlyMap<Id, SessionBrief['drawn']>> {
  const counted = database
    .select({
      session: poses.session,
      attempt: attempts.id,
      page: attempts.page,
      place: sql<number>`row_number() over (partition by ${poses.session} order by ${poses.position})`.as(
        'place',
      ),
    })
    .from(poses)
    .innerJoin(attempts, eq(attempts.id, poses.attempt))
    .where(
      and(
        inArray(poses.session, [...listed]),
        gt(poses.drawnMs, 0),
        inArray(poses.end, ['run out', 'done early']),
        ne(attempts.way, 'on paper'),
        isNull(attempts.removal),
      ),
    )
    .as('counted');
  const rows = await database
    .select({ session: counted.session, attempt: counted.attempt, head: pages.head })
    .from(counted)
    .innerJoin(pages, eq(pages.id, counted.page))
    .where(lte(counted.place, SHOWN_OF_A_SESSION))
    .orderBy(counted.place);
  const found = new Map<Id, SessionBrief['drawn'][number][]>();
  for (const { session, ...drawing } of rows) found.set(session, [...(found.get(session) ?? []), drawing]);
  return found;
}

/** Some sessions without their poses, by id. */
export async function sessionBriefs(
  database: Database,
  listed: readonly Id[],
): Promise<Map<Id, SessionBrief>> {
  if (listed.length === 0) return new Map();
  const { id, title, lesson, over, createdAt } = sessions;
  const shown = sql`${attempts.removal} is null`;
  const rows = await database
    .select({
      ...{ id, title, lesson, over, createdAt },
      set: { id: sets.id, title: sets.title },
      count: sql<number>`count(*) filter (where ${shown} and (not ${over} or ${counts}))`.mapWith(Number),
      drawnMs: sql<number>`coalesce(sum(${poses.drawnMs}) filter (where ${shown} and ${counts}), 0)`.mapWith(
        Number,
      ),
      starred: sql<number>`count(*) filter (where ${shown} and ${poses.starred})`.mapWith(Number),
    })
    .from(sessions)
    .innerJoin(sets, eq(sets.id, sessions.set))
    .leftJoin(poses, eq(poses.session, sessions.id))
    .leftJoin(attempts, eq(attempts.id, poses.attempt))
    .where(inArray(id, [...listed]))
    .groupBy(id, sets.id);
  const [first, drawn] = [await firstIn(database, listed), await drawnIn(database, listed)];
  return new Map(
    rows.map((row) => [
      row.id,
      {
        ...row,
        createdAt: row.createdAt.getTime(),
        first: first.get(row.id) ?? null,
        drawn: drawn.get(row.id) ?? [],
      },
    ]),
  );
}
