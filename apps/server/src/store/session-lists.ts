import { and, asc, eq, like, or, sql } from 'drizzle-orm';
import { SHOWN_OF_A_SESSION, type PosePicture, type PracticeQuery, type SessionBrief } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { among } from './among.ts';
import type { Database } from './database.ts';
import { listPractised, type Practised } from './practice.ts';
import { attempts, poses, preparations, references, sessions, sets } from './schema.ts';
import { pictureColumns } from './sessions.ts';

/** Whether a pose was drawn: come to, and not passed over. */
const counts = sql`${poses.end} <> 'passed over'`;

const PRACTISED: Practised = {
  table: sessions,
  id: sessions.id,
  removal: sessions.removal,
  at: sessions.createdAt,
  hasWords: (pattern) =>
    or(
      like(sessions.words, pattern),
      sql`${sessions.set} in (select ${sets.id} from ${sets} where lower(${sets.title}) like ${pattern})`,
    ),
  inAttempt: attempts.session,
  withPicture: (pictures) =>
    sql`select ${attempts.session} from ${attempts} where ${attempts.session} is not null and ${attempts.removal} is null and ${attempts.reference} in (${pictures})`,
};

/** Every session that fits, by id, the newest first. */
export const listSessionIds = (database: Database, query: PracticeQuery): Promise<Id[]> =>
  listPractised(database, PRACTISED, query, [query.set ? eq(sessions.set, query.set) : undefined]);

/** Poses whose drawing was removed are not there. */
const isThere = sql`${poses.attempt} not in (select ${attempts.id} from ${attempts} where ${attempts.removal} is not null)`;

/** Of each session the first picture that it shows. */
async function firstIn(database: Database, listed: readonly Id[]): Promise<ReadonlyMap<Id, PosePicture>> {
  if (listed.length === 0) return new Map();
  const first = database
    .select({ attempt: poses.attempt })
    .from(poses)
    .where(and(eq(poses.session, sessions.id), isThere))
    .orderBy(asc(poses.position))
    .limit(1)
    .as('first');
  const rows = await database
    .select({
      session: sessions.id,
      ...pictureColumns,
    })
    .from(sessions)
    .innerJoinLateral(first, sql`true`)
    .innerJoin(attempts, eq(attempts.id, first.attempt))
    .innerJoin(references, eq(references.id, attempts.reference))
    .leftJoin(
      preparations,
      and(eq(preparations.reference, attempts.reference), eq(preparations.revision, attempts.revision)),
    )
    .where(sql`${sessions.id} in ${among(listed)}`);
  return new Map(rows.map(({ session, ...picture }) => [session, picture]));
}

/** Whether something was drawn in a pose on a page. */
const isDrawn = sql`${poses.drawnMs} > 0 and ${poses.end} in ('run out', 'done early') and ${poses.step}->>'ground' <> 'on paper' and ${isThere}`;

/**
 * The first drawings of a session, each as an attempt and how long it was drawn: one that its bell has closed
 * changes no more, unless one goes back to it, and then it is drawn for longer.
 */
const firstDrawn = sql<
  string[] | null
>`(array_agg(${poses.attempt} || ' ' || round(${poses.drawnMs})::int order by ${poses.position}) filter (where ${isDrawn}))[1:${sql.raw(String(SHOWN_OF_A_SESSION))}]`;

const asDrawing = (text: string): SessionBrief['drawn'][number] => {
  const [attempt = '', drawnMs] = text.split(' ');
  return { attempt, version: Number(drawnMs) };
};

/** Some sessions without their poses, by id. */
export async function sessionBriefs(
  database: Database,
  listed: readonly Id[],
): Promise<Map<Id, SessionBrief>> {
  if (listed.length === 0) return new Map();
  const { id, title, lesson, over, createdAt } = sessions;
  const rows = await database
    .select({
      ...{ id, title, lesson, over, createdAt },
      set: { id: sets.id, title: sets.title },
      count: sql<number>`count(*) filter (where ${isThere} and (not ${over} or ${counts}))`.mapWith(Number),
      drawnMs:
        sql<number>`coalesce(sum(${poses.drawnMs}) filter (where ${isThere} and ${counts}), 0)`.mapWith(
          Number,
        ),
      drawn: firstDrawn,
      starred: sql<number>`count(*) filter (where ${isThere} and ${poses.starred})`.mapWith(Number),
    })
    .from(sessions)
    .innerJoin(sets, eq(sets.id, sessions.set))
    .leftJoin(poses, eq(poses.session, sessions.id))
    .where(sql`${id} in ${among(listed)}`)
    .groupBy(id, sets.id);
  const first = await firstIn(
    database,
    rows.filter(({ drawn }) => !drawn).map(({ id: one }) => one),
  );
  return new Map(
    rows.map((row) => [
      row.id,
      {
        ...row,
        createdAt: row.createdAt.getTime(),
        first: first.get(row.id) ?? null,
        drawn: row.drawn?.map(asDrawing) ?? [],
      },
    ]),
  );
}
