import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import fc from 'fast-check';
import { eq } from 'drizzle-orm';
import type { PracticeQuery, StudyQuery } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { newId } from '../src/ids.ts';
import * as schema from '../src/store/schema.ts';
import { listSessionIds } from '../src/store/session-lists.ts';
import { changePose, changeSession } from '../src/store/sessions.ts';
import { openStudy } from '../src/store/studies.ts';
import { listStudyIds } from '../src/store/study-lists.ts';
import { temporaryFolder } from './desk.ts';
import { openPractice, type Practice } from './practice-desk.ts';

/** Lists of sessions and studies give what a plain search through all of them gives. */

const { folder, remove } = temporaryFolder();
let practice: Practice;

interface Made {
  readonly id: Id;
  readonly words: string;
  readonly set: Id;
  readonly sets: readonly Id[];
  readonly subjects: readonly string[];
  readonly starred: boolean;
  readonly at: number;
  readonly pass?: string;
}
const sessions: Made[] = [];
const studies: Made[] = [];
const SUBJECTS = ['figure', 'head', 'animal'] as const;
const PASSES = ['trace', 'build', 'check'] as const;
const TITLES = [
  'Runner',
  'Porter 50 % off',
  'Guard_2',
  'Goat on the line',
  'Head of a cook',
  'Kettle',
] as const;
const WORDS = ['Morning', 'evening', 'too far left', '', 'GOAT'] as const;
const DAY = 86_400_000;
const BEGUN = Date.UTC(2026, 0, 1);
const sets: Id[] = [];

before(async () => {
  practice = await openPractice(folder);
  const { database } = practice;
  for (const title of ['Platform figures', 'Goats of the line']) sets.push(await practice.set(title));
  const pictures: { id: Id; title: string; subject: string; set: Id }[] = [];
  for (const [i, title] of TITLES.entries()) {
    const [subject, set] = [SUBJECTS[i % 3]!, sets[i % 2]!];
    pictures.push({ id: await practice.reference(title, subject, set), title, subject, set });
  }
  for (let i = 0; i < 14; i += 1) {
    const shown = [pictures[i % 6]!, pictures[(i * 5 + 1) % 6]!];
    const set = sets[i % 2]!;
    const session = await practice.session(
      set,
      shown.map(({ id }) => id),
    );
    const [title, lesson, note] = [WORDS[i % 5]!, WORDS[(i + 2) % 5]!, WORDS[(i * 3) % 5]!];
    await changeSession(database, session.id, { title, lesson });
    const starred = i % 4 === 0;
    await changePose(database, session.id, session.poses[1]!.id, { note, starred });
    const at = BEGUN + i * DAY;
    await database
      .update(schema.sessions)
      .set({ createdAt: new Date(at) })
      .where(eq(schema.sessions.id, session.id));
    const own = ['Platform figures', 'Goats of the line'][i % 2]!;
    const words = [title, lesson, note, own, 'Rows', ...shown.map((one) => one.title)].join('\n');
    const subjects = shown.map(({ subject }) => subject);
    sessions.push({ id: session.id, words, set, sets: [set], subjects, starred, at });
    if (i >= 6) continue;
    const [first] = shown;
    const study = await openStudy(database, { id: newId(), attempt: session.poses[0]!.attempt });
    const [named, pass] = [WORDS[(i + 1) % 5]!, PASSES[i % 3]!];
    await database
      .update(schema.studies)
      .set({ title: named, pass, updatedAt: new Date(at) })
      .where(eq(schema.studies.id, study.id));
    if (i % 2 === 0) await changePose(database, session.id, session.poses[0]!.id, { starred: true });
    studies.push({
      id: study.id,
      words: `${named}\n${first!.title}`,
      set: first!.set,
      sets: [first!.set],
      subjects: [first!.subject],
      starred: i % 2 === 0,
      at,
      pass,
    });
    if (i % 2 === 0) sessions[i] = { ...sessions[i]!, starred: true };
  }
});
after(async () => {
  await practice.client.close();
  remove();
});

const query = fc.record(
  {
    q: fc.constantFrom(
      'goat',
      'morning',
      'RUNNER too',
      '%',
      '_',
      '50 %',
      'left far',
      "'",
      'rows',
      'line porter',
    ),
    set: fc.nat({ max: 1 }),
    subject: fc.constantFrom(...SUBJECTS),
    starred: fc.constant(true as const),
    since: fc.integer({ min: -1, max: 15 }),
    before: fc.integer({ min: -1, max: 15 }),
    pass: fc.constantFrom(...PASSES),
  },
  { requiredKeys: [] },
);

/** What fits, the newest first, without a database. */
const fitting = (
  all: readonly Made[],
  { q = '', set, subject, starred, since, before, pass }: StudyQuery,
): Id[] =>
  all
    .filter(
      (one) =>
        q
          .toLowerCase()
          .split(/\s+/)
          .every((word) => one.words.toLowerCase().includes(word)) &&
        (set === undefined || one.sets.includes(set)) &&
        (subject === undefined || one.subjects.includes(subject)) &&
        (!starred || one.starred) &&
        (since === undefined || one.at >= since) &&
        (before === undefined || one.at < before) &&
        (pass === undefined || one.pass === pass),
    )
    .sort((a, b) => b.at - a.at)
    .map(({ id }) => id);

test('sessions and studies are found by every combination of words, set, subject, star, time and pass', async () => {
  await fc.assert(
    fc.asyncProperty(query, async ({ set, since, before, pass, ...rest }) => {
      const asked: PracticeQuery = {
        ...rest,
        ...(set === undefined ? {} : { set: sets[set]! }),
        ...(since === undefined ? {} : { since: BEGUN + since * DAY }),
        ...(before === undefined ? {} : { before: BEGUN + before * DAY }),
      };
      assert.deepEqual(await listSessionIds(practice.database, asked), fitting(sessions, asked));
      const ofStudies: StudyQuery = { ...asked, ...(pass ? { pass } : {}) };
      assert.deepEqual(await listStudyIds(practice.database, ofStudies), fitting(studies, ofStudies));
    }),
    { numRuns: 300 },
  );
});
