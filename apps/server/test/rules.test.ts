import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { eq } from 'drizzle-orm';
import type { Id } from '@deft/core/page';
import { UNTOUCHED, type ReferenceMark, type RuleMark } from '@deft/core/reference';
import { newId } from '../src/ids.ts';
import { changeMarks } from '../src/store/marks.ts';
import { changeReferences } from '../src/store/references.ts';
import { listRules } from '../src/store/rules.ts';
import { preparations, references } from '../src/store/schema.ts';
import { temporaryFolder } from './desk.ts';
import { openPractice, type Practice } from './practice-desk.ts';

/** Relations that were noticed on one picture are tried on all pictures of its subject. */

const { folder, remove } = temporaryFolder();
let practice: Practice;
before(async () => {
  practice = await openPractice(folder);
});
after(async () => {
  await practice.client.close();
  remove();
});

const landmark = (name: string, x: number, y: number, spread?: number): ReferenceMark => ({
  kind: 'landmark',
  id: newId(),
  name,
  at: { x, y },
  hidden: false,
  ...(spread === undefined ? {} : { spread }),
});
const level = (): RuleMark => ({
  kind: 'rule',
  id: newId(),
  rule: 'level',
  on: ['left eye', 'right eye'],
  text: '',
});

/** A picture of the set whose right eye lies so much lower than its left one. */
async function picture(
  set: Id,
  title: string,
  lower: number,
  more: readonly ReferenceMark[] = [],
  spread?: number,
) {
  const id = await practice.reference(title, 'thing', set);
  const put = [
    landmark('left eye', 100, 100),
    landmark('right eye', 200, 100 + lower, spread),
    landmark('chin', 150, 300),
    ...more,
  ];
  await changeMarks(practice.database, id, { put, remove: [] }, 100);
  return id;
}

test('a rule says in which pictures of its set it holds; unsure places only perhaps; hidden ones are left out', async () => {
  const { database } = practice;
  const set = await practice.set('Heads');
  const rule = level();
  const first = await picture(set, 'First', 0, [rule]);
  await picture(set, 'Tilted', 60);
  await picture(set, 'Found', 2, [], 8);
  const hidden = await picture(set, 'Hidden', 0);
  await changeReferences(database, [hidden], { hidden: true });
  const bare = await practice.reference('Bare', 'thing', set);
  const elsewhere = await picture(await practice.set('Others'), 'Elsewhere', 0);

  const [own] = await listRules(database, first);
  assert.equal(own?.title, 'First');
  assert.deepEqual(
    Object.fromEntries(own?.pictures.map(({ title, holds, sure }) => [title, [holds, sure]]) ?? []),
    { First: [true, true], Tilted: [false, true], Found: [true, false] },
  );
  // It is known at every picture of the set, and at no other.
  assert.deepEqual(
    (await listRules(database, bare)).map((one) => one.rule),
    [rule],
  );
  assert.deepEqual(await listRules(database, elsewhere), []);
  assert.deepEqual(await listRules(database, newId()), []);
  // Noticed on another picture as well, it is the same relation.
  await changeMarks(database, bare, { put: [level()], remove: [] }, 100);
  assert.deepEqual(
    (await listRules(database, first)).map((one) => one.rule),
    [rule],
  );
});

test('pictures of the same subject count without a set, things only with one; a picture turned is as it is seen', async () => {
  const { database } = practice;
  const rule = level();
  const one = await practice.reference('One goat', 'head');
  const other = await practice.reference('Another goat', 'head');
  const eyes = [landmark('left eye', 100, 100), landmark('right eye', 200, 100)];
  await changeMarks(database, one, { put: [...eyes, landmark('chin', 150, 300), rule], remove: [] }, 100);
  const again = [landmark('left eye', 100, 100), landmark('right eye', 200, 100), landmark('chin', 150, 300)];
  await changeMarks(database, other, { put: again, remove: [] }, 100);
  const held = async (): Promise<readonly boolean[]> =>
    (await listRules(database, other))[0]?.pictures.map(({ holds }) => holds) ?? [];
  assert.deepEqual(await held(), [true, true]);

  const [row] = await database.select().from(references).where(eq(references.id, other));
  const { original: sha256 } = row!;
  await database.insert(preparations).values({
    reference: other,
    revision: 1,
    settings: { ...UNTOUCHED, turn: 90 },
    picture: sha256,
    preview: sha256,
    small: sha256,
    width: 400,
    height: 300,
  });
  await database.update(references).set({ revision: 1 }).where(eq(references.id, other));
  assert.deepEqual([...(await held())].sort(), [false, true]);
});
