import assert from 'node:assert/strict';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import fc from 'fast-check';
import { eq } from 'drizzle-orm';
import {
  cellOutlines,
  cellsFor,
  encodeStroke,
  PAGE_SIZE,
  reducePage,
  thingsOfType,
  withinRegion,
  type Change,
  type Id,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { expandPlan, newBlock, type Step } from '@deft/core/session';
import { openDatabase, type Database } from '../src/store/database.ts';
import { closeOldDrawings } from '../src/store/old-drawings.ts';
import { appendOperations, layCells, makePage, readPage } from '../src/store/pages.ts';
import { attempts, blobs, poses, references, sessions, sets, studies } from '../src/store/schema.ts';
import { newId } from '../src/ids.ts';
import { temporaryFolder } from './desk.ts';

/** What its bell has closed stays as it is; also on a desk from before bells were written down. */

const { folder, remove } = temporaryFolder();
let database: Database;
let close: () => Promise<void>;
const [reference, set, study] = [newId(), newId(), newId()];
const BEGUN = 1_700_000_000_000;
const DAY = 86_400_000;

before(async () => {
  const migrations = join(import.meta.dirname, '../migrations');
  const opened = await openDatabase({ folder: join(folder, 'database'), migrations });
  ({ database } = opened);
  close = () => opened.client.close();
  const sha256 = 'a'.repeat(64);
  await database.insert(blobs).values({ sha256, mime: 'image/webp', bytes: 1 });
  const picture = { original: sha256, preview: sha256, small: sha256, width: 300, height: 400 };
  await database.insert(references).values({ id: reference, title: 'A', subject: 'thing', ...picture });
  await database.insert(sets).values({ id: set, title: 'Set', order: 'a0' });
  await database.insert(studies).values({ id: study, reference, pass: 'build' });
});
after(async () => {
  await close();
  remove();
});

const device = newId();
const counts = new Map<Id, number>();
const thingsOn = async (page: Id): Promise<Map<Id, Thing>> =>
  reducePage((await readPage(database, page, 0)).operations.map(({ operation }) => operation));

async function change(page: Id, body: Change | { ids: Id[] }, at: number): Promise<Id> {
  const n = (counts.get(page) ?? 0) + 1;
  const own = { id: newId(), page, device, n, seen: 0, at, version: 1 };
  const operation: Operation =
    'ids' in body ? { ...own, kind: 'revert', body } : { ...own, kind: 'change', body };
  await appendOperations(database, page, [operation], 0);
  counts.set(page, n);
  return operation.id;
}

/** A stroke at a place, or a landmark. */
async function draw(page: Id, at: number, x = 20, y = 20, kind: 'stroke' | 'landmark' = 'stroke') {
  const sheets = thingsOfType(await thingsOn(page), 'sheet');
  const sheet = sheets.find((one) => one.kind === (kind === 'stroke' ? 'ink' : 'forms'))!.id;
  const points = encodeStroke([0, 1, 2].map((t) => ({ x: x + t, y, pressure: 1, time: t })));
  const ink = { order: 'a0', pen: 'pencil', size: 0.5, colour: '#000000', pressure: 'even', points } as const;
  const id = newId();
  const thing: Thing =
    kind === 'stroke'
      ? { type: kind, id, sheet, ...ink }
      : { type: kind, id, sheet, name: 'chin', state: 'set', at: { x, y }, spread: 0.5 };
  await change(page, { add: [thing] }, at);
  return id;
}

interface Made {
  readonly attempt: Id;
  readonly page: Id;
  readonly region: readonly { x: number; y: number }[] | null;
}

/** A session as an earlier desk kept it: over, and nothing written down of its bells. */
async function oldSession(steps: readonly Step[], cells = false): Promise<Made[]> {
  const session = newId();
  const plan = { title: 'Old', blocks: [newBlock(steps.length, 30)] };
  await database
    .insert(sessions)
    .values({ id: session, set, plan, over: true, createdAt: new Date(BEGUN - 1000) });
  const shared = newId();
  const grid = cellsFor(steps.length, PAGE_SIZE);
  if (cells) await layCells(database, shared, grid);
  const made: Made[] = [];
  for (const [position, step] of steps.entries()) {
    const [attempt, page] = [newId(), cells ? shared : newId()];
    const region = cells ? cellOutlines(PAGE_SIZE, grid)[position]! : null;
    if (!cells) await makePage(database, page);
    const way = step.ground;
    await database.insert(attempts).values({ id: attempt, page, region, reference, study, way, seconds: 30 });
    const times = { drawnMs: 30_000, end: 'run out' as const };
    await database.insert(poses).values({ id: newId(), session, position, attempt, step, ...times });
    made.push({ attempt, page, region });
  }
  return made;
}

const attemptNow = async (id: Id) => (await database.select().from(attempts).where(eq(attempts.id, id)))[0]!;
const copyOf = async (id: Id) =>
  (await database.select().from(attempts).where(eq(attempts.copyOf, id)))[0] ?? null;
const strokesIn = async ({ page, region }: Pick<Made, 'page' | 'region'>): Promise<string[]> =>
  thingsOfType(withinRegion(await thingsOn(page), region), 'stroke')
    .map(({ id }) => id)
    .sort();

test('poses that were altered after their bell are told apart: the drawing as it was, and a copy', async () => {
  const steps = expandPlan({ blocks: [newBlock(3, 30)] });
  const [altered, kept, moved] = (await oldSession(steps)) as [Made, Made, Made];
  const first = await draw(altered.page, BEGUN + 5000);
  await draw(kept.page, BEGUN + 40_000);
  const third = await draw(moved.page, BEGUN + 70_000);
  const later = await draw(altered.page, BEGUN + DAY, 40);
  await draw(altered.page, BEGUN + DAY, 40, 40, 'landmark');
  // Looked at only: a landmark changes nothing of a drawing.
  await draw(kept.page, BEGUN + DAY, 30, 30, 'landmark');
  await change(moved.page, { set: [{ id: third, to: { transform: [1, 0, 0, 1, 5, 5] } }] }, BEGUN + DAY);
  await closeOldDrawings(database);

  const [one, two, three] = [
    await attemptNow(altered.attempt),
    await attemptNow(kept.attempt),
    await attemptNow(moved.attempt),
  ];
  assert.notEqual(one.page, altered.page);
  assert.deepEqual(await strokesIn(one), [first]);
  assert.equal(thingsOfType(await thingsOn(one.page), 'landmark').length, 1);
  const copy = (await copyOf(altered.attempt))!;
  assert.deepEqual(
    [copy.page, copy.study, copy.seconds, copy.closedAt, copy.way],
    [altered.page, study, null, null, 'freehand'],
  );
  assert.deepEqual(await strokesIn(copy), [first, later].sort());
  assert.deepEqual([two.page, await copyOf(kept.attempt)], [kept.page, null]);
  assert.equal(thingsOfType(await thingsOn(three.page), 'stroke')[0]!.transform, undefined);
  for (const { closedAt, seconds } of [one, two, three]) {
    assert.ok(closedAt! > BEGUN && closedAt! < BEGUN + DAY);
    assert.equal(seconds, 30);
  }
  // Closed now: what comes later is refused, and on the copy it is not.
  await assert.rejects(draw(one.page, BEGUN + 2 * DAY), { name: 'Closed' });
  await draw(copy.page, BEGUN + 2 * DAY);
  // Once is enough.
  await closeOldDrawings(database);
  assert.deepEqual(await attemptNow(altered.attempt), one);
});

test('of the cells of a page only the one that was altered is parted from it', async () => {
  const steps = expandPlan({ blocks: [newBlock(2, 30, { ground: 'on a grid' })] });
  const [left, right] = (await oldSession(steps, true)) as [Made, Made];
  const inCell = ({ region }: Made): [number, number] => [region![0]!.x + 5, region![0]!.y + 5];
  const own = await draw(left.page, BEGUN + 5000, ...inCell(left));
  const other = await draw(right.page, BEGUN + 40_000, ...inCell(right));
  const later = await draw(left.page, BEGUN + DAY, ...inCell(left));
  await closeOldDrawings(database);
  const [one, two] = [await attemptNow(left.attempt), await attemptNow(right.attempt)];
  assert.deepEqual([await strokesIn(one), await strokesIn(two)], [[own], [other]]);
  assert.equal(two.page, right.page);
  const copy = (await copyOf(left.attempt))!;
  assert.deepEqual(await strokesIn(copy), [own, later].sort());
  await change(copy.page, { remove: [own] }, BEGUN + 2 * DAY);
  assert.deepEqual([await strokesIn(copy), await strokesIn(one)], [[later], [own]]);
});

test('a pose without a line, and one that nobody came to', async () => {
  const [empty, never] = (await oldSession(expandPlan({ blocks: [newBlock(2, 30)] }))) as [Made, Made];
  await database.update(poses).set({ end: null, drawnMs: null }).where(eq(poses.attempt, never.attempt));
  await closeOldDrawings(database);
  const [one, two] = [await attemptNow(empty.attempt), await attemptNow(never.attempt)];
  assert.deepEqual([typeof one.closedAt, one.page, two.closedAt], ['number', empty.page, null]);
});

test('whatever is tried on it after its bell, a drawing stays as it was', async () => {
  const [{ page, attempt }] = (await oldSession(expandPlan({ blocks: [newBlock(1, 30)] }))) as [Made];
  const stroke = await draw(page, BEGUN + 5000);
  const rubbed = await draw(page, BEGUN + 6000, 50);
  const removal = await change(page, { remove: [rubbed] }, BEGUN + 7000);
  await closeOldDrawings(database);
  const bell = (await attemptNow(attempt)).closedAt!;
  const drawn = async (): Promise<Thing[]> =>
    [...(await thingsOn(page)).values()].filter(({ type }) => type !== 'landmark' && type !== 'version');
  const before_ = await drawn();
  const things = await thingsOn(page);
  const [sheet] = thingsOfType(things, 'sheet');
  const paper = thingsOfType(things, 'page')[0]!;
  const { operations } = await readPage(database, page, 0);
  const anyThing = fc.constantFrom(stroke, rubbed, sheet!.id, paper.id);
  const field = fc.constantFrom(
    { size: 3 },
    { hidden: true },
    { order: 'a9' },
    { colour: '#ff0000' },
    { width: 90 },
  );
  const tried: fc.Arbitrary<Change | { ids: Id[] }> = fc.oneof(
    fc.record({ set: fc.array(fc.record({ id: anyThing, to: field }), { minLength: 1, maxLength: 3 }) }),
    fc.record({ remove: fc.uniqueArray(anyThing, { minLength: 1, maxLength: 3 }) }),
    fc.constantFrom(...operations.map(({ operation }) => ({ ids: [operation.id] })), { ids: [removal] }),
    fc.constant(0).map(() => ({ add: [{ ...(things.get(stroke) as Thing), id: newId() }] })),
    fc.constant(0).map(() => ({
      add: [
        {
          type: 'landmark',
          id: newId(),
          sheet: sheet!.id,
          name: 'chin',
          state: 'set',
          at: { x: 1, y: 1 },
          spread: 1,
        },
      ],
    })),
  ) as fc.Arbitrary<Change | { ids: Id[] }>;
  let taken = 0;
  await fc.assert(
    fc.asyncProperty(tried, fc.integer({ min: 2001, max: 10 * DAY }), async (body, after_) => {
      await change(page, body, bell + after_).then(
        () => (taken += 1),
        () => undefined,
      );
      assert.deepEqual(await drawn(), before_);
    }),
    { numRuns: 120 },
  );
  // Landmarks were taken all the while.
  assert.ok(taken > 5);
});
