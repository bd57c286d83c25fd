import assert from 'node:assert/strict';
import { createHash, randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import sharp from 'sharp';
import {
  encodeStroke,
  idOf,
  OPERATION_VERSION,
  reducePage,
  sheetsOf,
  type Answer,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { newBlock } from '@deft/core/session';
import type {
  Brought,
  PaperWork,
  Reference,
  RefusalName,
  Session,
  Study,
  Listed,
  ReferenceBrief,
} from '@deft/contract';
import { bring as bringTo, isBrought } from './bring.ts';
import { asking } from './ask.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';
import { Device } from './device.ts';

const { folder, remove } = temporaryFolder();
const newId = (): string => idOf(randomBytes(16));
let desk: Desk;
before(async () => {
  desk = new Desk(join(folder, 'desk'), await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await desk.open();
});
after(async () => {
  await desk.end();
  remove();
});

const ask = asking(() => desk);

const bring = async (files: Record<string, Uint8Array>): Promise<Brought[]> =>
  (await bringTo(desk, files)).filter(isBrought);

const picture = (colour: string): Promise<Buffer> =>
  sharp({ create: { width: 300, height: 400, channels: 3, background: colour } })
    .jpeg()
    .toBuffer();

async function newStudy(colour: string): Promise<Study> {
  const [brought] = await bring({ 'a.jpg': await picture(colour) });
  assert.ok(brought && 'reference' in brought);
  const study = (await ask<Study>('/studies', 'POST', { reference: brought.reference })).value;
  return (await ask<Study>(`/studies/${study.id}/traces`, 'POST', {})).value;
}

const stroke = (sheet: string, i: number): Thing => ({
  type: 'stroke',
  id: newId(),
  sheet,
  order: 'a0',
  pen: 'pencil',
  size: 0.6,
  colour: '#1E2430',
  pressure: 'device',
  points: encodeStroke(
    Array.from({ length: 30 }, (_, k) => ({ x: 10 + k + i / 7, y: 20 + i, pressure: 0.5, time: 8 * k })),
  ),
});

test(
  'two devices draw through kills of the server; nothing is lost or applied twice',
  { timeout: 150_000 },
  async () => {
    const study = await newStudy('#884422');
    const page = study.traces[0]!.page;
    const devices = [new Device(() => desk.address, page), new Device(() => desk.address, page)];
    const drawn: string[] = [];
    for (const d of devices) await d.send();
    let kills = 0;
    for (let i = 0; i < 120; i += 1) {
      const device = devices[i % 2]!;
      const sheet = sheetsOf(device.replica.log.things).find((s) => s.kind === 'ink')!;
      const thing = stroke(sheet.id, i);
      drawn.push(thing.id);
      device.write({ add: [thing] });
      if (i % 9 === 4) device.write({ ids: [device.replica.log.undoable(device.id)!.id] });
      if (i % 9 === 5) device.reopen();
      const sending = device.send();
      if (i === 40 || i === 85) {
        kills += 1;
        await new Promise((done) => setTimeout(done, 3 * kills));
        await desk.end('SIGKILL');
        await sending;
        await desk.open();
      }
      await sending;
    }
    for (let round = 0; round < 3; round += 1)
      for (const d of devices) {
        d.reopen();
        while (!(await d.send()) || d.replica.pending.length > 0);
        await d.send();
      }
    const { value } = await ask<Answer>(`/pages/${page}/operations?after=0`);
    const stored = value.operations.map((o) => o.operation);
    assert.equal(value.head, stored.length);
    assert.deepEqual(
      value.operations.map((o) => o.number),
      stored.map((_, i) => i + 1),
    );
    const count = new Map<string, number>();
    for (const operation of stored)
      if (operation.kind === 'change')
        for (const thing of operation.body.add ?? []) count.set(thing.id, (count.get(thing.id) ?? 0) + 1);
    for (const id of drawn) assert.equal(count.get(id), 1);
    const truth = JSON.stringify([...reducePage(stored)].sort());
    for (const d of devices) assert.equal(JSON.stringify([...d.replica.log.things].sort()), truth);
  },
);

test('malformed batches are refused with a name, nothing stored', async () => {
  const study = await newStudy('#224488');
  const page = study.traces[0]!.page;
  const { value: begun } = await ask<Answer>(`/pages/${page}/operations?after=0`);
  const ink = sheetsOf(reducePage(begun.operations.map(({ operation }) => operation))).find(
    ({ kind }) => kind === 'ink',
  )!;
  const good = (): Operation => ({
    id: newId(),
    page,
    device: newId(),
    n: 1,
    seen: 0,
    at: Date.now(),
    version: OPERATION_VERSION,
    kind: 'change',
    body: { add: [stroke(ink.id, 1)] },
  });
  const unknownSheet = { after: 0, operations: [{ ...good(), body: { add: [stroke(newId(), 1)] } }] };
  const cases: [string, unknown, number, RefusalName?][] = [
    ['no operations', { after: 0 }, 400],
    ['a gap in the running number', { after: 0, operations: [{ ...good(), n: 3 }] }, 409, 'OutOfSequence'],
    ['a sheet that is not there', unknownSheet, 409, 'UnknownSheet'],
    ['another page', { after: 0, operations: [{ ...good(), page: newId() }] }, 400],
    ['another version', { after: 0, operations: [{ ...good(), version: 9 }] }, 400],
    [
      'an unknown kind of thing',
      { after: 0, operations: [{ ...good(), body: { add: [{ type: 'spell', id: newId() }] } }] },
      400,
    ],
    [
      'not a number',
      {
        after: 0,
        operations: [
          {
            ...good(),
            body: { add: [{ type: 'guide', id: newId(), sheet: newId(), kind: 'level', at: null }] },
          },
        ],
      },
      400,
    ],
    [
      'a stroke cut short',
      { after: 0, operations: [{ ...good(), body: { add: [{ ...stroke(newId(), 1), points: 'AQCQ' }] } }] },
      400,
    ],
    ['a broken one after a good one', { after: 0, operations: [good(), { ...good(), id: 'x' }] }, 400],
    ['not JSON at all', 'nonsense', 400],
  ];
  for (const [what, body, status, refusal = 'Malformed'] of cases) {
    const answer = await ask<{ refusal: string; sentence: string }>(
      `/pages/${page}/operations`,
      'POST',
      body,
    );
    assert.equal(answer.status, status, what);
    assert.equal(answer.value.refusal, refusal, what);
    assert.ok(answer.value.sentence.length > 10, what);
  }
  assert.equal((await ask<Answer>(`/pages/${page}/operations?after=0`)).value.head, 1);
  assert.equal((await ask(`/pages/${newId()}/operations?after=0`)).status, 404);
});

test('a page goes out as SVG in millimetres and as PNG with its resolution', async () => {
  const study = await newStudy('#448822');
  const device = new Device(() => desk.address, study.traces[0]!.page);
  await device.send();
  const ink = sheetsOf(device.replica.log.things).find((s) => s.kind === 'ink')!;
  device.write({
    add: [
      stroke(ink.id, 3),
      {
        type: 'guide',
        id: newId(),
        sheet: sheetsOf(device.replica.log.things).find((s) => s.kind === 'guides')!.id,
        kind: 'ground',
        at: 200,
      },
    ],
  });
  await device.send();
  const svg = await (await fetch(`${desk.address}/api/pages/${device.page}/page.svg`)).text();
  assert.match(svg, /width="148mm" height="210mm"/);
  assert.equal(svg.match(/<g id="sheet-/g)?.length, 4);
  assert.doesNotMatch(svg, /<line|<image/);
  assert.match(
    await (await fetch(`${desk.address}/api/pages/${device.page}/page.svg?guides=1&picture=1`)).text(),
    /<image href="data:image\/jpeg[^>]*>.*<path d="M0 /s,
  );
  const png = Buffer.from(
    await (await fetch(`${desk.address}/api/pages/${device.page}/page.png?dpi=150`)).arrayBuffer(),
  );
  const { width, height, density } = await sharp(png).metadata();
  assert.deepEqual([width, height, density], [874, 1240, 150]);
  const { data, info } = await sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number): number =>
    data[(Math.round((y * 150) / 25.4) * info.width + Math.round((x * 150) / 25.4)) * 3]!;
  assert.ok(at(25, 23) < 120 && at(25, 60) > 240, 'ink where it was drawn, paper elsewhere');
});

test('pictures come in; what is none is refused with its name and the reason, and leaves nothing', async () => {
  const jpeg = await picture('#aa3311');
  const total = async (): Promise<number> =>
    (await ask<Listed<ReferenceBrief>>('/references?count=0')).value.total;
  const before = await total();
  const bomb = await sharp({
    create: { width: 12_000, height: 9_000, channels: 3, background: '#fff' },
    limitInputPixels: false,
  })
    .png({ compressionLevel: 9 })
    .toBuffer();
  const noise = await sharp({
    create: {
      width: 400,
      height: 400,
      channels: 3,
      background: '#000',
      noise: { type: 'gaussian', mean: 128, sigma: 60 },
    },
  })
    .jpeg()
    .toBuffer();
  const answers = await bring({
    'good.jpg': jpeg,
    'good again.jpg': jpeg,
    'good.webp': await sharp(jpeg).webp().toBuffer(),
    'good.png': await sharp(jpeg).png().toBuffer(),
    'letter.jpg': Buffer.from('Dear desk, this is not a picture.'),
    'empty.png': Buffer.alloc(0),
    'cut.jpg': noise.subarray(0, noise.length / 2),
    'huge.png': bomb,
    'drawing.svg': Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
    'head only.png': (await sharp(jpeg).png().toBuffer()).subarray(0, 20),
    'ünïcode.jpg': Buffer.from('x'),
  });
  const told = answers.map((a) => ('refused' in a ? a.refused : a.known ? 'known' : 'in'));
  assert.deepEqual(told.slice(0, 4), ['in', 'known', 'in', 'in']);
  for (const [i, reason] of [
    [4, /“letter.jpg”.*not a JPEG, PNG, WebP/],
    [5, /“empty.png”.*0 bytes/],
    [6, /“cut.jpg”.*cut short/],
    [7, /“huge.png”.*108 megapixels/],
    [8, /“drawing.svg”.*(cannot be drawn|damaged)/],
    [9, /“head only.png”.*damaged/],
    [10, /“ünïcode.jpg”/],
  ] as const)
    assert.match(told[i]!, reason);
  assert.equal(await total(), before + 3);
  const kept = answers[0];
  assert.ok(kept && 'reference' in kept);
  const back = Buffer.from(
    await (await fetch(`${desk.address}/api/references/${kept.reference}/picture`)).arrayBuffer(),
  );
  assert.equal(
    createHash('sha256').update(back).digest('hex'),
    createHash('sha256').update(jpeg).digest('hex'),
  );
  const sideways = await sharp({ create: { width: 300, height: 100, channels: 3, background: '#123456' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  const [turned] = await bring({ 'sideways.jpg': sideways });
  assert.ok(turned && 'reference' in turned);
  const { width, height } = (await ask<Reference>(`/references/${turned.reference}`)).value;
  assert.deepEqual([width, height], [100, 300]);
});

test('a drawing on paper becomes an attempt of its study, once it is lifted, and of no other', async () => {
  const [study, other] = [await newStudy('#443322'), await newStudy('#224433')];
  const drawn =
    '<svg xmlns="http://www.w3.org/2000/svg" width="420" height="594"><rect width="100%" height="100%" fill="#fff"/>' +
    '<path d="M60 60L360 500M60 500L300 80" stroke="#000" stroke-width="4"/></svg>';
  const body = new FormData();
  const png = await sharp(Buffer.from(drawn)).png().toBuffer();
  body.append('photo', new Blob([png as BlobPart]), 'drawing.png');
  const sent = await fetch(`${desk.address}/api/studies/${study.id}/papers`, { method: 'POST', body });
  assert.equal(sent.status, 200);
  const paper = (await sent.json()) as PaperWork;
  assert.deepEqual([paper.session, paper.study, paper.page], [null, study.id, null]);
  const take = (id: string) => ask<Study>(`/studies/${id}/attempts`, 'POST', { paper: paper.id });
  assert.equal((await take(study.id)).status, 400);
  const corner = (x: number, y: number) => ({ x: x * paper.width, y: y * paper.height });
  const lifted = await ask<PaperWork>(`/papers/${paper.id}/lifted`, 'PUT', {
    corners: [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)],
    width: 210,
    height: 297,
    faint: 0.5,
  });
  assert.equal(lifted.status, 200);
  assert.equal((await take(other.id)).status, 400);
  assert.equal((await ask<Study>(`/studies/${other.id}`)).value.attempts.length, 0);
  const [attempt] = (await take(study.id)).value.attempts;
  assert.deepEqual([attempt!.page, attempt!.way], [lifted.value.page, 'on paper']);
  assert.deepEqual(
    (await ask<PaperWork[]>(`/studies/${study.id}/papers`)).value.map(({ id }) => id),
    [paper.id],
  );
  const joined = await ask(`/papers/${paper.id}/poses`, 'PUT', { poses: [{ pose: newId(), region: null }] });
  assert.equal(joined.status, 400);
});

test('a study adopts its traces and attempts, and is found again', async () => {
  const study = await newStudy('#333399');
  const again = (await ask<Study>('/studies', 'POST', { reference: study.reference.id })).value;
  assert.equal(again.id, study.id);
  const built = (await ask<Study>(`/studies/${study.id}/attempts`, 'POST', {})).value;
  assert.deepEqual([built.traces.length, built.attempts.length, built.attempts[0]!.seconds], [1, 1, null]);
  const inMind = { sentence: 'Make the head a fifth smaller.', attempt: built.attempts[0]!.id };
  const minded = (await ask<Study>(`/studies/${study.id}/attempts`, 'POST', { inMind })).value;
  assert.deepEqual(
    minded.attempts.map((attempt) => attempt.inMind),
    [null, inMind],
  );
  assert.equal((await ask<Study>(`/studies/${study.id}`, 'PATCH', { pass: 'build' })).value.pass, 'build');
  assert.equal((await ask(`/studies/${study.id}`, 'PATCH', { pass: 'dance' })).status, 400);
  assert.equal(
    (await ask(`/references/${study.reference.id}`, 'PATCH', { author: 'A. Student', year: 2026 })).status,
    200,
  );
  assert.equal(
    (
      await ask<Session>('/sessions', 'POST', {
        set: newId(),
        plan: { title: 'One', blocks: [newBlock(1, 60)] },
      })
    ).status,
    404,
  );
});
