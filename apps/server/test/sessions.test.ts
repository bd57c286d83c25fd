import assert from 'node:assert/strict';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import sharp from 'sharp';
import { pageOf, reducePage, thingsOfType, type Answer, type Thing } from '@deft/core/page';
import { newBlock, newClock, type Block } from '@deft/core/session';
import {
  SMALL_DRAWING,
  type PaperWork,
  type Reference,
  type ReferenceSet,
  type Session,
  type SessionBrief,
  type Listed,
  type ReferenceBrief,
} from '@deft/contract';
import { asking } from './ask.ts';
import { bring } from './bring.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';
import { Device, newId } from './device.ts';
import { scene } from './made-scene.ts';

const { folder, remove } = temporaryFolder();
let desk: Desk;
let set: ReferenceSet;
const ask = asking(() => desk);
const SUBJECTS = 6;

before(async () => {
  desk = new Desk(join(folder, 'desk'), await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await desk.open();
  const lines = await bring(
    desk,
    Object.fromEntries(
      await Promise.all(
        Array.from({ length: SUBJECTS }, async (_, i) => [`scene ${i}.jpg`, await scene(i + 1)] as const),
      ),
    ),
  );
  const references = lines.flatMap((line) => ('reference' in line ? [line.reference] : []));
  set = (await ask<ReferenceSet>('/sets', 'POST', { title: 'Scenes', references })).value;
});
after(async () => {
  await desk.end();
  remove();
});

const start = async (blocks: readonly Block[], more: object = {}): Promise<Session> => {
  const { status, value } = await ask<Session>('/sessions', 'POST', {
    set: set.id,
    plan: { title: 'Tested', blocks },
    ...more,
  });
  assert.equal(status, 200, JSON.stringify(value));
  return value;
};

describe('starting', () => {
  test('no picture comes twice before the set is through; the same seed chooses the same', async () => {
    const [one, two] = [
      await start([newBlock(SUBJECTS + 2, 30)], { choice: 'random', seed: 5 }),
      await start([newBlock(SUBJECTS + 2, 30)], { choice: 'random', seed: 5 }),
    ];
    const ids = one.poses.map(({ reference }) => reference.id);
    assert.equal(new Set(ids.slice(0, SUBJECTS)).size, SUBJECTS);
    assert.deepEqual(
      two.poses.map(({ reference }) => reference.id),
      ids,
    );
    assert.equal(new Set(one.poses.map(({ page }) => page)).size, SUBJECTS + 2);
  });

  test('flipped only when asked: then kept with the pose, while the reference stays as it is', async () => {
    const plain = await start([newBlock(SUBJECTS, 30)], { choice: 'in order', seed: 3 });
    assert.ok(plain.poses.every(({ flipped }) => !flipped));
    const half = await start([newBlock(SUBJECTS, 30)], { choice: 'in order', flip: true, seed: 3 });
    const turned = half.poses.filter(({ flipped }) => flipped);
    assert.ok(turned.length > 0 && turned.length < SUBJECTS);
    const [{ reference } = half.poses[0]!] = turned;
    const now = (await ask<Reference>(`/references/${reference.id}`)).value;
    assert.equal(now.revision, 0);
    const light = async (revision: number): Promise<number> => {
      const bytes = Buffer.from(
        await (
          await fetch(`${desk.address}/api/references/${reference.id}/picture?revision=${revision}`)
        ).arrayBuffer(),
      );
      const strip = await sharp(bytes)
        .extract({ left: 0, top: 0, width: 12, height: 400 })
        .greyscale()
        .raw()
        .toBuffer();
      return strip.reduce((sum, value) => sum + value, 0) / strip.length;
    };
    // The white strip has gone from the left to the right.
    const [before, after_] = [await light(0), await light(reference.revision)];
    assert.ok(before > after_ + 20, `${before} before, ${after_} after`);
    // Once more, just the same pictures, the same way round.
    const again = await start([newBlock(SUBJECTS, 30)], {
      pictures: half.poses.map((pose) => ({
        id: pose.reference.id,
        revision: pose.reference.revision,
        flipped: pose.flipped,
      })),
    });
    assert.deepEqual(
      again.poses.map(({ reference: r, flipped }) => [r.id, r.revision, flipped]),
      half.poses.map(({ reference: r, flipped }) => [r.id, r.revision, flipped]),
    );
  });

  test('a plan that is none is refused with a sentence, and nothing is laid out', async () => {
    const before = (await ask<Listed<unknown>>('/sessions')).value.total;
    const good = { count: 1, seconds: 30, ground: 'on screen', source: 'sight', look: 0, rest: 0 };
    for (const blocks of [
      [],
      [{ ...good, count: 0 }],
      [{ ...good, count: 201 }],
      [{ ...good, seconds: 1 }],
      [{ ...good, ground: 'on the moon' }],
      [{ ...good, look: -1 }],
      [
        { ...good, count: 150 },
        { ...good, count: 150 },
      ],
      'soon',
      [{ ...good, seconds: 'NaN' }],
    ]) {
      const { status, value } = await ask<{ sentence: string }>('/sessions', 'POST', {
        set: set.id,
        plan: { title: 'x', blocks },
      });
      assert.equal(status, 400);
      assert.ok(value.sentence.length > 10);
    }
    const empty = (await ask<ReferenceSet>('/sets', 'POST', { title: 'Empty', references: [] })).value;
    assert.match(
      (
        await ask<{ sentence: string }>('/sessions', 'POST', {
          set: empty.id,
          plan: { title: 'x', blocks: [good] },
        })
      ).value.sentence,
      /no picture in this set/,
    );
    assert.equal((await ask<Listed<unknown>>('/sessions')).value.total, before);
  });
});

/** Tells the desk that a session is over, and that it came to so many of its poses. */
const end = ({ id, poses }: Session, begun: number) =>
  ask<Session>(`/sessions/${id}/clock`, 'PUT', {
    clock: { ...newClock(poses.map(({ step }) => step.stretches)), phase: 'done' },
    over: true,
    poses: poses.slice(0, begun).map((pose) => ({
      id: pose.id,
      drawnMs: 30_000,
      heldMs: 0,
      addedMs: 0,
      end: 'run out' as const,
      closedAt: null,
    })),
  });

test('the contact sheet goes out as PNG and PDF, also for sixty poses; what a session did not come to is not on it', async () => {
  for (const [count, begun, rows, pages] of [
    [1, 1, 1, 1],
    [60, 60, 20, 10],
    [200, 4, 2, 1],
  ] as const) {
    const session = await start([newBlock(count, 30, { ground: count > 1 ? 'on a grid' : 'on screen' })]);
    assert.equal((await end(session, begun)).status, 204);
    const { id } = session;
    const png = Buffer.from(
      await (await fetch(`${desk.address}/api/sessions/${id}/sheet.png`)).arrayBuffer(),
    );
    const { width, height, density } = await sharp(png).metadata();
    assert.deepEqual([width, density], [1754, 150]);
    assert.ok(height > rows * 380 && height < (rows + 1) * 440, String(height));
    const pdf = Buffer.from(
      await (await fetch(`${desk.address}/api/sessions/${id}/sheet.pdf`)).arrayBuffer(),
    ).toString('latin1');
    assert.match(pdf, /^%PDF/);
    assert.equal(pdf.match(/\/Type \/Page\b/g)?.length, pages);
    const brief = (await ask<Listed<SessionBrief>>('/sessions')).value.items.find((one) => one.id === id);
    assert.equal(brief?.count, begun);
    const drawn = session.poses.slice(0, Math.min(begun, 4)).map(({ attempt }) => ({
      attempt,
      version: 30_000,
    }));
    assert.deepEqual(brief.drawn, drawn);
  }
});

test('a drawing is rendered small once, and known again by whoever has it', async () => {
  const [pose] = (await start([newBlock(4, 30, { ground: 'on a grid' })])).poses;
  const address = `${desk.address}/api/studies/attempts/${pose!.attempt}/drawing?version=1`;
  const response = await fetch(address);
  const { format, width, height } = await sharp(Buffer.from(await response.arrayBuffer())).metadata();
  assert.deepEqual([format, Math.max(width, height)], ['webp', SMALL_DRAWING]);
  const tag = response.headers.get('etag') ?? '';
  const again = { headers: { 'If-None-Match': tag, 'Cache-Control': 'max-age=0' } };
  assert.equal((await fetch(address, again)).status, 304);
  // Drawn on, it is another.
  const device = new Device(() => desk.address, pose!.page);
  device.write({ add: [{ id: newId(), type: 'version', name: 'first', at: 1 } as Thing] });
  assert.ok(await device.send());
  assert.equal((await fetch(address, again)).status, 200);
  assert.equal((await ask(`/studies/attempts/${'0'.repeat(32)}/drawing`)).status, 404);
});

describe('paper', () => {
  const photograph = async (
    session: string,
    bytes: Uint8Array,
  ): Promise<{ status: number; value: PaperWork & { sentence: string } }> => {
    const body = new FormData();
    body.append('photo', new Blob([bytes as BlobPart]), 'photo.jpg');
    const response = await fetch(`${desk.address}/api/sessions/${session}/papers`, { method: 'POST', body });
    return { status: response.status, value: (await response.json()) as PaperWork & { sentence: string } };
  };

  test('the simulated camera’s page is found, lifted, parted and joined to its poses', async () => {
    const session = await start([newBlock(6, 30, { ground: 'on paper' })]);
    const made = (await ask<PaperWork>(`/sessions/${session.id}/papers/camera`, 'POST', {})).value;
    assert.ok(made.found, 'the page was not found');
    const lifted = (
      await ask<PaperWork>(`/papers/${made.id}/lifted`, 'PUT', {
        corners: made.found.corners,
        width: 210,
        height: 297,
        faint: 0.5,
      })
    ).value;
    assert.ok(lifted.page);
    const things = reducePage(
      (await ask<Answer>(`/pages/${lifted.page}/operations?after=0`)).value.operations.map(
        ({ operation }) => operation,
      ),
    );
    assert.deepEqual([pageOf(things)?.width, pageOf(things)?.height], [210, 297]);
    assert.equal(thingsOfType(things, 'placement')[0]?.of, 'paper');
    const ink = await sharp(
      Buffer.from(await (await fetch(`${desk.address}/api/papers/${made.id}/ink?lift=1`)).arrayBuffer()),
    ).stats();
    // Some of it is ink, most of it is nothing at all.
    assert.ok(ink.channels[3]!.mean > 0.5 && ink.channels[3]!.mean < 60);
    const region = [
      { x: 0, y: 0 },
      { x: 105, y: 0 },
      { x: 105, y: 99 },
      { x: 0, y: 99 },
    ];
    await ask(`/papers/${made.id}/poses`, 'PUT', { poses: [{ pose: session.poses[0]!.id, region }] });
    const [first, second] = (await ask<Session>(`/sessions/${session.id}`)).value.poses;
    assert.deepEqual([first!.page, first!.region], [lifted.page, region]);
    assert.notEqual(second!.page, lifted.page);
    // Lifted once more, otherwise: what poses have from the first time stays what it was.
    const inkOf = async (lift: number): Promise<string> =>
      Buffer.from(
        await (await fetch(`${desk.address}/api/papers/${made.id}/ink?lift=${lift}`)).arrayBuffer(),
      ).toString('base64');
    const before = await inkOf(1);
    const anew = (
      await ask<PaperWork>(`/papers/${made.id}/lifted`, 'PUT', {
        corners: made.found.corners,
        width: 148,
        height: 210,
        faint: 0,
      })
    ).value;
    assert.notEqual(anew.page, lifted.page);
    assert.ok(before === (await inkOf(1)), 'the first ink has changed');
    assert.ok(before !== (await inkOf(2)), 'the second ink is the first');
    assert.equal((await fetch(`${desk.address}/api/papers/${made.id}/ink?lift=3`)).status, 404);
    // What was lifted goes out with the sheet, and with the page.
    const svg = await (
      await fetch(`${desk.address}/api/pages/${lifted.page}/page.svg?picture=1&guides=0`)
    ).text();
    assert.match(svg, /<image [^>]*data:image\/png/);
    assert.equal((await fetch(`${desk.address}/api/sessions/${session.id}/sheet.png`)).status, 200);
  });

  test('a photo without a page is said to have none, and can be taken whole', async () => {
    const session = await start([newBlock(1, 30, { ground: 'on paper' })]);
    const { value } = await photograph(
      session.id,
      await sharp({
        create: {
          width: 900,
          height: 700,
          channels: 3,
          background: '#7a6a55',
          noise: { type: 'gaussian', mean: 120, sigma: 18 },
        },
      })
        .jpeg()
        .toBuffer(),
    );
    assert.equal(value.found, null);
    const whole = [
      { x: 0, y: 0 },
      { x: 900, y: 0 },
      { x: 900, y: 700 },
      { x: 0, y: 700 },
    ];
    const lifted = (
      await ask<PaperWork>(`/papers/${value.id}/lifted`, 'PUT', {
        corners: whole,
        width: 210,
        height: 163,
        faint: 0.5,
      })
    ).value;
    assert.ok(lifted.page);
  });

  test('what is no photo is refused with the reason; corners in a line carry no page', async () => {
    const session = await start([newBlock(1, 30, { ground: 'on paper' })]);
    const picture = await scene(9);
    for (const [bytes, reason] of [
      [Buffer.from('a letter'), /no photo/],
      [picture.subarray(0, 900), /damaged|cut off/],
      [Buffer.alloc(0), /no photo/],
      [Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), /no photo/],
    ] as const) {
      const { status, value } = await photograph(session.id, bytes);
      assert.equal(status, 400);
      assert.match(value.sentence, reason);
    }
    assert.deepEqual((await ask<PaperWork[]>(`/sessions/${session.id}/papers`)).value, []);
    const { value } = await photograph(session.id, picture);
    const line = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 200, y: 0 },
      { x: 0, y: 300 },
    ];
    const refused = await ask<{ sentence: string }>(`/papers/${value.id}/lifted`, 'PUT', {
      corners: line,
      width: 210,
      height: 297,
      faint: 0.5,
    });
    assert.equal(refused.status, 400);
    assert.ok(refused.value.sentence.length > 10);
    assert.equal(
      (
        await ask(`/papers/${value.id}/poses`, 'PUT', {
          poses: [{ pose: session.poses[0]!.id, region: null }],
        })
      ).status,
      400,
    );
    assert.equal((await ask<Listed<ReferenceBrief>>('/references?count=1')).value.total, SUBJECTS);
  });
});
