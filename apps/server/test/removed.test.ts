import assert from 'node:assert/strict';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { eq, getTableName, is, sql } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import { KEPT_DAYS, type Removable, type Session } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { newId } from '../src/ids.ts';
import { removeForGood, sweepRemoved } from '../src/jobs/remove-for-good.ts';
import { BlobFiles } from '../src/store/blob-files.ts';
import { keepLifted, keepPaper, type PaperOf } from '../src/store/papers.ts';
import { purgeRemovals } from '../src/store/purge.ts';
import { listRemovals, listRemovalsBefore, removeThings, restoreThings } from '../src/store/removals.ts';
import { readNamedBlobs } from '../src/store/repairs.ts';
import { keepReport, listOtherLines } from '../src/store/reports.ts';
import * as schema from '../src/store/schema.ts';
import { listSessionIds, sessionBriefs } from '../src/store/session-lists.ts';
import { changePicture, joinPoses, readMisses, readSession } from '../src/store/sessions.ts';
import { addAttempt, addTrace, openStudy, readStudy } from '../src/store/studies.ts';
import { listStudyIds, studyBriefs } from '../src/store/study-lists.ts';
import type { Store } from '../src/store/store.ts';
import { temporaryFolder } from './desk.ts';
import { openPractice, type Practice } from './practice-desk.ts';

/** Sessions, studies and attempts that are removed: brought back as they were, or gone without a trace. */

const { folder, remove } = temporaryFolder();
let practice: Practice;
let files: BlobFiles;
let set: Id;

before(async () => {
  practice = await openPractice(folder);
  files = new BlobFiles(join(folder, 'files'));
  set = await practice.set('Platform figures');
});
after(async () => {
  await practice.client.close();
  remove();
});

/** Pictures that nothing was drawn from. */
const freshPictures = async (): Promise<Id[]> => {
  const made: Id[] = [];
  for (const title of ['Runner', 'Porter', 'Guard'])
    made.push(await practice.reference(title, 'figure', set));
  return made;
};

const TABLES = Object.values<unknown>(schema).filter((value) => is(value, PgTable));
/** Every row of every table, and every file. */
async function everything(): Promise<Record<string, string[]>> {
  const { names } = await files.list();
  const all: Record<string, string[]> = { files: names.sort() };
  for (const table of TABLES) {
    const rows = await practice.database.select().from(table);
    all[getTableName(table)] = rows.map((row) => JSON.stringify(row)).sort();
  }
  return all;
}

/** Holds all there is against what it should be, and says only what differs. */
async function mustBe(expected: Record<string, string[]>): Promise<void> {
  const now = await everything();
  for (const [name, rows] of Object.entries(expected)) {
    const [there, wanted] = [new Set(now[name]), new Set(rows)];
    assert.deepEqual(
      [...there].filter((row) => !wanted.has(row)),
      [],
      `${name}: left over`,
    );
    assert.deepEqual(
      [...wanted].filter((row) => !there.has(row)),
      [],
      `${name}: gone`,
    );
  }
}

/** What lists, counts and statistics say. */
async function said(): Promise<unknown> {
  const { database } = practice;
  const [sessionIds, studyIds] = [await listSessionIds(database, {}), await listStudyIds(database, {})];
  const counts = await database
    .select({ id: schema.references.id, attempts: schema.references.attempts })
    .from(schema.references)
    .orderBy(schema.references.id);
  const [first] = await database.select().from(schema.attempts).orderBy(schema.attempts.id).limit(1);
  return {
    sessionIds,
    studyIds,
    counts,
    sessions: [...(await sessionBriefs(database, sessionIds)).values()],
    studies: [...(await studyBriefs(database, studyIds)).values()],
    misses: await readMisses(database),
    lines: first ? (await listOtherLines(database, first.id)).length : 0,
  };
}

const removing = async (kind: Removable, ...ids: Id[]): Promise<Id[]> => {
  const things = ids.map((of) => ({ of, removal: newId() }));
  await removeThings(practice.database, kind, things);
  return things.map(({ removal }) => removal);
};
const restoring = (removals: readonly Id[]) => restoreThings(practice.database, removals);
const context = () => ({
  files,
  store: {
    purgeRemovals: (ids: readonly Id[]) => purgeRemovals(practice.database, ids),
    readNamedBlobs: (names: readonly string[]) => readNamedBlobs(practice.database, names),
    listRemovalsBefore: (moment: Date) => listRemovalsBefore(practice.database, moment),
  } as unknown as Store,
});

const line = { strokes: 9, length: 400, restated: 0.1, pace: 80, smoothness: -2, pressure: 0.5 };
const says = {
  page: 1,
  trace: null,
  revision: 0,
  computation: 6,
  miss: 4,
  headline: 'Lower.',
  says: [],
  line,
};
const check = (attempt: Id) => keepReport(practice.database, attempt, { id: newId(), ...says }, 50);

/** A photo of paper with something lifted from it. */
async function lifted(of: PaperOf, content: string): Promise<{ paper: Id; page: Id }> {
  const [photo, small, ink] = [
    await files.keep(Buffer.from(`photo ${content}`), 'image/jpeg'),
    await files.keep(Buffer.from(`small ${content}`), 'image/webp'),
    await files.keep(Buffer.from(`ink ${content}`), 'image/png'),
  ];
  const id = newId();
  const size = { width: 400, height: 600 };
  await keepPaper(practice.database, of, { id, photo, shown: small, ...size, found: null });
  const corners = [
    { x: 0, y: 0 },
    { x: 400, y: 0 },
    { x: 400, y: 600 },
    { x: 0, y: 600 },
  ] as const;
  const settings = { corners: [...corners], width: 210, height: 297, faint: 0.5 };
  const { page } = await keepLifted(practice.database, id, {
    settings: settings as never,
    ink,
    ...size,
    loops: [],
  });
  return { paper: id, page: page! };
}

/** All that can belong to a session and a study of the same drawing. */
async function muchPractised(pictures: readonly Id[]): Promise<{ session: Session; study: Id; pose: Id }> {
  const { database } = practice;
  const session = await practice.session(set, pictures);
  const [first, second] = session.poses;
  await changePicture(database, session.id, second!.id, {
    reference: pictures[2]!,
    revision: 0,
    flipped: false,
    samePlace: false,
  });
  const { page } = await lifted({ session: session.id }, session.id);
  await joinPoses(database, session.id, page, [{ pose: session.poses[2]!.id, region: null }]);
  const study = await openStudy(database, { id: newId(), attempt: first!.attempt });
  await addTrace(database, study.id, { id: newId(), page: newId() });
  const made = { inMind: null, paper: null, copyOf: null, departures: [] };
  await addAttempt(database, study.id, { id: newId(), page: newId(), ...made });
  await addAttempt(database, study.id, { id: newId(), page: newId(), ...made, copyOf: first!.attempt });
  for (const { id } of (await readStudy(database, study.id)).attempts) await check(id);
  return { session, study: study.id, pose: first!.attempt };
}

describe('what is removed', () => {
  test('is in no list, count or statistic, and brought back it is as it was', async () => {
    const pictures = await freshPictures();
    const before = await said();
    const { session, study } = await muchPractised(pictures);
    const [there, rows] = [await said(), await everything()];
    const removals = [...(await removing('session', session.id)), ...(await removing('study', study))];
    assert.deepEqual(await said(), before);
    await assert.rejects(readSession(practice.database, session.id), /was removed/);
    await assert.rejects(readStudy(practice.database, study), /was removed/);
    const listed = await listRemovals(practice.database);
    assert.deepEqual(
      listed.map(({ kind, of, title }) => [kind, of, title]),
      [
        ['study', study, 'Runner'],
        ['session', session.id, 'Platform figures'],
      ],
    );
    await restoring(removals);
    assert.deepEqual(await said(), there);
    await mustBe(rows);
    await assert.rejects(removing('session', newId()), /not on the desk/);
    await mustBe(rows);
  });

  test('shared by a session and a study, a drawing is there as long as one of them is', async () => {
    const { session, study, pose } = await muchPractised(await freshPictures());
    const there = async (): Promise<boolean> => {
      const [row] = await practice.database
        .select()
        .from(schema.attempts)
        .where(eq(schema.attempts.id, pose));
      return row !== undefined && row.removal === null;
    };
    const [first] = await removing('session', session.id);
    assert.equal(await there(), true);
    const [second] = await removing('study', study);
    assert.equal(await there(), false);
    await restoring([first!]);
    assert.equal(await there(), true);
    assert.equal((await readSession(practice.database, session.id)).poses.length, 3);
    const [third] = await removing('session', session.id);
    await restoring([second!]);
    assert.equal(await there(), true);
    // Removed by itself it is gone from both, and comes back to both.
    await restoring([third!]);
    const [own] = await removing('attempt', pose);
    assert.equal(await there(), false);
    assert.equal((await readSession(practice.database, session.id)).poses.length, 2);
    assert.ok((await readStudy(practice.database, study)).attempts.every(({ id }) => id !== pose));
    const [again] = await removing('session', session.id);
    await restoring([again!]);
    assert.equal(await there(), false);
    await restoring([own!]);
    assert.equal(await there(), true);
  });

  test('a drawing whose study was removed opens another, and one that is still on the clock stays', async () => {
    const { session, study, pose } = await muchPractised(await freshPictures());
    const [gone] = await removing('study', study);
    const other = await openStudy(practice.database, { id: newId(), attempt: pose });
    assert.notEqual(other.id, study);
    await restoring([gone!]);
    await practice.database
      .update(schema.sessions)
      .set({ over: false })
      .where(eq(schema.sessions.id, session.id));
    await assert.rejects(removing('attempt', session.poses[1]!.attempt), /End the session first/);
  });
});

describe('for good', () => {
  test('nothing of it is left: no row, no page, no file', async () => {
    const pictures = await freshPictures();
    const before = await everything();
    const { session, study } = await muchPractised(pictures);
    await lifted({ study }, 'of the study');
    await removeForGood(context(), [
      ...(await removing('session', session.id)),
      ...(await removing('study', study)),
    ]);
    await mustBe(before);
  });

  test('what was removed of it by itself before goes with it, and is not offered without it', async () => {
    const pictures = await freshPictures();
    const before = await everything();
    const { session, study, pose } = await muchPractised(pictures);
    await removing('attempt', pose, session.poses[1]!.attempt);
    const gone = [...(await removing('session', session.id)), ...(await removing('study', study))];
    const offered = (await listRemovals(practice.database)).map(({ kind }) => kind);
    assert.deepEqual(offered, ['study', 'session']);
    await removeForGood(context(), gone);
    await mustBe(before);
  });

  test('of a session whose drawing a study keeps, that drawing and its paper stay', async () => {
    const { database } = practice;
    const session = await practice.session(set, await freshPictures(), { ground: 'on paper' });
    const { paper, page } = await lifted({ session: session.id }, 'kept by a study');
    const [kept, lost] = session.poses;
    await joinPoses(database, session.id, page, [
      { pose: kept!.id, region: null },
      { pose: lost!.id, region: null },
    ]);
    const study = await openStudy(database, { id: newId(), attempt: kept!.attempt });
    const { names } = await files.list();
    await removeForGood(context(), await removing('session', session.id));
    const [row] = await database.select().from(schema.papers).where(eq(schema.papers.id, paper));
    assert.deepEqual([row?.session, row?.study], [null, study.id]);
    const ours = (await readStudy(database, study.id)).attempts.filter(({ id }) => id === kept!.attempt);
    assert.deepEqual(
      ours.map((attempt) => attempt.page),
      [page],
    );
    assert.deepEqual((await files.list()).names.sort(), names.sort());
    const { rows } = (await database.execute(
      sql`select id from ${schema.attempts} where id = ${lost!.attempt}`,
    )) as { rows: unknown[] };
    assert.equal(rows.length, 0);
  });

  test(`after ${KEPT_DAYS} days by itself, not a day before; files that something else has stay`, async () => {
    const { database } = practice;
    const pictures = await freshPictures();
    const [one, other] = [await practice.session(set, pictures), await practice.session(set, pictures)];
    await lifted({ session: one.id }, 'the same photo');
    await lifted({ session: other.id }, 'the same photo');
    const { names } = await files.list();
    const [removal] = await removing('session', one.id);
    const days = (count: number): number => Date.now() + count * 86_400_000;
    assert.equal(await sweepRemoved(context(), days(KEPT_DAYS - 1)), 0);
    assert.equal((await listRemovals(database)).filter(({ id }) => id === removal).length, 1);
    assert.ok((await sweepRemoved(context(), days(KEPT_DAYS + 1))) >= 1);
    assert.equal((await listRemovals(database)).length, 0);
    assert.deepEqual((await files.list()).names.sort(), names.sort());
    await restoring([removal!]);
    await assert.rejects(readSession(database, one.id), /not on the desk/);
    await removeForGood(context(), await removing('session', other.id));
    assert.equal((await files.list()).names.length, names.length - 3);
  });
});
