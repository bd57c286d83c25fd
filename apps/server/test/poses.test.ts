import assert from 'node:assert/strict';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import {
  encodeStroke,
  reducePage,
  thingsOfType,
  type Answer,
  type Change,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { newBlock, newClock, type Block, type PoseEnd } from '@deft/core/session';
import type {
  Listed,
  Pose,
  Reference,
  ReferenceSet,
  Refusal,
  Session,
  SessionBrief,
  Study,
} from '@deft/contract';
import { asking } from './ask.ts';
import { bring } from './bring.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';
import { newId } from '../src/ids.ts';
import { scene } from './made-scene.ts';

const { folder, remove } = temporaryFolder();
let desk: Desk;
let set: ReferenceSet;
let alone: ReferenceSet;
const ask = asking(() => desk);

before(async () => {
  desk = new Desk(join(folder, 'desk'), await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await desk.open();
  const files = await Promise.all([1, 2, 3, 4].map(async (i) => [`scene ${i}.jpg`, await scene(i)] as const));
  const lines = await bring(desk, Object.fromEntries(files));
  const references = lines.flatMap((line) => ('reference' in line ? [line.reference] : []));
  const made = (title: string, of: typeof references) =>
    ask<ReferenceSet>('/sets', 'POST', { title, references: of });
  set = (await made('Scenes', references)).value;
  alone = (await made('One scene', references.slice(0, 1))).value;
});
after(async () => {
  await desk.end();
  remove();
});

const start = async (blocks: readonly Block[], more: object = {}): Promise<Session> =>
  (
    await ask<Session>('/sessions', 'POST', {
      set: set.id,
      plan: { title: 'Tested', blocks },
      seed: 4,
      ...more,
    })
  ).value;
const another = (session: Session, pose: Pose) =>
  ask<Session & Refusal>(`/sessions/${session.id}/poses/${pose.id}/another-picture`, 'POST');
const thingsOn = async (page: string): Promise<ReadonlyMap<string, Thing>> =>
  reducePage(
    (await ask<Answer>(`/pages/${page}/operations?after=0`)).value.operations.map(
      ({ operation }) => operation,
    ),
  );
const strokesOn = async (page: string): Promise<number> =>
  thingsOfType(await thingsOn(page), 'stroke').length;

const device = newId();
const counts = new Map<string, number>();
/** Does something to a page at a moment of the device's clock. */
async function change(page: string, body: Change | { ids: string[] }, at: number) {
  const n = (counts.get(page) ?? 0) + 1;
  const kind = 'ids' in body ? 'revert' : 'change';
  const operation = { id: newId(), page, device, n, seen: 0, at, kind, version: 1, body } as Operation;
  const answer = await ask<Refusal>(`/pages/${page}/operations`, 'POST', {
    after: 0,
    operations: [operation],
  });
  if (answer.status === 200) counts.set(page, n);
  return { ...answer, id: operation.id };
}

/** A stroke, or a landmark, for a page; somewhere in millimetres. */
async function made(page: string, type: 'stroke' | 'landmark', x = 20, y = 20): Promise<Thing> {
  const sheets = thingsOfType(await thingsOn(page), 'sheet');
  const sheet = sheets.find(({ kind }) => kind === (type === 'stroke' ? 'ink' : 'forms'))!.id;
  return type === 'landmark'
    ? { type, id: newId(), sheet, name: 'chin', state: 'set', at: { x, y }, spread: 0.5 }
    : {
        ...{ type, id: newId(), sheet, order: 'a0', pen: 'pencil', size: 0.5, colour: '#000000' },
        ...{
          pressure: 'even',
          points: encodeStroke([0, 1, 2].map((t) => ({ x: x + t, y, pressure: 1, time: t }))),
        },
      };
}
const draw = async (page: string, at: number, x?: number, y?: number) =>
  change(page, { add: [await made(page, 'stroke', x, y)] }, at);

/** Tells the desk how poses ended, and when their bells rang. */
const tell = (session: Session, ends: readonly (readonly [PoseEnd, number] | null)[], over = false) =>
  ask(`/sessions/${session.id}/clock`, 'PUT', {
    clock: newClock(session.poses.map(({ step }) => step.stretches)),
    over,
    poses: ends.flatMap((end, i) => {
      const id = session.poses[i]?.id;
      const [how, closedAt] = end ?? [null, null];
      return [{ id, drawnMs: end && 20_000, heldMs: 0, addedMs: 0, end: how, closedAt }];
    }),
  });

describe('not this one', () => {
  const times = async (id: string): Promise<number> =>
    (await ask<Reference>(`/references/${id}`)).value.attempts;

  test('another picture of the set comes, nothing of the first is counted; asked again, it comes back', async () => {
    const session = await start([newBlock(3, 30)], { choice: 'in order' });
    const [, second] = session.poses as [Pose, Pose];
    const { id } = second.reference;
    const before_ = await times(id);
    await draw(second.page, Date.now());
    const changed = (await another(session, second)).value.poses[1]!;
    assert.ok(!session.poses.some(({ reference }) => reference.id === changed.reference.id));
    assert.deepEqual([changed.other, changed.id], [second.reference.title, second.id]);
    assert.notEqual(changed.page, second.page);
    assert.equal(await strokesOn(changed.page), 0);
    assert.equal(await times(id), before_ - 1);
    await draw(changed.page, Date.now());
    const back = (await another(session, second)).value.poses[1]!;
    assert.deepEqual(
      [back.reference.id, back.page, back.other, await strokesOn(back.page), await times(id)],
      [id, second.page, changed.reference.title, 1, before_],
    );
    const once = (await another(session, second)).value.poses[1]!;
    assert.deepEqual([once.page, await strokesOn(once.page)], [changed.page, 1]);
  });

  test('what was put on a picture stays with it, and is there at the study of its drawing', async () => {
    const session = await start([newBlock(2, 30)]);
    const [pose] = session.poses as [Pose];
    const marks = [
      { kind: 'line', id: newId(), points: [1, 2, 3].map((x) => ({ x, y: 5 })) },
      { kind: 'landmark', id: newId(), name: 'chin', at: { x: 7, y: 8 } },
    ];
    const path = `/sessions/${session.id}/poses/${pose.id}`;
    const marked = await ask<Session>(path, 'PATCH', { marks });
    assert.deepEqual(marked.value.poses[0]!.marks, marks);
    assert.deepEqual((await another(session, pose)).value.poses[0]!.marks, []);
    assert.deepEqual((await another(session, pose)).value.poses[0]!.marks, marks);
    const study = (await ask<Study>('/studies', 'POST', { attempt: pose.attempt })).value;
    assert.deepEqual(study.attempts.find(({ id }) => id === pose.attempt)!.marks, marks);
    const { value } = await ask<Study>(`/studies/${study.id}/attempts`, 'POST', { copyOf: pose.attempt });
    assert.deepEqual(value.attempts.at(-1)!.marks, marks);
    for (const wrong of [
      [{ ...marks[0], points: [] }],
      [{ ...marks[1], name: '' }],
      [{ kind: 'stain' }],
      'x',
    ])
      assert.equal((await ask(path, 'PATCH', { marks: wrong })).status, 400);
  });

  test('on a grid it has the same cell while nothing is in it, and then a page of its own', async () => {
    const session = await start([newBlock(2, 30, { ground: 'on a grid' })]);
    const [first, second] = session.poses as [Pose, Pose];
    const moved = (await another(session, first)).value.poses[0]!;
    assert.deepEqual([moved.page, moved.region], [first.page, first.region]);
    const [corner] = second.region!;
    await draw(second.page, Date.now(), corner!.x + 5, corner!.y + 5);
    const own = (await another(session, second)).value.poses[1]!;
    assert.notEqual(own.page, second.page);
    assert.equal(own.region, null);
  });

  test('two drawings from what one knows change together, and not between them', async () => {
    const session = await start([newBlock(1, 30, { source: 'knowledge', look: 5 })]);
    const [first, second] = session.poses as [Pose, Pose];
    assert.match((await another(session, second)).value.sentence, /stays for the second/);
    const { poses } = (await another(session, first)).value;
    assert.equal(poses[0]!.reference.id, poses[1]!.reference.id);
    assert.notEqual(poses[0]!.reference.id, first.reference.id);
  });

  test('a pose that is over keeps its picture; a set of one has no other', async () => {
    const session = await start([newBlock(1, 30)], { set: alone.id });
    const [pose] = session.poses as [Pose];
    assert.match((await another(session, pose)).value.sentence, /no other picture/);
    await tell(session, [['run out', Date.now()]], true);
    const { status, value } = await another(session, pose);
    assert.deepEqual([status, /is over/.test(value.sentence)], [400, true]);
    assert.equal((await another(session, { ...pose, id: newId() })).status, 404);
  });
});

test('what was passed over is on the sheet and counts for nothing', async () => {
  const session = await start([newBlock(3, 30)]);
  await tell(
    session,
    [
      ['run out', 1],
      ['passed over', 2],
      ['left unfinished', 3],
    ],
    true,
  );
  const { poses } = (await ask<Session>(`/sessions/${session.id}`)).value;
  assert.deepEqual(
    poses.map(({ end, closedAt }) => [end, closedAt]),
    [
      ['run out', 1],
      ['passed over', 2],
      ['left unfinished', 3],
    ],
  );
  const brief = (await ask<Listed<SessionBrief>>('/sessions')).value.items.find(
    ({ id }) => id === session.id,
  )!;
  assert.deepEqual([brief.count, brief.drawnMs], [2, 40_000]);
});

describe('closed by the bell', () => {
  const BELL = 1_700_000_000_000;
  const later = BELL + 60_000;

  test('nothing that comes later changes a drawing; what was drawn in time is taken whenever it comes', async () => {
    const session = await start([newBlock(1, 30)]);
    const [{ page, attempt }] = session.poses as [Pose];
    const first = await draw(page, BELL - 9000);
    await tell(session, [['run out', BELL]], true);
    const drawn = await thingsOn(page);
    const [stroke] = thingsOfType(drawn, 'stroke');
    const refused = [
      await draw(page, later),
      await change(page, { remove: [stroke!.id] }, later),
      await change(page, { set: [{ id: stroke!.id, to: { size: 9 } }] }, later),
      await change(page, { ids: [first.id] }, later),
      await change(page, { set: [{ id: stroke!.sheet, to: { hidden: true } }] }, later),
    ];
    for (const { status, value } of refused)
      assert.deepEqual(
        [status, value.refusal, /closed by its bell/.test(value.sentence)],
        [409, 'Closed', true],
      );
    assert.deepEqual(await thingsOn(page), drawn);
    // A stroke that crossed the bell, sent once the desk was there again.
    assert.equal((await draw(page, BELL + 1000)).status, 200);
    // What only says something of it: a landmark, set and taken away again.
    const landmark = await made(page, 'landmark');
    assert.equal((await change(page, { add: [landmark] }, later)).status, 200);
    assert.equal((await change(page, { remove: [landmark.id] }, later)).status, 200);
    assert.equal(await strokesOn(page), 2);

    const study = (await ask<Study>('/studies', 'POST', { attempt })).value;
    const copied = await ask<Study>(`/studies/${study.id}/attempts`, 'POST', { copyOf: attempt });
    const [, copy] = copied.value.attempts as [Study['attempts'][0], Study['attempts'][0]];
    assert.deepEqual([copy.copyOf, copy.seconds, copy.closedAt, copy.way], [attempt, null, null, 'freehand']);
    assert.equal(await strokesOn(copy.page), 2);
    assert.equal((await draw(copy.page, later)).status, 200);
    assert.deepEqual([await strokesOn(copy.page), await strokesOn(page)], [3, 2]);
    const nowhere = await ask<Refusal>(`/studies/${study.id}/attempts`, 'POST', { copyOf: newId() });
    assert.equal(nowhere.status, 404);
  });

  test('gone back to it is open again; in the cells of a page each bell closes what is there', async () => {
    const session = await start([newBlock(2, 30, { ground: 'on a grid' })]);
    const [first, second] = session.poses as [Pose, Pose];
    const { page } = first;
    const at = ({ region }: Pose): [number, number] => [region![0]!.x + 5, region![0]!.y + 5];
    const one = await draw(page, BELL - 9000, ...at(first));
    await tell(session, [['run out', BELL], null]);
    const two = await draw(page, later, ...at(second));
    assert.equal(two.status, 200);
    assert.equal((await change(page, { ids: [one.id] }, later)).value.refusal, 'Closed');
    assert.equal((await change(page, { ids: [two.id] }, later)).status, 200);
    const [stroke] = thingsOfType(await thingsOn(page), 'stroke');
    assert.equal((await change(page, { remove: [stroke!.id] }, later)).value.refusal, 'Closed');
    await tell(session, [null, null]);
    assert.equal((await draw(page, later, ...at(first))).status, 200);
    await tell(
      session,
      [
        ['run out', later],
        ['run out', later],
      ],
      true,
    );
    assert.equal((await draw(page, later + 60_000, ...at(second))).value.refusal, 'Closed');
  });
});
