import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { eq } from 'drizzle-orm';
import { placementOf } from '@deft/core/findings';
import { invert, transformPoint, type Affine } from '@deft/core/geometry';
import {
  OPERATION_VERSION,
  thingsOfType,
  type Change,
  type Form,
  type Id,
  type Landmark,
  type Placement,
  type Sheet,
} from '@deft/core/page';
import { UNTOUCHED } from '@deft/core/reference';
import { newId } from '../src/ids.ts';
import { keepBoardTraces, listBoardTraces } from '../src/store/board-traces.ts';
import { makeBoard } from '../src/store/boards.ts';
import { appendOperations, readHead, readPage, thingsAfter } from '../src/store/pages.ts';
import { preparations, references } from '../src/store/schema.ts';
import { removeThings } from '../src/store/removals.ts';
import { openStudy, readStudy } from '../src/store/studies.ts';
import { listSetTraces } from '../src/store/trace-rows.ts';
import { Gone } from '../src/store/refusals.ts';
import { temporaryFolder } from './desk.ts';
import { openPractice, type Practice } from './practice-desk.ts';

/** What is traced over a board's pictures becomes a trace of each, and stays one with the board. */

const { folder, remove } = temporaryFolder();
let practice: Practice;
before(async () => {
  practice = await openPractice(folder);
});
after(async () => {
  await practice.client.close();
  remove();
});

const things = async (page: Id) => thingsAfter((await readPage(practice.database, page, 0)).operations);
async function change(page: Id, body: Change): Promise<void> {
  const { database } = practice;
  const head = await readHead(database, page);
  const own = { id: newId(), page, device: newId(), n: 1, seen: head, at: 1, version: OPERATION_VERSION };
  await appendOperations(database, page, [{ ...own, kind: 'change', body }], head);
}

const sheet = (): Sheet => ({
  type: 'sheet',
  id: newId(),
  kind: 'forms',
  name: 'Forms',
  order: 'a5',
  opacity: 1,
  hidden: false,
  locked: false,
});
const head = (on: Id, placement: Placement, part = 'left ear'): Form => ({
  type: 'form',
  id: newId(),
  sheet: on,
  order: 'a0',
  part,
  shape: { kind: 'ellipse', rx: 5, ry: 4 },
  // The middle of the picture: 150, 200 of its 300 by 400 pixels.
  transform: [1, 0, 0, 1, ...middleOf(placement)] as unknown as Affine,
});
const middleOf = ({ transform }: Placement): [number, number] => {
  const { x, y } = transformPoint(transform, { x: 150, y: 200 });
  return [x, y];
};

async function boardOf(...titles: string[]) {
  const { database } = practice;
  const set = await practice.set(titles.join());
  const pictures: Id[] = [];
  for (const title of titles) pictures.push(await practice.reference(title, 'animal', set));
  const board = await makeBoard(database, {
    id: newId(),
    page: newId(),
    title: 'Goats',
    references: pictures,
  });
  const forms = sheet();
  await change(board.page, { add: [forms] });
  const placements = thingsOfType(await things(board.page), 'placement');
  const placed = (i: number): Placement => placements.find(({ reference }) => reference === pictures[i])!;
  return { board, set, pictures, forms: forms.id, placed };
}

test('each form goes into a trace of the picture it lies on, at its place there; once more changes the same traces', async () => {
  const { database } = practice;
  const { board, set, pictures, forms, placed } = await boardOf('One', 'Two', 'Three');
  assert.deepEqual(
    (await listBoardTraces(database, board.id)).map(({ traced }) => traced),
    [null, null, null],
  );
  const [one, two] = [head(forms, placed(0)), head(forms, placed(1), 'body')];
  const spot: Landmark = {
    type: 'landmark',
    id: newId(),
    sheet: forms,
    name: 'muzzle',
    state: 'set',
    at: transformPoint(placed(1).transform, { x: 30, y: 40 }),
    spread: 0.5,
  };
  await change(board.page, { add: [one, two, spot] });
  const kept = await keepBoardTraces(database, board.id);
  assert.deepEqual(
    kept.map(({ title, traced }) => [title, traced !== null]),
    [
      ['One', true],
      ['Two', true],
      ['Three', false],
    ],
  );
  const page = kept[1]!.traced!.page;
  const traced = await things(page);
  const [form] = thingsOfType(traced, 'form');
  const toPicture = invert(placementOf(traced, pictures[1]!)!);
  const at = transformPoint(toPicture, { x: form!.transform[4], y: form!.transform[5] });
  assert.ok(Math.hypot(at.x - 150, at.y - 200) < 1e-6);
  assert.equal(form!.part, 'body');
  const [landmark] = thingsOfType(traced, 'landmark');
  const place = transformPoint(toPicture, landmark!.at);
  assert.ok(Math.hypot(place.x - 30, place.y - 40) < 1e-6);

  // The student adds something of her own, the board's form moves and another goes.
  const own: Form = { ...head(form!.sheet, placed(0), 'tail'), transform: [1, 0, 0, 1, 10, 10] };
  await change(page, { add: [own] });
  await change(board.page, { set: [{ id: two.id, to: { part: 'barrel' } }], remove: [spot.id, one.id] });
  const again = await keepBoardTraces(database, board.id);
  assert.deepEqual(again, kept);
  const names = thingsOfType(await things(page), 'form').map(({ part }) => part);
  assert.deepEqual(names.sort(), ['barrel', 'tail']);
  assert.equal(thingsOfType(await things(page), 'landmark').length, 0);
  assert.equal(thingsOfType(await things(kept[0]!.traced!.page), 'form').length, 0);

  // Nothing has changed: nothing is written.
  const before = await readHead(database, page);
  await keepBoardTraces(database, board.id);
  assert.equal(await readHead(database, page), before);

  // In the set's row they stand in its order; a study that was removed has no trace there.
  const row = await listSetTraces(database, set);
  assert.deepEqual(
    row.map(({ title, traced: of }) => [title, of?.page ?? null]),
    [
      ['One', kept[0]!.traced!.page],
      ['Two', page],
      ['Three', null],
    ],
  );
  await removeThings(database, 'study', [{ of: kept[1]!.traced!.study, removal: newId() }]);
  assert.equal((await listSetTraces(database, set))[1]!.traced, null);
});

test('a picture that lies turned over gives a trace with left and right as the sitter’s', async () => {
  const { database } = practice;
  const { board, pictures, forms, placed } = await boardOf('Flipped');
  const [a, b, c, d, e, f] = placed(0).transform;
  const flipped: Affine = [-a, b, c, d, e + 300 * a, f];
  await change(board.page, {
    set: [{ id: placed(0).id, to: { transform: flipped } }],
    add: [head(forms, { ...placed(0), transform: flipped })],
  });
  const [row] = await keepBoardTraces(database, board.id);
  const traced = await things(row!.traced!.page);
  const [form] = thingsOfType(traced, 'form');
  assert.equal(form!.part, 'right ear');
  const at = transformPoint(invert(placementOf(traced, pictures[0]!)!), {
    x: form!.transform[4],
    y: form!.transform[5],
  });
  assert.ok(Math.hypot(at.x - 150, at.y - 200) < 1e-6);
});

test('the study that is there is used, its own trace stays; no such board is refused', async () => {
  const { database } = practice;
  const { board, pictures, forms, placed } = await boardOf('Studied');
  const study = await openStudy(database, { id: newId(), reference: pictures[0]! });
  await change(board.page, { add: [head(forms, placed(0))] });
  const [row] = await keepBoardTraces(database, board.id);
  assert.equal(row!.traced!.study, study.id);
  assert.equal((await readStudy(database, study.id)).traces.length, 1);
  await assert.rejects(keepBoardTraces(database, newId()), Gone);
});

test('a picture that was prepared turned over after it came onto the board: places and sides are its own', async () => {
  const { database } = practice;
  const { board, pictures, forms, placed } = await boardOf('Prepared');
  const [row] = await database.select().from(references).where(eq(references.id, pictures[0]!));
  const { original } = row!;
  const files = { picture: original, preview: original, small: original, width: 300, height: 400 };
  await database
    .insert(preparations)
    .values({ reference: pictures[0]!, revision: 1, settings: { ...UNTOUCHED, flip: true }, ...files });
  await database.update(references).set({ revision: 1 }).where(eq(references.id, pictures[0]!));
  const left = head(forms, placed(0));
  const { x, y } = transformPoint(placed(0).transform, { x: 60, y: 100 });
  await change(board.page, { add: [{ ...left, transform: [1, 0, 0, 1, x, y] }] });
  const [kept] = await keepBoardTraces(database, board.id);
  const traced = await things(kept!.traced!.page);
  const [form] = thingsOfType(traced, 'form');
  assert.equal(form!.part, 'right ear');
  const at = transformPoint(invert(placementOf(traced, pictures[0]!)!), {
    x: form!.transform[4],
    y: form!.transform[5],
  });
  assert.ok(Math.hypot(at.x - 240, at.y - 100) < 1e-6);
});
