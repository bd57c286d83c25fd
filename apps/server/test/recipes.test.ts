import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { IDENTITY, translation } from '@deft/core/geometry';
import { OPERATION_VERSION, sheetsOf, type Form, type Id, type Operation } from '@deft/core/page';
import { newId } from '../src/ids.ts';
import { appendOperations, readPage, thingsAfter } from '../src/store/pages.ts';
import { orderRecipe, readRecipe } from '../src/store/recipes.ts';
import { removeThings } from '../src/store/removals.ts';
import { addTrace, changeTrace, openStudy } from '../src/store/studies.ts';
import { temporaryFolder } from './desk.ts';
import { openPractice, type Practice } from './practice-desk.ts';

/** Recipes are made of the traces that they are asked of, in the student's order and by her kinds. */

const { folder, remove } = temporaryFolder();
let practice: Practice;
before(async () => {
  practice = await openPractice(folder);
});
after(async () => {
  await practice.client.close();
  remove();
});

const form = (sheet: Id, part: string | null, rx: number, y: number): Form => ({
  type: 'form',
  id: newId(),
  sheet,
  order: 'a0',
  shape: { kind: 'ellipse', rx, ry: rx / 2 },
  transform: part === null ? IDENTITY : translation(50, y),
  part,
});

/** A trace of a reference with these lengths of parts, one below the other. */
async function trace(reference: Id, lengths: Record<string, number>): Promise<{ study: Id; trace: Id }> {
  const { database } = practice;
  const { id } = await openStudy(database, { id: newId(), reference });
  const [own, page] = [newId(), newId()];
  await addTrace(database, id, { id: own, page });
  const sheet = sheetsOf(thingsAfter((await readPage(database, page, 0)).operations)).find(
    ({ kind }) => kind === 'forms',
  )!.id;
  const forms = Object.entries(lengths).map(([part, length], i) =>
    form(sheet, part, length / 2, 20 + 40 * i),
  );
  const operation: Operation = {
    id: newId(),
    page,
    device: newId(),
    n: 1,
    seen: 1,
    at: 1,
    version: OPERATION_VERSION,
    kind: 'change',
    body: { add: [...forms, form(sheet, null, 5, 0)] },
  };
  await appendOperations(database, page, [operation], 1);
  return { study: id, trace: own };
}

test('a recipe of a subject and of a set: its parts, order, kinds; what was removed is left out', async () => {
  const { database } = practice;
  const [dogs, cats] = [await practice.set('Dogs'), await practice.set('Cats')];
  const pictures = [
    await practice.reference('One', 'animal', dogs),
    await practice.reference('Two', 'animal', dogs),
    await practice.reference('Three', 'animal', cats),
    await practice.reference('Cook', 'head', cats),
  ];
  assert.deepEqual(await readRecipe(database, { subject: 'animal' }), { traces: 0, recipe: null, kinds: [] });
  const made = [
    await trace(pictures[0]!, { head: 10, ribcage: 20, neck: 8 }),
    await trace(pictures[1]!, { head: 10, ribcage: 24, neck: 8 }),
    await trace(pictures[2]!, { head: 20, ribcage: 44 }),
    await trace(pictures[3]!, { skull: 30 }),
  ];
  const animals = await readRecipe(database, { subject: 'animal' });
  assert.equal(animals.traces, 3);
  // The subject's own order, whatever was drawn first.
  assert.deepEqual(
    animals.recipe!.parts.map(({ name, x }) => [name, x.of]),
    [
      ['head', 3],
      ['neck', 2],
      ['ribcage', 3],
    ],
  );
  const lengthOf = (of: typeof animals, name: string): number =>
    of.recipe!.parts.find((part) => part.name === name)!.length.mean;
  assert.ok(Math.abs(lengthOf(animals, 'ribcage') - Math.cbrt(2 * 2.4 * 2.2)) < 1e-9);
  assert.equal((await readRecipe(database, { set: dogs })).traces, 2);
  assert.deepEqual((await readRecipe(database, { set: cats })).recipe!.parts.map(({ name }) => name).sort(), [
    'head',
    'ribcage',
    'skull',
  ]);

  await orderRecipe(database, { subject: 'animal', names: ['ribcage', 'head', 'neck'] });
  const ordered = await readRecipe(database, { subject: 'animal' });
  assert.deepEqual(
    ordered.recipe!.parts.map(({ name }) => name),
    ['ribcage', 'head', 'neck'],
  );
  assert.equal((await readRecipe(database, { set: dogs })).recipe!.parts[0]!.name, 'head');
  const again = await orderRecipe(database, { subject: 'animal', names: [] });
  assert.equal(again.recipe!.parts[0]!.name, 'head');

  for (const [i, kind] of ['ears up', 'ears up', 'ears hanging'].entries())
    await changeTrace(database, made[i]!.study, made[i]!.trace, { kind });
  const { kinds } = await readRecipe(database, { subject: 'animal' });
  assert.deepEqual(
    kinds.map(({ kind, recipe }) => [kind, recipe.traces, recipe.unit]),
    [
      ['ears hanging', 1, 'head'],
      ['ears up', 2, 'head'],
    ],
  );
  await assert.rejects(changeTrace(database, made[0]!.study, made[3]!.trace, { kind: '' }), {
    message: 'This trace is not on the desk.',
  });

  await removeThings(database, 'study', [{ of: made[2]!.study, removal: newId() }]);
  assert.equal((await readRecipe(database, { subject: 'animal' })).traces, 2);
});
