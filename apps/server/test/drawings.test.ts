import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { eq } from 'drizzle-orm';
import { newId } from '../src/ids.ts';
import {
  attachDrawing,
  changeDrawing,
  detachDrawing,
  listDrawings,
  makeDrawing,
  readFreeDrawing,
} from '../src/store/drawings.ts';
import { purgeRemovals } from '../src/store/purge.ts';
import { Gone, Malformed } from '../src/store/refusals.ts';
import { listRemovals, removeThings, restoreThings } from '../src/store/removals.ts';
import { attempts, pages, references } from '../src/store/schema.ts';
import { addAttempt, readStudy } from '../src/store/studies.ts';
import { temporaryFolder } from './desk.ts';
import { openPractice, type Practice } from './practice-desk.ts';

/** Pages without a reference: begun, named, removed and brought back; a picture found later is attached. */

const { folder, remove } = temporaryFolder();
let practice: Practice;
before(async () => {
  practice = await openPractice(folder);
});
after(async () => {
  await practice.client.close();
  remove();
});

const make = () => makeDrawing(practice.database, { id: newId(), page: newId() });

test('a page is begun, named, listed the newest first; removed it is in no list, and comes back', async () => {
  const { database } = practice;
  const [first, second] = [await make(), await make()];
  assert.equal(first.title, '');
  assert.equal(first.subject, 'figure');
  await changeDrawing(database, first.id, { title: 'A waiter', subject: 'head' });
  assert.deepEqual(
    (await listDrawings(database, { from: 0, count: 10 })).items.map(({ id, title }) => [id, title]),
    [
      [second.id, ''],
      [first.id, 'A waiter'],
    ],
  );
  assert.equal((await listDrawings(database, { from: 1, count: 1 })).items[0]?.id, first.id);

  const removal = newId();
  await removeThings(database, 'attempt', [{ of: first.id, removal }]);
  assert.equal((await listDrawings(database, { from: 0, count: 10 })).total, 1);
  await assert.rejects(readFreeDrawing(database, first.id), Gone);
  const [listed] = await listRemovals(database);
  assert.deepEqual([listed?.of, listed?.title], [first.id, 'A waiter']);
  await restoreThings(database, [removal]);
  assert.equal((await readFreeDrawing(database, first.id)).title, 'A waiter');

  const forGood = newId();
  await removeThings(database, 'attempt', [{ of: second.id, removal: forGood }]);
  assert.equal((await listRemovals(database))[0]?.title, 'Page without a picture');
  await purgeRemovals(database, [forGood]);
  assert.deepEqual(await database.select().from(pages).where(eq(pages.id, second.page)), []);
});

test('a picture is attached: the page is the newest attempt of its study; taken off it is a page again', async () => {
  const { database } = practice;
  const set = await practice.set('Halts');
  const picture = await practice.reference('A halt', 'thing', set);
  const drawn = async (): Promise<number | undefined> =>
    (
      await database
        .select({ attempts: references.attempts })
        .from(references)
        .where(eq(references.id, picture))
    )[0]?.attempts;
  const page = await make();
  await changeDrawing(database, page.id, { title: 'From my head' });
  const study = await attachDrawing(database, page.id, { reference: picture, study: newId() });
  await addAttempt(database, study.id, {
    ...{ id: newId(), page: newId(), inMind: null, paper: null, copyOf: null },
    departures: [],
  });
  const later = await make();
  const again = await attachDrawing(database, later.id, { reference: picture, study: newId() });
  assert.equal(again.id, study.id);
  const { attempts: own } = await readStudy(database, study.id);
  assert.equal(own.length, 3);
  assert.equal(own[0]?.id, page.id);
  assert.equal(own.at(-1)?.id, later.id);
  assert.equal(own[0]?.reference, picture);
  assert.equal(own[0]?.source, 'knowledge');
  assert.equal(await drawn(), 3);
  await assert.rejects(readFreeDrawing(database, page.id), Gone);
  await assert.rejects(attachDrawing(database, page.id, { reference: picture, study: newId() }), Gone);

  const back = await detachDrawing(database, page.id);
  assert.equal(back.title, 'From my head');
  assert.equal(await drawn(), 2);
  assert.equal((await readStudy(database, study.id)).attempts.length, 2);
});

test('what is not there is refused, and a timed drawing stays with its picture', async () => {
  const { database } = practice;
  const picture = await practice.reference('A lamp', 'thing', await practice.set('Lamps'));
  const page = await make();
  await assert.rejects(attachDrawing(database, page.id, { reference: newId(), study: newId() }), Gone);
  assert.equal((await readFreeDrawing(database, page.id)).id, page.id);
  await assert.rejects(changeDrawing(database, newId(), { title: 'x' }), Gone);
  await assert.rejects(detachDrawing(database, newId()), Gone);
  await attachDrawing(database, page.id, { reference: picture, study: newId() });
  await database.update(attempts).set({ seconds: 60 }).where(eq(attempts.id, page.id));
  await assert.rejects(detachDrawing(database, page.id), Malformed);
});
