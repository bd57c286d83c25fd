import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import {
  type ClockChange,
  type KeptPlan,
  type Pose,
  type PosePatch,
  type PosePicture,
  type Session,
  type SessionPatch,
} from '@deft/contract';
import { cellOutlines, cellsFor, PAGE_SIZE, type Id } from '@deft/core/page';
import type { Choice, Plan, Step } from '@deft/core/session';
import { newId } from '../ids.ts';
import type { Database } from './database.ts';
import { dropPages } from './drop-pages.ts';
import { gatherNotes } from './gather-notes.ts';
import { layCells, makePage } from './pages.ts';
import { Gone } from './refusals.ts';
import {
  attempts,
  pages,
  plans,
  poses,
  preparations,
  references,
  sessions,
  sets,
  type PosePlace,
} from './schema.ts';

const gone = (): Gone => new Gone('This session is not on the desk.');

/** What of a reference a pose shows, at the preparation it was drawn from. */
export const pictureColumns = {
  id: references.id,
  title: references.title,
  subject: references.subject,
  revision: attempts.revision,
  width: sql<number>`coalesce(${preparations.width}, ${references.width})`.mapWith(Number),
  height: sql<number>`coalesce(${preparations.height}, ${references.height})`.mapWith(Number),
};

/** The picture that a pose comes back to by *not this one*. */
const otherReference = alias(references, 'other_reference');

const posesOf = (database: Database) =>
  database
    .select({ pose: poses, attempt: attempts, picture: pictureColumns, other: otherReference.title })
    .from(poses)
    .innerJoin(attempts, eq(attempts.id, poses.attempt))
    .innerJoin(references, eq(references.id, attempts.reference))
    .leftJoin(
      preparations,
      and(eq(preparations.reference, attempts.reference), eq(preparations.revision, attempts.revision)),
    )
    .leftJoin(otherReference, eq(otherReference.id, sql`${poses.other}->>'reference'`))
    .$dynamic();

const shownPose = ({ pose, attempt, picture, other }: Awaited<ReturnType<typeof posesOf>>[number]): Pose => {
  const { id, step, flipped, drawnMs, heldMs, addedMs, end, starred, note, marks } = pose;
  return {
    id,
    reference: picture as PosePicture,
    page: attempt.page,
    region: attempt.region,
    attempt: attempt.id,
    study: attempt.study,
    departures: attempt.departures,
    step,
    flipped,
    drawnMs,
    heldMs,
    addedMs,
    end,
    closedAt: attempt.closedAt,
    other,
    starred,
    note,
    marks,
  };
};

/** A session with its poses. @throws Gone where there is none, or it was removed */
export async function readSession(database: Database, id: Id): Promise<Session> {
  const [row] = await database
    .select()
    .from(sessions)
    .innerJoin(sets, eq(sets.id, sessions.set))
    .where(eq(sessions.id, id));
  if (!row) throw gone();
  if (row.sessions.removal) throw new Gone('This session was removed. Bring it back to see it.');
  const there = and(eq(poses.session, id), isNull(attempts.removal));
  const shown = (await posesOf(database).where(there).orderBy(asc(poses.position))).map(shownPose);
  const { sessions: session, sets: set } = row;
  const { title, plan, choice, flip, seed, lesson, inMind, over, clock, createdAt } = session;
  return {
    id,
    set: { id: set.id, title: set.title },
    title,
    plan,
    choice: choice as Choice,
    flip,
    seed,
    lesson,
    inMind,
    createdAt: createdAt.getTime(),
    over,
    clock,
    poses: shown,
  };
}

export interface MadePose {
  readonly reference: Id;
  readonly revision: number;
  readonly flipped: boolean;
  readonly step: Step;
}

/**
 * A session with its poses, each with an attempt: on a page of its own, or in the next cell of the
 * page that its block shares.
 */
export async function keepSession(
  database: Database,
  session: { id: Id; set: Id; plan: Plan; choice: Choice; flip: boolean; seed: number; inMind: string },
  made: readonly MadePose[],
): Promise<Session> {
  await database.transaction(async (tx) => {
    await tx.insert(sessions).values(session);
    const places = new Map<number, { page: Id; region: readonly { x: number; y: number }[] | null }>();
    const grids = new Map<number, number[]>();
    for (const [position, { step }] of made.entries()) {
      if (step.ground === 'on a grid') grids.set(step.block, [...(grids.get(step.block) ?? []), position]);
      else {
        const page = newId();
        await makePage(tx, page);
        places.set(position, { page, region: null });
      }
    }
    for (const positions of grids.values()) {
      const page = newId();
      const cells = cellsFor(positions.length, PAGE_SIZE);
      await layCells(tx, page, cells);
      const outlines = cellOutlines(PAGE_SIZE, cells);
      positions.forEach((position, i) => places.set(position, { page, region: outlines[i] ?? null }));
    }
    for (const [position, { reference, revision, flipped, step }] of made.entries()) {
      const attempt = newId();
      const { page, region } = places.get(position) ?? { page: '', region: null };
      await tx.insert(attempts).values({
        id: attempt,
        session: session.id,
        page,
        region,
        reference,
        revision,
        way: step.ground,
        source: step.source,
        seconds: step.seconds,
      });
      await tx.insert(poses).values({ id: newId(), session: session.id, position, attempt, step, flipped });
    }
  });
  return readSession(database, session.id);
}

/** Keeps the clock as it stands, and each pose's times. A session that is over stays so. */
export async function keepClock(
  database: Database,
  id: Id,
  { clock, over, poses: times }: ClockChange,
): Promise<void> {
  await database.transaction(async (tx) => {
    const changed = await tx
      .update(sessions)
      .set({ clock, over: sql`${sessions.over} or ${over}` })
      .where(eq(sessions.id, id))
      .returning({ id: sessions.id });
    if (changed.length === 0) throw gone();
    // A session may have hundreds of poses, and tells of all of them every few seconds.
    const told = sql`jsonb_to_recordset(${JSON.stringify(times)}::jsonb) as "t"("id" text, "drawnMs" real, "heldMs" real, "addedMs" real, "end" text, "closedAt" bigint)`;
    await tx.execute(sql`
      update ${poses} set "drawn_ms" = "t"."drawnMs", "held_ms" = "t"."heldMs", "added_ms" = "t"."addedMs", "end" = "t"."end"
      from ${told}
      where ${poses.id} = "t"."id" and ${poses.session} = ${id}
    `);
    await tx.execute(sql`
      update ${attempts} set "closed_at" = "t"."closedAt"
      from ${told}, ${poses}
      where ${poses.id} = "t"."id" and ${poses.session} = ${id} and ${attempts.id} = ${poses.attempt}
        and ${attempts.closedAt} is distinct from "t"."closedAt"
    `);
  });
}

/** Another picture for a pose, and whether it is drawn in the same place, where nothing was drawn yet. */
export interface OtherPicture {
  readonly reference: Id;
  readonly revision: number;
  readonly flipped: boolean;
  readonly samePlace: boolean;
}

/**
 * Gives a pose another picture, and puts its own by with what was drawn of it; or gives it back what was put
 * by.
 * @param made what it has not had yet; null to give back
 * @throws Gone where it is not in the session, or nothing was put by
 */
export async function changePicture(
  database: Database,
  session: Id,
  id: Id,
  made: OtherPicture | null,
): Promise<void> {
  await database.transaction(async (tx) => {
    const [row] = await tx
      .select({ pose: poses, attempt: attempts })
      .from(poses)
      .innerJoin(attempts, eq(attempts.id, poses.attempt))
      .where(and(eq(poses.id, id), eq(poses.session, session)));
    const to = row && (made ? await placeFor(tx, row.attempt, made) : row.pose.other);
    // A pose always has a picture.
    if (!to || row.attempt.reference === null) throw new Gone('This pose is not in the session.');
    const { flipped, marks, ...place } = to;
    const { reference, revision, page, region } = row.attempt;
    const { flipped: wasFlipped, marks: hadMarks } = row.pose;
    const other: PosePlace = { reference, revision, page, region, flipped: wasFlipped, marks: hadMarks };
    await tx.update(attempts).set(place).where(eq(attempts.id, row.attempt.id));
    await tx.update(poses).set({ flipped, marks, other }).where(eq(poses.id, id));
  });
}

async function placeFor(
  tx: Pick<Database, 'insert'>,
  here: Pick<PosePlace, 'page' | 'region'>,
  { samePlace, ...picture }: OtherPicture,
): Promise<PosePlace> {
  if (samePlace) return { ...picture, page: here.page, region: here.region, marks: [] };
  const page = newId();
  await makePage(tx, page);
  return { ...picture, page, region: null, marks: [] };
}

export async function changeSession(database: Database, id: Id, patch: SessionPatch): Promise<void> {
  const changed = await database
    .update(sessions)
    .set(patch)
    .where(eq(sessions.id, id))
    .returning({ id: sessions.id });
  if (changed.length === 0) throw gone();
}

export async function changePose(database: Database, session: Id, pose: Id, patch: PosePatch): Promise<void> {
  await database.transaction(async (tx) => {
    const changed = await tx
      .update(poses)
      .set(patch)
      .where(and(eq(poses.id, pose), eq(poses.session, session)))
      .returning({ id: poses.id });
    if (changed.length === 0) throw new Gone('This pose is not in the session.');
    if (patch.note !== undefined) await gatherNotes(tx, [session]);
  });
}

/** Drawings joined to poses: each pose's attempt becomes the part of the page that it was given. */
export async function joinPoses(
  database: Database,
  session: Id,
  page: Id,
  joins: readonly { pose: Id; region: readonly { x: number; y: number }[] | null }[],
): Promise<void> {
  await database.transaction(async (tx) => {
    for (const { pose, region } of joins) {
      const [row] = await tx
        .select({ attempt: poses.attempt, page: attempts.page, head: pages.head })
        .from(poses)
        .innerJoin(attempts, eq(attempts.id, poses.attempt))
        .innerJoin(pages, eq(pages.id, attempts.page))
        .where(and(eq(poses.id, pose), eq(poses.session, session)));
      if (!row) throw new Gone('This pose is not in the session.');
      await tx.update(attempts).set({ page, region }).where(eq(attempts.id, row.attempt));
      // The page that it would have been drawn on, with nothing on it.
      if (row.head === 1 && row.page !== page) await dropPages(tx, [row.page]);
    }
  });
}

/**
 * How far the drawings of each subject were off when they were last checked: the average miss, per cent of
 * the figure's height.
 */
export async function readMisses(database: Database): Promise<Record<string, number>> {
  const rows = await database
    .select({ subject: references.subject, miss: sql<number>`avg(${attempts.miss})`.mapWith(Number) })
    .from(attempts)
    .innerJoin(references, eq(references.id, attempts.reference))
    .where(sql`${attempts.miss} is not null and ${attempts.removal} is null`)
    .groupBy(references.subject);
  return Object.fromEntries(rows.map(({ subject, miss }) => [subject, miss]));
}

export async function listPlans(database: Database): Promise<KeptPlan[]> {
  return (await database.select().from(plans).orderBy(asc(plans.createdAt), asc(plans.id))).map(
    ({ id, title, blocks }) => ({ id, title, blocks }),
  );
}

export async function keepPlan(database: Database, plan: KeptPlan): Promise<KeptPlan> {
  const { title, blocks } = plan;
  await database.insert(plans).values(plan).onConflictDoUpdate({ target: plans.id, set: { title, blocks } });
  return plan;
}

export async function removePlan(database: Database, id: Id): Promise<void> {
  await database.delete(plans).where(eq(plans.id, id));
}
