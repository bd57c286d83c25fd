import assert from 'node:assert/strict';
import { test } from 'node:test';
import sharp from 'sharp';
import type { Refusal, Study, Listed, ReferenceBrief } from '@deft/contract';
import { reducePage, type Answer, type Operation, type Patch } from '@deft/core/page';
import { seeded } from '@deft/core/random';
import { newId } from './device.ts';
import { changeOf, misfit, oneOfEach } from './misfits.ts';
import { openDesk } from './open-desk.ts';

const { ask, desk } = openDesk();

/** How many changes are tried; the bench tries ten thousand. */
const TRIES = Number(process.env['DEFT_MISFITS'] ?? 300);

async function freshPage(): Promise<{ page: string; reference: string }> {
  const { value } = await ask<Listed<ReferenceBrief>>('/references?count=1');
  const reference = value.items[0]!.id;
  const study = (await ask<Study>('/studies', 'POST', { reference })).value;
  const { attempts } = (await ask<Study>(`/studies/${study.id}/attempts`, 'POST', {})).value;
  return { page: attempts.at(-1)!.page, reference };
}
const send = (page: string, operations: readonly Operation[]) =>
  ask<Answer & Refusal>(`/pages/${page}/operations`, 'POST', { after: 0, operations });

/** A page goes out whole, as lines and as pixels. */
async function goesOut(page: string): Promise<void> {
  const query = 'guides=1&picture=1&dpi=36';
  const svg = await fetch(`${desk().address}/api/pages/${page}/page.svg?${query}`);
  assert.match(await svg.text(), /<\/svg>\s*$/);
  const png = await fetch(`${desk().address}/api/pages/${page}/page.png?${query}`);
  assert.equal(png.status, 200);
  assert.ok((await sharp(Buffer.from(await png.arrayBuffer())).metadata()).width > 100);
}

test(`${TRIES} changes that do not fit their things are refused, and nothing of them is stored`, async () => {
  const { page, reference } = await freshPage();
  const device = newId();
  const things = oneOfEach(reference);
  assert.equal((await send(page, [changeOf(page, device, 1, { add: things })])).status, 200);
  const stored = (await ask<Answer>(`/pages/${page}/operations`)).value;
  const paper = [...reducePage(stored.operations.map((o) => o.operation)).values()].find(
    ({ type }) => type === 'page',
  );
  const all = [paper!, ...things];
  const random = seeded(11);
  for (let i = 1; i <= TRIES; i += 1) {
    const thing = all[Math.floor(random() * all.length)]!;
    const to = misfit(thing.type, random) as Patch;
    const { status, value } = await send(page, [changeOf(page, device, 2, { set: [{ id: thing.id, to }] })]);
    assert.equal(
      status,
      400,
      `${thing.type} ${JSON.stringify(to).slice(0, 200)}: ${JSON.stringify(value).slice(0, 300)}`,
    );
    assert.deepEqual([value.refusal, value.status], ['Malformed', 400]);
    if (i % Math.max(100, TRIES / 100) === 0) await goesOut(page);
  }
  assert.deepEqual((await ask<Answer>(`/pages/${page}/operations`)).value, stored);
});

test('a change that fits goes in: in the batch that brings its thing, and in a later one', async () => {
  const { page, reference } = await freshPage();
  const device = newId();
  const things = oneOfEach(reference);
  const sheet = things[0]!.id;
  const first = [
    changeOf(page, device, 1, { add: things }),
    changeOf(page, device, 2, { set: [{ id: sheet, to: { name: 'Line', opacity: 0.5 } }] }),
  ];
  assert.equal((await send(page, first)).status, 200);
  const again = await send(page, [changeOf(page, device, 3, { set: [{ id: sheet, to: { locked: true } }] })]);
  assert.equal(again.status, 200);
  const reduced = reducePage(again.value.operations.map((o) => o.operation));
  assert.deepEqual({ ...reduced.get(sheet) }, { ...things[0], name: 'Line', opacity: 0.5, locked: true });
});

test('a thing cannot come again as another kind, nor be changed into one in the batch that brings it', async () => {
  const { page, reference } = await freshPage();
  const device = newId();
  const [sheet, stroke] = oneOfEach(reference);
  assert.ok(sheet && stroke);
  assert.equal((await send(page, [changeOf(page, device, 1, { add: [sheet, stroke] })])).status, 200);
  const guide = { type: 'guide', id: stroke.id, sheet: sheet.id, kind: 'level', at: 1 } as const;
  const other = await send(page, [changeOf(page, device, 2, { add: [guide] })]);
  assert.deepEqual([other.status, other.value.refusal], [400, 'Malformed']);
  const fresh = { ...guide, id: newId() };
  const at = { name: 'a guide has none' } as Patch;
  const both = await send(page, [
    changeOf(page, device, 2, { add: [fresh], set: [{ id: fresh.id, to: at }] }),
  ]);
  assert.equal(both.status, 400);
  assert.match(both.value.sentence, /guide/);
});

test('what stands in an address is held against its schema like any body', async () => {
  const { page } = await freshPage();
  for (const [path, method] of [
    ['/references/none', 'GET'],
    [`/references/${'z'.repeat(32)}`, 'GET'],
    [`/references/${newId()}/picture?revision=two`, 'GET'],
    [`/references/${newId()}/picture?revision=-1`, 'GET'],
    [`/references/${newId()}/marks/x`, 'DELETE'],
    [`/pages/${page}/operations?after=-1`, 'GET'],
    [`/pages/${page}/operations?after=1&after=2`, 'GET'],
    [`/pages/${page}/page.png?dpi=9999`, 'GET'],
    [`/pages/${page}/page.png?more=1`, 'GET'],
    ['/references?sort=loudest', 'GET'],
    ['/services/pictures/..%2Fcatalogue/preview', 'GET'],
    [`/sessions/${newId()}/poses/1`, 'PATCH'],
  ] as const) {
    const { status, value } = await ask<Refusal>(path, method, method === 'PATCH' ? { note: '' } : undefined);
    assert.deepEqual([status, value.refusal, value.status], [400, 'Malformed', 400], path);
  }
  const { value: nowhere } = await ask<Refusal>('/references/none');
  assert.equal(nowhere.sentence, 'This address leads nowhere: nothing here is called “none”.');
  const gone = await ask<Refusal>(`/references/${newId()}`);
  assert.deepEqual([gone.status, gone.value.refusal], [404, 'Gone']);
});

test('a page that shows a picture that is gone goes out without it', async () => {
  const { page, reference } = await freshPage();
  const device = newId();
  const [sheet] = oneOfEach(reference);
  const lost = {
    type: 'placement',
    id: newId(),
    sheet: sheet!.id,
    order: 'a1',
    reference: newId(),
    revision: 3,
    transform: [0, 0, 0, 0, 0, 0],
  } as const;
  assert.equal((await send(page, [changeOf(page, device, 1, { add: [sheet!, lost] })])).status, 200);
  await goesOut(page);
});
