import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isNotNull } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import sharp from 'sharp';
import { newPage, OPERATION_VERSION, type Id, type Sheet } from '@deft/core/page';
import { seeded } from '@deft/core/random';
import { expandPlan, newBlock } from '@deft/core/session';
import { SUBJECT_KEYS } from '@deft/core/subjects';
import { inParts, LISTED_AT_ONCE, PASSES, type Listed } from '@deft/contract';
import { BlobFiles } from '../apps/server/src/store/blob-files.ts';
import { openDatabase } from '../apps/server/src/store/database.ts';
import * as tables from '../apps/server/src/store/schema.ts';
import { Desk, freePort, ROOT, temporaryFolder } from '../apps/server/test/desk.ts';
import { ask, launch, newId, somewhere } from './page-desk.ts';
import { quantile, row } from './table.ts';

/** Years of practice: lists and searches of many sessions and studies; scrolled, removed and brought back. */

const REFERENCES = 600;
const SETS = 12;
const SESSIONS = 3000;
const POSES = 10;
const STUDIES = 2000;
/** How often each kind of list is asked for, each time with something else. */
const ASKED = 200;
const DAY = 86_400_000;
const BEGUN = Date.UTC(2018, 0, 1);
const WORDS = ['lamp', 'goat', 'porter', 'trunk', 'halt', 'bridge', 'signal', 'barrel', 'kettle', 'bench'];
const NOTES = [
  'weight too far left',
  'shoulders level',
  'head too large',
  'good rhythm',
  'begin with the hips',
];

/** Lays it all into a database: every pose with a page of its own and two lines on it. */
async function layPractice(data: string): Promise<{ sets: Id[]; sessions: Id[] }> {
  mkdirSync(join(data, 'incoming'), { recursive: true });
  const files = new BlobFiles(join(data, 'files'));
  const { client, database } = await openDatabase({
    folder: join(data, 'database'),
    migrations: join(ROOT, 'apps/server/migrations'),
  });
  const insert = async <T extends PgTable>(table: T, rows: readonly T['$inferInsert'][]): Promise<void> => {
    for (let from = 0; from < rows.length; from += 500)
      await database.insert(table).values(rows.slice(from, from + 500) as T['$inferInsert'][]);
  };
  const random = seeded(14);
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const flat = sharp({ create: { width: 256, height: 320, channels: 3, background: '#b8a48c' } });
  const small = await files.keep(await flat.webp().toBuffer(), 'image/webp');
  const originals = Array.from({ length: REFERENCES }, (_, i) => {
    const bytes = Buffer.from(`picture ${i}`);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    mkdirSync(join(files.folder, sha256.slice(0, 2)), { recursive: true });
    writeFileSync(files.path(sha256), bytes);
    return { sha256, mime: 'image/jpeg', bytes: bytes.length };
  });
  await insert(tables.blobs, [small, ...originals]);
  const references = originals.map(({ sha256 }, i) => ({
    id: newId(),
    title: `${WORDS[i % 10]} ${WORDS[(i * 7) % 10]} ${i}`,
    subject: SUBJECT_KEYS[i % SUBJECT_KEYS.length]!,
    original: sha256,
    preview: small.sha256,
    small: small.sha256,
    width: 800,
    height: 1000,
  }));
  await insert(tables.references, references);
  const sets = Array.from({ length: SETS }, (_, i) => ({
    id: newId(),
    title: `Set of ${WORDS[i % 10]} ${i}`,
  }));
  await insert(
    tables.sets,
    sets.map((set, i) => ({ ...set, order: `a${i.toString(36)}` })),
  );
  await insert(
    tables.setMembers,
    references.map(({ id }, i) => ({ set: sets[i % SETS]!.id, reference: id, order: `a${i}` })),
  );
  const studies = Array.from({ length: STUDIES }, (_, i) => ({
    id: newId(),
    reference: references[i % REFERENCES]!.id,
    title: i % 4 === 0 ? `study of ${any(WORDS)} ${i}` : '',
    pass: PASSES[i % PASSES.length]!,
    updatedAt: new Date(BEGUN + i * 1.5 * DAY),
  }));
  await insert(tables.studies, studies);
  const plan = { title: 'Ten of a minute', blocks: [newBlock(POSES, 60)] };
  const steps = expandPlan(plan);
  const sessions = Array.from({ length: SESSIONS }, (_, i) => ({
    id: newId(),
    set: sets[i % SETS]!.id,
    title: i % 5 === 0 ? `${any(WORDS)} morning ${i}` : '',
    lesson: i % 3 === 0 ? any(NOTES) : '',
    notes: i % 2 === 0 ? any(NOTES) : '',
    plan,
    over: true,
    createdAt: new Date(BEGUN + i * DAY),
  }));
  await insert(tables.sessions, sessions);
  const drawn = Array.from({ length: SESSIONS * POSES + STUDIES }, (_, i) => {
    const nth = Math.floor(i / POSES);
    const pose = nth < SESSIONS;
    const study = pose
      ? i % 40 === 0
        ? studies[(i / 40) % STUDIES]!
        : null
      : studies[i - SESSIONS * POSES]!;
    return { id: newId(), page: newId(), pose: newId(), nth, position: i % POSES, isPose: pose, study, i };
  });
  await insert(
    tables.pages,
    drawn.map(({ page }) => ({ id: page, head: 2 })),
  );
  for (let from = 0; from < drawn.length; from += 2000) {
    const some = drawn.slice(from, from + 2000).map(({ page, i }) => {
      const things = newPage(page, newId);
      const sheet = things.find((thing): thing is Sheet => thing.type === 'sheet' && thing.kind === 'ink')!;
      return { page, things, strokes: [somewhere(i, sheet.id), somewhere(i + 7, sheet.id)] };
    });
    const operation = { device: newId(), seen: 0, at: BEGUN, kind: 'change', version: OPERATION_VERSION };
    await insert(
      tables.operations,
      some.flatMap(({ page, things, strokes }) => [
        { ...operation, page, id: newId(), number: 1, n: 1, body: { add: things } },
        { ...operation, page, id: newId(), number: 2, n: 2, body: { add: strokes } },
      ]),
    );
    await insert(
      tables.pageThings,
      some.flatMap(({ page, things, strokes }) =>
        [...things, ...strokes].map(({ id, type }) => ({ page, thing: id, type })),
      ),
    );
  }
  await insert(
    tables.attempts,
    drawn.map(({ id, page, nth, isPose, study, i }) => ({
      id,
      page,
      reference: study?.reference ?? references[(i * 7) % REFERENCES]!.id,
      study: study?.id ?? null,
      session: isPose ? sessions[nth]!.id : null,
      way: isPose ? 'on screen' : 'freehand',
      seconds: isPose ? 60 : null,
      closedAt: isPose ? BEGUN + i : null,
      createdAt: new Date(BEGUN + i * 60_000),
    })),
  );
  await insert(
    tables.poses,
    drawn
      .filter(({ isPose }) => isPose)
      .map(({ id, pose, nth, position, i }) => ({
        id: pose,
        session: sessions[nth]!.id,
        position,
        attempt: id,
        step: steps[position]!,
        drawnMs: 60_000,
        end: i % 17 === 0 ? ('passed over' as const) : ('run out' as const),
        starred: i % 50 === 0,
        note: i % 20 === 0 ? any(NOTES) : '',
      })),
  );
  await client.close();
  return { sets: sets.map(({ id }) => id), sessions: sessions.map(({ id }) => id) };
}

/** How long answers take, each asked for the first time. */
async function listing(desk: Desk, sets: readonly Id[]): Promise<void> {
  const day = (i: number): number => BEGUN + ((i * 37) % SESSIONS) * DAY;
  const both: Readonly<Record<string, (i: number) => string>> = {
    'a page of the list': (i) => `from=${(i * 97) % 1900}&count=${LISTED_AT_ONCE}`,
    'a search by a word': (i) => `q=${WORDS[i % 10]}+${i}&count=${LISTED_AT_ONCE}`,
    'a search by half a word': (i) =>
      `q=${WORDS[i % 10]!.slice(0, 3)}&since=${day(i)}&count=${LISTED_AT_ONCE}`,
    'by set': (i) => `set=${sets[i % SETS]}&since=${day(i)}&count=${LISTED_AT_ONCE}`,
    'by subject': (i) =>
      `subject=${SUBJECT_KEYS[i % SUBJECT_KEYS.length]}&since=${day(i)}&count=${LISTED_AT_ONCE}`,
    'with a star': (i) => `starred=1&before=${day(i)}&count=${LISTED_AT_ONCE}`,
    'of a month': (i) => `since=${day(i)}&before=${day(i) + 30 * DAY}&count=${LISTED_AT_ONCE}`,
  };
  const asks = {
    sessions: {
      ...both,
      'a search in notes': (i: number) =>
        `q=${encodeURIComponent(NOTES[i % 5]!)}&before=${day(i)}&count=${LISTED_AT_ONCE}`,
    },
    studies: {
      ...both,
      'by pass': (i: number) => `pass=${PASSES[i % 5]}&since=${day(i)}&count=${LISTED_AT_ONCE}`,
    },
  };
  const first = performance.now();
  await ask(desk, 'GET', `/sessions?count=${LISTED_AT_ONCE}`);
  row('the first list after opening', `${(performance.now() - first).toFixed(0)} ms`, 'reported');
  // The database is compiled as it is used.
  for (const [list, kinds] of Object.entries(asks))
    for (const query of Object.values(kinds))
      for (let i = 1; i <= 5; i += 1) await ask(desk, 'GET', `/${list}?${query(ASKED + i)}`);
  for (const [list, kinds] of Object.entries(asks))
    for (const [what, query] of Object.entries(kinds)) {
      const waits: number[] = [];
      let found = 0;
      for (let i = 0; i < ASKED; i += 1) {
        const began = performance.now();
        const answer = (await (
          await fetch(`${desk.address}/api/${list}?${query(i)}`)
        ).json()) as Listed<unknown>;
        waits.push(performance.now() - began);
        found += answer.total;
      }
      const p95 = quantile(waits, 0.95);
      row(
        `${list}: ${what}, p95 (${(found / ASKED).toFixed(0)} found)`,
        `${p95.toFixed(0)} ms`,
        'under 50 ms',
        p95 < 50 && found > 0,
      );
    }
}

/** Removed and brought back one after the other. */
async function removing(desk: Desk, sessions: readonly Id[]): Promise<void> {
  const [there, back]: [number[], number[]] = [[], []];
  for (const id of sessions.filter((_, i) => i % 100 === 0)) {
    let began = performance.now();
    const removals = await ask<Id[]>(desk, 'POST', '/removed', { kind: 'session', ids: [id] });
    there.push(performance.now() - began);
    began = performance.now();
    await ask(desk, 'POST', '/removed/back', { removals });
    back.push(performance.now() - began);
  }
  row('a session removed, p95', `${quantile(there, 0.95).toFixed(0)} ms`, 'reported');
  row('a session brought back, p95', `${quantile(back, 0.95).toFixed(0)} ms`, 'reported');
  // Everything at once, in parts as the studio asks for it.
  const before = await ask<Id[]>(desk, 'GET', '/sessions/ids');
  const removals: Id[] = [];
  const began = performance.now();
  for (const part of inParts(before))
    removals.push(...(await ask<Id[]>(desk, 'POST', '/removed', { kind: 'session', ids: part })));
  const gone = performance.now();
  const left = await ask<Id[]>(desk, 'GET', '/sessions/ids');
  for (const part of inParts(removals)) await ask(desk, 'POST', '/removed/back', { removals: part });
  const done = performance.now();
  const after = await ask<Id[]>(desk, 'GET', '/sessions/ids');
  row(
    `${before.length} sessions removed, and brought back`,
    `${((gone - began) / 1000).toFixed(1)} s, ${((done - gone) / 1000).toFixed(1)} s`,
    'none is left, then all are there',
    left.length === 0 && before.length === SESSIONS && after.join() === before.join(),
  );
}

/** As earlier desks left them: timed drawings of which it was not written down when their bells rang. */
async function earlier(data: string): Promise<void> {
  const { client, database } = await openDatabase({
    folder: join(data, 'database'),
    migrations: join(ROOT, 'apps/server/migrations'),
  });
  await database.update(tables.attempts).set({ closedAt: null }).where(isNotNull(tables.attempts.session));
  await client.close();
}

/** What the browser records of a task. Microseconds; `tdur` are those in which its thread was at work. */
interface Traced {
  readonly name: string;
  readonly pid: number;
  readonly tid: number;
  readonly tdur?: number;
  readonly args: { readonly name?: string };
}

/** How long each task of a page's own thread worked, milliseconds, from what the browser recorded. */
function ownTimes(trace: Buffer): number[] {
  const { traceEvents } = JSON.parse(trace.toString()) as { traceEvents: Traced[] };
  const isPages = (event: Traced): boolean =>
    event.name === 'thread_name' && event.args.name === 'CrRendererMain';
  const threads = new Set(traceEvents.filter(isPages).map(({ pid, tid }) => `${pid} ${tid}`));
  return traceEvents
    .filter(({ name, pid, tid }) => name.endsWith('RunTask') && threads.has(`${pid} ${tid}`))
    .map(({ tdur = 0 }) => tdur / 1000);
}

/** Down a list as fast as a hand goes, with its drawings: what holds the browser up. */
async function scrolling(desk: Desk, list: 'sessions' | 'studies'): Promise<void> {
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.goto(`${desk.address}/${list}`);
    await page
      .getByTestId(list === 'sessions' ? 'session' : 'study')
      .first()
      .waitFor();
    // The browser takes its time over the first picture of all.
    await page.waitForFunction(() => [...document.images].some(({ naturalWidth }) => naturalWidth > 0));
    await page.waitForLoadState('networkidle');
    await browser.startTracing(page, { categories: ['toplevel'] });
    const { long, frames, images } = await page.getByTestId('practice').evaluate(async (element) => {
      let parent = element.parentElement;
      while (parent && parent.scrollHeight <= parent.clientHeight + 4) parent = parent.parentElement;
      const long: number[] = [];
      const observer = new PerformanceObserver((entries) => {
        for (const { duration } of entries.getEntries()) long.push(duration);
      });
      observer.observe({ type: 'longtask' });
      const seen = new Set<string>();
      let frames = 0;
      // Ten seconds of flinging and looking; then through the rest of it in great steps.
      const until = performance.now() + 10_000;
      while (performance.now() < until && parent) {
        for (let i = 0; i < 40; i += 1) {
          await new Promise((done) => requestAnimationFrame(done));
          parent.scrollBy(0, 60);
          frames += 1;
        }
        await new Promise((done) => setTimeout(done, 800));
        for (const image of element.querySelectorAll('img')) if (image.naturalWidth) seen.add(image.src);
      }
      for (let i = 0; i < 100 && parent; i += 1) {
        parent.scrollTop = (i / 99) * parent.scrollHeight;
        await new Promise((done) => setTimeout(done, 50));
      }
      await new Promise((done) => setTimeout(done, 1000));
      observer.disconnect();
      return { long, frames, images: seen.size };
    });
    const own = ownTimes(await browser.stopTracing());
    row(
      `${list}: scrolled, long tasks (${frames} frames, ${images} pictures seen)`,
      `${long.length}${long.length > 0 ? `, longest ${Math.max(...long).toFixed(0)} ms` : ''}`,
      'none',
      long.length === 0 && images > 20,
    );
    const most = Math.max(...own);
    row(
      `${list}: the longest of ${own.length} tasks by what it worked itself, not while others had the processor`,
      `${most.toFixed(0)} ms`,
      '< 50 ms',
      own.length > frames && most < 50,
    );
  } finally {
    await browser.close();
  }
}

const { folder, remove } = temporaryFolder();
const { sets, sessions } = await layPractice(folder);
const desk = new Desk(folder, await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
const began = performance.now();
await desk.open();
try {
  row(
    `a desk with ${SESSIONS} sessions, ${STUDIES} studies, ${SESSIONS * POSES} poses opens in`,
    `${((performance.now() - began) / 1000).toFixed(1)} s`,
    'reported',
  );
  await listing(desk, sets);
  await removing(desk, sessions);
  await scrolling(desk, 'sessions');
  await scrolling(desk, 'studies');
  await desk.end();
  await earlier(folder);
  const reopened = performance.now();
  await desk.open(900_000);
  row(
    `${SESSIONS * POSES} timed drawings of an earlier desk are closed at its first opening, in all`,
    `${((performance.now() - reopened) / 1000).toFixed(1)} s`,
    'reported',
  );
} finally {
  await desk.end();
  remove();
}
