import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { pathToFileURL } from 'node:url';
import { brotliDecompressSync } from 'node:zlib';
import {
  idOf,
  OPERATION_VERSION,
  pageOf,
  reducePage,
  sheetsOf,
  type Id,
  type Operation,
} from '@deft/core/page';
import { expandPlan, newBlock, newClock } from '@deft/core/session';
import type { ServerContext } from '../src/context.ts';
import { startPicturePool } from '../src/jobs/picture-pool.ts';
import { makeLog } from '../src/log.ts';
import { PictureService } from '../src/services/picture-service.ts';
import { readDemo, seedDemo } from '../src/seed.ts';
import { BlobFiles } from '../src/store/blob-files.ts';
import { startStore as startStoreIn } from '../src/store/client.ts';
import type { OpenOptions } from '../src/store/database.ts';
import { DeskInUse, takeLock } from '../src/store/lock.ts';
import type { Store } from '../src/store/store.ts';
import { ROOT, temporaryFolder } from './desk.ts';
import { withFaults } from './in-process.ts';

const startStore = (options: OpenOptions): Promise<Store> =>
  startStoreIn(options, pathToFileURL(join(ROOT, 'apps/server/build/thread.js')));
const newId = (): string => idOf(randomBytes(16));
const { folder, remove } = temporaryFolder();
let store: Store;
let files: BlobFiles;
let context: ServerContext;
before(async () => {
  files = new BlobFiles(join(folder, 'files'));
  mkdirSync(join(folder, 'incoming'));
  store = await startStore({
    folder: join(folder, 'database'),
    migrations: join(ROOT, 'apps/server/migrations'),
    template: join(ROOT, 'apps/server/build/fresh'),
  });
  context = {
    store,
    files,
    temporary: join(folder, 'incoming'),
    pool: startPicturePool(pathToFileURL(join(ROOT, 'apps/server/build/picture-worker.js'))),
    service: new PictureService(join(ROOT, 'demo/service')),
    log: makeLog(false),
  };
});
after(async () => {
  await context.pool.close();
  await store.close();
  remove();
});

describe('files by their content', () => {
  test('the same bytes are one file; nothing half-written stays', async () => {
    const bytes = randomBytes(5000);
    const [a, b] = await Promise.all([files.keep(bytes, 'image/png'), files.keep(bytes, 'image/png')]);
    assert.deepEqual(a, b);
    assert.deepEqual(await files.read(a.sha256), bytes);
    assert.deepEqual(readdirSync(join(files.folder, a.sha256.slice(0, 2))), [a.sha256]);
  });

  test('a name that is no name of a file is refused', () => {
    for (const name of ['', '../../etc/passwd', 'A'.repeat(64), 'a'.repeat(63)])
      assert.throws(() => files.path(name), RangeError);
  });
});

describe('the lock', () => {
  const file = join(folder, 'lock-test');

  test('is held once, and free after it is given back', () => {
    const give = takeLock(file);
    assert.throws(() => takeLock(file), DeskInUse);
    give();
    assert.ok(!existsSync(file));
    takeLock(file)();
  });

  test('of a process that is gone, or that never was one, holds nothing', () => {
    for (const left of [
      '{"pid":999999999,"started":"1"}',
      '',
      'nonsense',
      `{"pid":${process.pid},"started":"1"}`,
    ]) {
      writeFileSync(file, left);
      takeLock(file)();
    }
  });
});

/** The demo's folder with two pictures a set. */
function smallDemo(): string {
  const whole = join(ROOT, 'demo');
  const small = join(folder, 'small-demo');
  mkdirSync(small);
  const demo = readDemo(whole);
  const pictures = demo.sets.flatMap(({ key }) =>
    demo.pictures.filter((picture) => picture.set === key).slice(0, 2),
  );
  for (const { file } of pictures) copyFileSync(join(whole, file), join(small, file));
  writeFileSync(join(small, 'sets.json'), JSON.stringify({ ...demo, pictures }));
  return small;
}

test('the demo is laid once, to its end, and never on a desk that has something', async () => {
  const [demo, begun] = [smallDemo(), join(folder, 'demo-begun')];
  const lay = (on: ServerContext) => seedDemo(on, demo, begun);
  // Where it breaks off it is laid to its end the next time.
  let left = 3;
  const take: ServerContext['pool']['take'] = (...rest) =>
    left-- > 0 ? context.pool.take(...rest) : Promise.reject(new Error('broken off'));
  await assert.rejects(lay({ ...context, pool: withFaults(context.pool, { take }) }));
  assert.equal((await store.listReferences({ count: 0 })).total, 3);
  assert.equal(await lay(context), 7);
  assert.ok(!existsSync(begun));
  assert.equal(await lay(context), 0);
  const { sets } = readDemo(demo);
  const laid = await store.listSets();
  assert.deepEqual(
    laid.map(({ title, count }) => [title, count]),
    sets.map(({ title }) => [title, 2]),
  );
  const [found] = (await store.listReferences({ q: 'man waving' })).items;
  const man = await store.readReference(found!.id);
  assert.ok(man.truth && man.figureHeight && man.licence === 'CC0 1.0');
});

test('a made picture knows its silhouettes; what was noticed on its sisters is told, without the hidden and its own', async () => {
  const [set] = await store.listSets();
  const { items } = await store.listReferences({ set: set!.id });
  const [own, sister] = items.map(({ id }) => id) as [string, string];
  const { truth, width } = await store.readReference(own);
  const { silhouettes = [] } = truth!;
  const furthest = (of: typeof silhouettes): number => Math.max(...of.flat(2).map(({ x }) => x));
  assert.ok(silhouettes.length > 0 && furthest(silhouettes) > width / 3 && furthest(silhouettes) <= width);
  const study = await store.openStudy({ id: newId(), reference: own });
  const notice = (reference: string, text: string): Promise<void> =>
    store.changeMarks(reference, { put: [{ kind: 'trait', id: newId(), text, at: null }], remove: [] }, 50);
  await notice(own, 'One arm is up.');
  assert.deepEqual(await store.listSisters(study.id), []);
  await notice(sister, 'The weight is on one leg.');
  const { title } = await store.readReference(sister);
  assert.deepEqual(await store.listSisters(study.id), [
    { reference: sister, title, texts: ['The weight is on one leg.'] },
  ]);
  await store.changeReference(sister, { hidden: true });
  assert.deepEqual(await store.listSisters(study.id), []);
  await store.changeReference(sister, { hidden: false });
  assert.deepEqual(await store.listSisters(newId()), []);
  // What its figure carries is kept with the picture.
  const load = { kind: 'load', id: newId(), on: 'left wrist', share: 0.2 } as const;
  await store.changeMarks(own, { put: [load], remove: [] }, 50);
  const { marks } = await store.readReference(own);
  assert.deepEqual(
    marks.filter(({ kind }) => kind === 'load'),
    [load],
  );
  await store.changeMarks(own, { put: [], remove: [load.id] }, 50);
});

describe('pages', () => {
  const change = (page: string, device: string, n: number): Operation => ({
    id: newId(),
    page,
    device,
    n,
    seen: 0,
    at: 0,
    version: OPERATION_VERSION,
    kind: 'change',
    body: { remove: [newId()] },
  });

  async function newTrace(): Promise<string> {
    const [reference] = (await store.listReferences({ count: 1 })).items;
    const study = await store.openStudy({ id: newId(), reference: reference!.id });
    return (await store.addTrace(study.id, { id: newId(), page: newId() })).traces.at(-1)!.page;
  }

  test('begin with paper and sheets, and the reference behind a trace', async () => {
    const { operations, head } = await store.readPage(await newTrace(), 0);
    const things = reducePage(operations.map((o) => o.operation));
    assert.equal(head, 1);
    assert.deepEqual(
      [pageOf(things)?.width, sheetsOf(things).map((s) => s.kind)],
      [148, ['picture', 'guides', 'forms', 'ink']],
    );
    assert.ok([...things.values()].some((t) => t.type === 'placement'));
  });

  test('every trace keeps; the one that was opened last is the one that counts', async () => {
    const [reference] = (await store.listReferences({ count: 1 })).items;
    const { id, trace: before } = await store.openStudy({ id: newId(), reference: reference!.id });
    const [first, second] = [newId(), newId()];
    assert.equal((await store.addTrace(id, { id: first, page: newId() })).trace, first);
    const both = await store.addTrace(id, { id: second, page: newId() });
    assert.deepEqual([both.traces.slice(-2).map((trace) => trace.id), both.trace], [[first, second], second]);
    const { updatedAt } = both;
    const opened = await store.changeStudy(id, { trace: first });
    assert.deepEqual([opened.trace, opened.updatedAt], [first, updatedAt]);
    assert.equal((await store.changeStudy(id, { trace: second, pass: 'build' })).trace, second);
    await assert.rejects(store.changeStudy(id, { trace: newId(), pass: 'check' }), { name: 'Gone' });
    assert.deepEqual(
      [(await store.readStudy(id)).pass, before === first],
      ['build', false],
      'refused, it changes nothing',
    );
  });

  test('a hundred batches at once from many devices are numbered without a gap', async () => {
    const page = await newTrace();
    const devices = Array.from({ length: 20 }, newId);
    await Promise.all(
      devices.map(async (device) => {
        for (let n = 1; n <= 5; n += 1) await store.appendOperations(page, [change(page, device, n)], 0);
      }),
    );
    const { operations, head } = await store.readPage(page, 0);
    assert.equal(head, 101);
    assert.deepEqual(
      operations.map((o) => o.number),
      Array.from({ length: 101 }, (_, i) => i + 1),
    );
    assert.equal((await store.readPage(page, 60)).operations.length, 41);
  });

  test('a repeated batch gives the same answer and stores nothing', async () => {
    const page = await newTrace();
    const batch = [change(page, newId(), 1)];
    const first = await store.appendOperations(page, batch, 0);
    assert.deepEqual(await store.appendOperations(page, batch, 0), first);
  });

  test('refusals keep their names across the thread', async () => {
    await assert.rejects(store.readPage(newId(), 0), { name: 'Gone' });
    const page = await newTrace();
    await assert.rejects(store.appendOperations(page, [change(page, newId(), 2)], 0), {
      name: 'OutOfSequence',
    });
    assert.equal((await store.readPage(page, 0)).head, 1);
  });
});

describe('sessions', () => {
  test('make a page and an attempt a pose, keep its times, and count as drawn', async () => {
    const [set] = await store.listSets();
    const reference = set!.first[1]!;
    const plan = { title: 'Two', blocks: [newBlock(1, 60), newBlock(3, 30, { ground: 'on a grid' })] };
    const steps = expandPlan(plan);
    const made = await store.keepSession(
      {
        id: newId(),
        set: set!.id,
        plan,
        choice: 'in order',
        flip: false,
        seed: 7,
        inMind: 'Watch: the head.',
      },
      steps.map((step) => ({ reference: reference.id, revision: 0, flipped: false, step })),
    );
    const [pose, ...cells] = made.poses;
    assert.deepEqual([made.over, pose!.drawnMs, pose!.step.seconds, pose!.region], [false, null, 60, null]);
    assert.equal((await store.readSession(made.id)).inMind, 'Watch: the head.');
    // The poses of a grid share a page, each with a cell of its own.
    assert.equal(new Set(cells.map(({ page }) => page)).size, 1);
    assert.equal(new Set(cells.map(({ region }) => JSON.stringify(region))).size, 3);
    const clock = newClock(steps.map(({ stretches }) => stretches));
    await store.keepClock(made.id, {
      clock: { ...clock, phase: 'done' },
      over: true,
      poses: [{ id: pose!.id, drawnMs: 60_000, heldMs: 1500, addedMs: 0, end: 'run out', closedAt: null }],
    });
    await store.keepClock(made.id, { clock, over: false, poses: [] });
    await store.changePose(made.id, pose!.id, { starred: true, note: 'the knee' });
    await store.changeSession(made.id, { lesson: 'look longer' });
    const over = await store.readSession(made.id);
    assert.deepEqual(
      [
        over.over,
        over.lesson,
        over.poses[0]!.drawnMs,
        over.poses[0]!.heldMs,
        over.poses[0]!.starred,
        over.poses[0]!.note,
      ],
      [true, 'look longer', 60_000, 1500, true, 'the knee'],
    );
    assert.equal((await store.readReference(reference.id)).attempts, reference.attempts + 4);
    const study = await store.openStudy({ id: newId(), attempt: pose!.attempt });
    assert.deepEqual(
      study.attempts.map((a) => [a.page, a.seconds, a.way, a.source]),
      [[pose!.page, 60, 'on screen', 'sight']],
    );
    assert.equal((await store.openStudy({ id: newId(), attempt: pose!.attempt })).id, study.id);
    const {
      items: [brief],
    } = await store.listSessions({});
    assert.deepEqual(
      [brief!.id, brief!.count, brief!.drawnMs, brief!.starred, brief!.drawn],
      [made.id, 1, 60_000, 1, [{ attempt: pose!.attempt, version: 60_000 }]],
    );
  });

  test('how far a subject was off is remembered by its checks; own plans are kept', async () => {
    const [{ id } = { id: '' }] = (
      await store.readSession((await store.listSessions({})).items[0]!.id)
    ).poses.map(({ attempt }) => ({ id: attempt }));
    const said = {
      page: 3,
      trace: null,
      revision: 0,
      computation: 7,
      headline: 'Turn the left arm.',
      says: [{ sentence: 'Left arm 14° flatter.', sure: 'clearly' as const }],
      line: null,
    };
    await store.keepReport(id, { id: newId(), ...said, miss: 9 }, 3);
    await store.keepReport(id, { id: newId(), ...said, miss: 4.5, headline: 'Turn the left arm, again.' }, 3);
    const kept = await store.listReports(id);
    assert.deepEqual(
      kept.map(({ page, trace, miss, headline, says }) => ({ page, trace, miss, headline, says })),
      [{ page: 3, trace: null, miss: 4.5, headline: 'Turn the left arm, again.', says: said.says }],
    );
    // Another computation, or another drawing, is another report; beyond the most the oldest go.
    for (const other of [{ computation: 8 }, { page: 4 }, { page: 5 }])
      await store.keepReport(id, { id: newId(), ...said, ...other, miss: 4.5 }, 3);
    assert.deepEqual(
      (await store.listReports(id)).map(({ page, computation }) => [page, computation]),
      [
        [5, 7],
        [4, 7],
        [3, 8],
      ],
    );
    await assert.rejects(store.keepReport(newId(), { id: newId(), ...said, miss: null }, 3), {
      name: 'Gone',
    });
    assert.deepEqual(await store.readMisses(), { figure: 4.5 });
    const plan = { id: newId(), title: 'Mine', blocks: [newBlock(2, 45)] };
    await store.keepPlan(plan);
    await store.keepPlan({ ...plan, title: 'Mine, longer' });
    assert.deepEqual(
      (await store.listPlans()).map(({ title }) => title),
      ['Mine, longer'],
    );
    await store.removePlan(plan.id);
    assert.deepEqual(await store.listPlans(), []);
  });

  test('how lines were drawn is remembered by checks, and told of others that had about as much time', async () => {
    const { poses } = await store.readSession((await store.listSessions({})).items[0]!.id);
    const [own, first, second] = poses.map(({ attempt }) => attempt) as [Id, Id, Id];
    const line = { strokes: 60, length: 30, restated: 0.2, pace: null, smoothness: -2.1, pressure: null };
    const said = { page: 3, trace: null, revision: 0, computation: 7, miss: 2, headline: 'So.', says: [] };
    const keep = (attempt: Id, page: number, strokes: number) =>
      store.keepReport(attempt, { id: newId(), ...said, page, line: { ...line, strokes } }, 9);
    await keep(own, 20, 10);
    await keep(first, 20, 20);
    await keep(first, 21, 21);
    await keep(second, 20, 30);
    // One that was given all the time it wanted is no measure for a minute's.
    const slow = await store.openStudy({ id: newId(), reference: poses[0]!.reference.id });
    const { attempts } = await store.addAttempt(slow.id, {
      id: newId(),
      page: newId(),
      inMind: null,
      paper: null,
      copyOf: null,
      departures: [],
    });
    await keep(attempts.at(-1)!.id, 20, 99);
    assert.deepEqual(
      (await store.listOtherLines(own)).map(({ strokes }) => strokes),
      [30, 21],
    );
    assert.deepEqual(await store.listOtherLines(attempts.at(-1)!.id), []);
    assert.deepEqual(await store.listOtherLines(newId()), []);
    assert.deepEqual((await store.listReports(first))[0]!.line, { ...line, strokes: 21 });
    // What was said before lines were looked at stays readable.
    await store.keepReport(first, { id: newId(), ...said, page: 22, line: null }, 9);
    assert.equal((await store.listReports(first))[0]!.line, null);
  });

  test('what is meant otherwise in an attempt is kept with it, and a new one may be begun with it', async () => {
    const { poses } = await store.readSession((await store.listSessions({})).items[0]!.id);
    const { id } = await store.openStudy({ id: newId(), reference: poses[0]!.reference.id });
    const meant = [{ kind: 'size', part: 'head', by: 1.5 }] as const;
    const made = { id: newId(), page: newId(), inMind: null, paper: null, copyOf: null, departures: meant };
    await store.addAttempt(id, made);
    const own = async () => (await store.readStudy(id)).attempts.find((one) => one.id === made.id)!;
    assert.deepEqual((await own()).departures, meant);
    await store.changeAttempt(made.id, { departures: [{ kind: 'flipped' }] });
    await store.changeAttempt(made.id, { laid: [1, 0, 0, 1, 0, 0] });
    assert.deepEqual(
      [(await own()).departures, (await own()).laid],
      [[{ kind: 'flipped' }], [1, 0, 0, 1, 0, 0]],
    );
    await assert.rejects(store.changeAttempt(newId(), { laid: null }), { name: 'Gone' });
  });

  test('a session that is gone is said to be gone', async () => {
    await assert.rejects(store.readSession(newId()), { name: 'Gone' });
    await assert.rejects(store.openStudy({ id: newId(), attempt: newId() }), { name: 'Gone' });
  });
});

test('a database is opened again with everything in it, and what a killed creation left is cleared away', async () => {
  const data = join(folder, 'again');
  mkdirSync(join(data, 'database.new-12345'), { recursive: true });
  writeFileSync(join(data, 'database.new-12345', 'half'), 'written');
  const options = { folder: join(data, 'database'), migrations: join(ROOT, 'apps/server/migrations') };
  const first = await startStore(options);
  await first.makeSet({ id: newId(), title: 'Kept' });
  await first.close();
  assert.deepEqual(readdirSync(data), ['database']);
  const again = await startStore(options);
  assert.deepEqual(
    (await again.listSets()).map((s) => s.title),
    ['Kept'],
  );
  await again.close();
});

describe('databases of earlier desks', () => {
  const fixtures = join(import.meta.dirname, 'fixtures');

  /** References on each desk, and poses of its session. */
  const HELD: Readonly<Record<string, readonly [number, number]>> = {
    'issue-2.tar.br': [8, 1],
    'issue-3.tar.br': [8, 1],
    'issue-4.tar.br': [67, 1],
    'issue-5.tar.br': [67, 5],
    'issue-5-begun.tar.br': [67, 5],
    'issue-12.tar.br': [67, 5],
  };
  for (const name of readdirSync(fixtures)) {
    test(`${name} opens, is brought up to date, and has everything in it`, async () => {
      const database = join(folder, name, 'database');
      mkdirSync(database, { recursive: true });
      execFileSync('tar', ['-x', '-C', database], {
        input: brotliDecompressSync(readFileSync(join(fixtures, name))),
      });
      const old = await startStore({ folder: database, migrations: join(ROOT, 'apps/server/migrations') });
      const {
        items: [brief],
      } = await old.listStudies({});
      assert.ok(brief?.attempts === 1 && brief.last?.attempt, 'the study is listed with its last attempt');
      const study = await old.readStudy(brief.id);
      assert.ok(study && study.traces.length === 1 && study.attempts.length === 1);
      const [attempt] = study.attempts;
      assert.deepEqual(attempt!.departures, []);
      if (name === 'issue-12.tar.br') {
        // What was said before there were kinds, and how the drawing was laid by hand.
        const [report] = await old.listReports(attempt!.id);
        assert.deepEqual(
          [report?.computation, report?.headline, report?.says.map(({ sure }) => sure), report?.line],
          [5, 'Make the head an eleventh smaller.', ['clearly', 'perhaps'], null],
        );
        assert.deepEqual([attempt!.laid, attempt!.miss], [[2, 0, 0, 2, 10, -5], 2.5]);
      }
      const { operations } = await old.readPage(study.traces[0]!.page, 0);
      assert.ok(pageOf(reducePage(operations.map((o) => o.operation))));
      const { total, items } = await old.listReferences({});
      // Drawn once in a session and once in a study: counted by the migration.
      assert.ok(items.some((r) => r.attempts > 0));
      // A prepared picture, and a board of it.
      if (total > 8)
        assert.deepEqual(
          [(await old.readReference(study.reference.id)).revision, (await old.listBoards()).length],
          [1, 1],
        );
      const {
        items: [session],
      } = await old.listSessions({});
      assert.deepEqual([total, session?.count], HELD[name]);
      assert.ok(session);
      // What a session was before plans is one block of it.
      const { plan, poses } = await old.readSession(session.id);
      assert.deepEqual(
        [plan.blocks[0]?.seconds, poses[0]?.step.stretches],
        [poses[0]?.step.seconds, expandPlan(plan)[0]?.stretches],
      );
      if (poses.length > 1) {
        // On screen, on a grid from memory, and lifted from a photo; with what was noted.
        assert.deepEqual(
          poses.map(({ step, region }) => [step.ground, step.source, region?.length ?? 0]),
          [
            ['on screen', 'sight', 0],
            ['on a grid', 'memory', 4],
            ['on a grid', 'memory', 4],
            ['on paper', 'sight', 4],
            ['on paper', 'sight', 0],
          ],
        );
        const [paper] = await old.listPapers({ session: session.id });
        assert.deepEqual(
          poses.slice(3).map(({ page }) => page),
          [paper?.page, paper?.page],
        );
        // What was lifted is there too, also where the photo itself remembered it before liftings had a
        // table.
        const ink = await old.readInk(paper!.id, 1);
        assert.ok(ink.width > 500 && ink.height > 500 && paper!.settings?.width === 210);
        assert.deepEqual(
          [poses[0]!.starred, poses[0]!.note, session.title, session.lesson, poses[1]!.end],
          [true, 'the knee', 'Evening', 'look longer', 'done early'],
        );
        assert.deepEqual(
          (await old.listPlans()).map(({ title }) => title),
          ['Three ways'],
        );
      }
      await old.close();
    });
  }
});
