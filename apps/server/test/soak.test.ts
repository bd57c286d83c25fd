import assert from 'node:assert/strict';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import sharp from 'sharp';
import {
  encodeStroke,
  OPERATION_VERSION,
  reducePage,
  sheetsOf,
  type Answer,
  type Operation,
} from '@deft/core/page';
import type { Refusal, Study } from '@deft/contract';
import { seeded } from '@deft/core/random';
import { soakStep } from '../../../packages/core/src/testing/soak.ts';
import { bring } from './bring.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';
import { Device, newId } from './device.ts';

/** What must never happen to a page: through the API, with seeds, with kills, with rubbish. */

const { folder, remove } = temporaryFolder();
let desk: Desk;
let study: Study;
const post = async (path: string, body: string): Promise<{ status: number; value: unknown }> => {
  const response = await fetch(`${desk.address}/api${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body,
  });
  return { status: response.status, value: await response.json() };
};
const read = async (page: string): Promise<Answer> =>
  (await (await fetch(`${desk.address}/api/pages/${page}/operations?after=0`)).json()) as Answer;
const newPage = async (): Promise<string> => {
  const made = await post(`/studies/${study.id}/traces`, '{}').catch(() => null);
  // The desk may be dead just now: another page's test has killed it.
  return made?.status === 200
    ? (made.value as Study).traces.at(-1)!.page
    : new Promise((done) => setTimeout(done, 200)).then(newPage);
};

before(async () => {
  desk = new Desk(join(folder, 'desk'), await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await desk.open();
  const [brought] = await bring(desk, {
    'a.jpg': await sharp({ create: { width: 60, height: 80, channels: 3, background: '#886644' } })
      .jpeg()
      .toBuffer(),
  });
  assert.ok(brought && 'reference' in brought);
  study = (await post('/studies', JSON.stringify({ reference: brought.reference }))).value as Study;
});
after(async () => {
  await desk.end();
  remove();
});

/** The page as stored; asked for again while the desk is dead. */
const whole = (page: string): Promise<Answer> =>
  read(page).catch(() => new Promise((done) => setTimeout(done, 200)).then(() => whole(page)));
const sorted = (things: ReadonlyMap<string, unknown>) => [...things].sort(([a], [b]) => (a < b ? -1 : 1));

/** Two devices do 2,000 random gestures on one page; the desk is killed under them as often as asked. */
async function soak(seed: number, kills: number): Promise<void> {
  const random = seeded(seed + 100);
  const page = await newPage();
  const devices = [0, 1].map(() => new Device(() => desk.address, page));
  const settle = async (device: Device): Promise<void> => {
    while (!(await device.send(200)) || device.replica.pending.length > 0);
  };
  for (const device of devices) await settle(device);
  for (let i = 0; i < 2000; i += 1) {
    const device = devices[random() < 0.5 ? 0 : 1]!;
    device.write(soakStep(random, device.replica, newId));
    if (device.replica.pending.length < 150 && random() > 0.004) continue;
    const sending = device.send(200);
    if (kills > 0 && i > 700) {
      kills -= 1;
      await desk.end('SIGKILL');
      await sending;
      await desk.open();
      device.reopen();
    }
    await sending;
  }
  for (let round = 0; round < 2; round += 1) for (const device of devices) await settle(device);
  const answer = await whole(page);
  assert.deepEqual(
    answer.operations.map(({ number }) => number),
    Array.from({ length: answer.head }, (_, i) => i + 1),
  );
  assert.equal(answer.head, 2001, `seed ${seed}: every gesture once, and the page's first operation`);
  const meant = sorted(reducePage(answer.operations.map(({ operation }) => operation)));
  for (const device of devices) {
    assert.deepEqual(sorted(device.replica.log.things), meant);
    device.reopen();
    await settle(device);
    assert.deepEqual(sorted(device.replica.log.things), meant);
  }
}

/** How many batches; the bench asks for a thousand. */
const SPOILED = Number(process.env['DEFT_SPOILED'] ?? 400);
/** How many pages; the bench asks for twenty. */
const PAGES = Number(process.env['DEFT_SOAK_PAGES'] ?? 1);

test(
  `a page of 2,000 random gestures by two devices is what it is by definition, through kills, times ${PAGES}`,
  { timeout: 240_000 },
  async () => {
    const seeds = Array.from({ length: PAGES }, (_, seed) => seed);
    // Two pages at a time; the desk dies under both.
    const lane = async (own: readonly number[]): Promise<void> => {
      for (const seed of own) await soak(seed, seed === 0 || seed === 5 ? 2 : 0);
    };
    await Promise.all([0, 1].map((one) => lane(seeds.filter((seed) => seed % 2 === one))));
  },
);

test(
  `${SPOILED} spoiled batches are refused by name, nothing of them is stored, and the desk goes on`,
  { timeout: 120_000 },
  async () => {
    const page = await newPage();
    const { operations } = await read(page);
    const ink = sheetsOf(reducePage(operations.map((o) => o.operation))).find(
      ({ kind }) => kind === 'ink',
    )!.id;
    const random = seeded(7);
    const device = newId();
    const sound = (n = 1): Operation => ({
      id: newId(),
      page,
      device,
      n,
      seen: 1,
      at: 1,
      version: OPERATION_VERSION,
      kind: 'change',
      body: {
        add: [
          {
            type: 'stroke',
            id: newId(),
            sheet: ink,
            order: 'a0',
            pen: 'pencil',
            size: 0.7,
            colour: '#1E2430',
            pressure: 'device',
            points: encodeStroke([
              { x: 1, y: 2, pressure: 0.5, time: 0 },
              { x: 5, y: 6, pressure: 0.5, time: 9 },
            ]),
          },
        ],
      },
    });
    const million = Buffer.from(
      Uint8Array.from([1, 0, ...[128, 137, 122], ...new Uint8Array(4_000_000)]),
    ).toString('base64');
    const rubbish: unknown[] = [
      null,
      NaN,
      Infinity,
      -1,
      1.5,
      'x',
      '',
      {},
      [],
      [[]],
      true,
      '\u0000',
      1e300,
      { $ne: 1 },
      'f'.repeat(33),
      '__proto__',
    ];
    type Loose = Record<string, unknown>;
    const one = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)] as T;
    const stroke = (operation: Loose): Loose => ((operation['body'] as Loose)['add'] as Loose[])[0]!;
    const spoil: Record<string, (batch: Loose[]) => string | void> = {
      'wrong sequence': ([operation]) => void (operation!['n'] = 2 + Math.floor(random() * 1000)),
      'goes back': (batch) => void batch.push({ ...sound(1) }),
      'unknown sheet': ([operation]) => void (stroke(operation!)['sheet'] = newId()),
      'moved to an unknown sheet': ([operation]) =>
        void (operation!['body'] = { set: [{ id: newId(), to: { sheet: newId() } }] }),
      'wrong version': ([operation]) => void (operation!['version'] = one([0, 3, 99, '2', null])),
      'a million points': ([operation]) => void (stroke(operation!)['points'] = million),
      'another page': ([operation]) => void (operation!['page'] = newId()),
      'no numbers': (batch) =>
        JSON.stringify({ after: 1, operations: batch }).replace(
          /"(size|seen|n)":[\d.]+/,
          `"$1":${one(['NaN', 'Infinity', '-Infinity', 'undefined', '1e999x'])}`,
        ),
      'a stroke that is none': ([operation]) =>
        void (stroke(operation!)['points'] = Buffer.from(
          Array.from({ length: 1 + Math.floor(random() * 40) }, () => Math.floor(random() * 256)),
        ).toString('base64')),
      'a stroke cut short': ([operation]) =>
        void (stroke(operation!)['points'] = String(stroke(operation!)['points']).slice(0, 4)),
      'a field spoiled': ([operation]) =>
        void (operation![one(['id', 'page', 'device', 'n', 'seen', 'at', 'version', 'kind'])] = one(rubbish)),
      'a field of the thing spoiled': ([operation]) =>
        void (stroke(operation!)[
          one(['id', 'sheet', 'pen', 'colour', 'pressure', 'type', 'points', 'transform', 'smoothing'])
        ] = one(rubbish)),
      'a field missing': ([operation]) =>
        void delete stroke(operation!)[
          one(['id', 'sheet', 'order', 'pen', 'size', 'colour', 'pressure', 'type', 'points'])
        ],
      'a field too many': ([operation]) =>
        void (stroke(operation!)[one(['danger', '__proto__x', 'constructor', 'hidden'])] = 1),
      'text cut short': (batch) =>
        JSON.stringify({ after: 1, operations: batch }).slice(0, -1 - Math.floor(random() * 60)),
      'no batch at all': () => JSON.stringify(one(rubbish)) ?? 'undefined',
      'a kind unknown': ([operation]) => void (operation!['kind'] = one(['erase', 'Change', ''])),
      'too many': (batch) => void batch.push(...Array.from({ length: 200 }, (_, i) => ({ ...sound(i + 2) }))),
    };
    const names = Object.keys(spoil);
    const refusals = new Map<string, number>();
    for (let i = 0; i < SPOILED; i += 1) {
      const name = names[i % names.length]!;
      if (name === 'a million points' && i > 200) continue;
      const batch = [structuredClone(sound()) as unknown as Loose];
      const text = spoil[name]!(batch) ?? JSON.stringify({ after: 1, operations: batch });
      const { status, value } = await post(`/pages/${page}/operations`, text);
      const { refusal, sentence } = value as Refusal;
      assert.ok(status >= 400 && status < 500, `${name}: ${status} ${text.slice(0, 300)}`);
      assert.match(refusal, /^(Malformed|OutOfSequence|UnknownSheet|TooLarge)$/, name);
      assert.ok(sentence.length > 10, name);
      refusals.set(refusal, (refusals.get(refusal) ?? 0) + 1);
    }
    assert.ok(
      ['Malformed', 'OutOfSequence', 'UnknownSheet'].every((name) => refusals.has(name)),
      JSON.stringify([...refusals]),
    );
    assert.equal((await read(page)).head, 1);
    const { status } = await post(
      `/pages/${page}/operations`,
      JSON.stringify({ after: 1, operations: [sound()] }),
    );
    assert.equal(status, 200);
    assert.equal((await read(page)).head, 2);
  },
);

test('whoever has a page open is told when it grows, at once and only of that page', async () => {
  const [page, other] = [await newPage(), await newPage()];
  const stop = new AbortController();
  const response = await fetch(`${desk.address}/api/pages/${page}/stream`, { signal: stop.signal });
  assert.match(response.headers.get('content-type') ?? '', /text\/event-stream/);
  const heads: number[] = [];
  const reading = (async () => {
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    for (let part = await reader.read(); !part.done; part = await reader.read())
      heads.push(...[...part.value.matchAll(/data: (\d+)/g)].map((m) => Number(m[1])));
  })().catch(() => undefined);
  const until = async (count: number): Promise<void> => {
    for (let i = 0; i < 100 && heads.length < count; i += 1)
      await new Promise((done) => setTimeout(done, 20));
  };
  await until(1);
  for (const at of [other, page, page]) {
    const device = new Device(() => desk.address, at);
    await device.send();
    device.write({ add: [{ type: 'version', id: newId(), name: 'before', at: 1 }] });
    await device.send();
  }
  await until(3);
  stop.abort();
  await reading;
  assert.deepEqual(heads, [1, 2, 3]);
  assert.equal((await fetch(`${desk.address}/api/pages/${newId()}/stream`)).status, 404);
});
