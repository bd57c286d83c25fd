import { asc, desc, eq } from 'drizzle-orm';
import type { Pose, Session } from '@deft/contract';
import type { Id } from '@deft/core';
import type { Database } from './database.ts';
import { readReference } from './references.ts';
import { Gone } from './refusals.ts';
import { makePage } from './pages.ts';
import { attempts, poses, sessions, sets } from './schema.ts';

export async function readSession(database: Database, id: Id): Promise<Session> {
  const [row] = await database.select().from(sessions).innerJoin(sets, eq(sets.id, sessions.set)).where(eq(sessions.id, id));
  if (!row) throw new Gone('This session is not on the desk.');
  const drawn = await database.select().from(poses).innerJoin(attempts, eq(attempts.id, poses.attempt)).where(eq(poses.session, id)).orderBy(asc(poses.position));
  const shown = await Promise.all(drawn.map(async ({ poses: pose, attempts: attempt }): Promise<Pose> => ({
    id: pose.id,
    reference: await readReference(database, attempt.reference, attempt.revision),
    page: attempt.page,
    attempt: attempt.id,
    seconds: pose.seconds,
    drawnMs: pose.drawnMs,
    heldMs: pose.heldMs,
    addedMs: pose.addedMs,
    skipped: pose.skipped,
  })));
  const { sessions: session, sets: set } = row;
  return { id, set: { id: set.id, title: set.title }, createdAt: session.createdAt.getTime(), over: session.over, clock: session.clock, poses: shown };
}

export async function listSessions(database: Database): Promise<Session[]> {
  const rows = await database.select({ id: sessions.id }).from(sessions).orderBy(desc(sessions.createdAt)).limit(100);
  return Promise.all(rows.map(({ id }) => readSession(database, id)));
}

/** A session with its poses, each with an attempt on a fresh page. */
export async function keepSession(
  database: Database,
  session: { id: Id; set: Id },
  made: readonly { id: Id; attempt: Id; page: Id; reference: Id; revision: number; seconds: number }[],
): Promise<Session> {
  await database.transaction(async (tx) => {
    await tx.insert(sessions).values(session);
    for (const [position, pose] of made.entries()) {
      await makePage(tx, pose.page);
      await tx.insert(attempts).values({ id: pose.attempt, page: pose.page, reference: pose.reference, revision: pose.revision, way: 'on screen', seconds: pose.seconds });
      await tx.insert(poses).values({ id: pose.id, session: session.id, position, attempt: pose.attempt, seconds: pose.seconds });
    }
  });
  return readSession(database, session.id);
}

export interface ClockChange {
  readonly clock: unknown;
  readonly over: boolean;
  readonly poses: readonly Pick<Pose, 'id' | 'drawnMs' | 'heldMs' | 'addedMs' | 'skipped'>[];
}

export async function changeSession(database: Database, id: Id, { clock, over, poses: times }: ClockChange): Promise<Session> {
  await database.transaction(async (tx) => {
    await tx.update(sessions).set({ clock, over }).where(eq(sessions.id, id));
    for (const { id: pose, ...fields } of times) await tx.update(poses).set(fields).where(eq(poses.id, pose));
  });
  return readSession(database, id);
}
