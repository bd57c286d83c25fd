import assert from 'node:assert/strict';
import { once } from 'node:events';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { connect } from 'node:net';
import { join } from 'node:path';
import { after, test } from 'node:test';
import type { ReferenceSet } from '@deft/contract';
import { closerOf } from '../src/http/shutdown.ts';
import { startOf } from '../src/store/lock.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';

const { folder, remove } = temporaryFolder();
after(remove);

test('a server killed at random moments of its very first start always opens afterwards', async () => {
  for (const [least, most, demo] of [
    [100, 2000, '0'],
    [1800, 3400, '1'],
  ] as const) {
    const desk = new Desk(join(folder, `first-${demo}`), await freePort(), { DEFT_DEMO: demo });
    desk.spawn();
    await new Promise((done) => setTimeout(done, least + (most - least) * Math.random()));
    await desk.end('SIGKILL');
    await desk.open();
    if (demo === '1') {
      // What had been begun is laid to its end.
      const sets = (await (await fetch(`${desk.address}/api/sets`)).json()) as ReferenceSet[];
      assert.equal(sets.length, 5);
      for (const { title, count } of sets) assert.ok(count >= 12, title);
    }
    assert.equal(await desk.end(), 0, desk.output);
  }
});

test('a second server on the same folder is refused with a sentence, a restart after a kill is not', async () => {
  const data = join(folder, 'lock');
  const first = new Desk(data, await freePort(), { DEFT_DEMO: '0' });
  await first.open();
  const second = new Desk(data, await freePort());
  await assert.rejects(second.open(), /already open: process \d+/);
  await first.end('SIGKILL');
  assert.ok(existsSync(join(data, 'desk.lock')));
  await second.open();
  await second.end();
  assert.ok(!existsSync(join(data, 'desk.lock')));
  // The number of a dead server may have gone to another living process.
  writeFileSync(
    join(data, 'desk.lock'),
    JSON.stringify({ pid: process.pid, started: `${startOf(process.pid)}0` }),
  );
  await second.open();
  assert.match(readFileSync(join(data, 'desk.lock'), 'utf8'), new RegExp(`"pid":${second.process.pid},`));
  await second.end();
});

test('it listens on this machine only, has one address, and takes nothing from other sites', async () => {
  const desk = new Desk(join(folder, 'lock'), await freePort());
  await desk.open();
  const away = await fetch(`http://localhost:${desk.port}/studies`, { redirect: 'manual' });
  assert.deepEqual([away.status, away.headers.get('location')], [308, `${desk.address}/studies`]);
  const foreign = await fetch(`${desk.address}/api/studies`, {
    method: 'POST',
    headers: { Origin: 'http://elsewhere.example', 'Content-Type': 'application/json' },
    body: '{}',
  });
  assert.equal(foreign.status, 403);
  assert.match(
    (await fetch(`${desk.address}/api/health`)).headers.get('content-security-policy') ?? '',
    /default-src 'self'/,
  );
  assert.equal((await fetch(`${desk.address}/api/nothing`)).status, 404);
  assert.match(desk.output, /"url":"\/studies"\},"res":\{"status":308\}/);
  const taken = new Desk(join(folder, 'other'), desk.port);
  await assert.rejects(async () => {
    taken.spawn();
    await new Promise((done) => taken.process.once('exit', done));
    throw new Error(taken.output);
  }, /Port \d+ is taken/);
  await desk.end();
});

test('a server that is closed ends its answers first, and waits for nobody who only listens or is silent', async () => {
  const server = createServer((request, response) => {
    response.setHeader('Content-Type', request.url === '/listen' ? 'text/event-stream' : 'text/plain');
    response.write('begun');
    if (request.url === '/slow') setTimeout(() => response.end(' and ended'), 300);
  });
  const close = closerOf(server);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as { port: number };
  const silent = connect(port, '127.0.0.1');
  const cut = once(silent, 'close');
  const listening = await fetch(`http://127.0.0.1:${port}/listen`);
  const slow = await fetch(`http://127.0.0.1:${port}/slow`);
  const closed = close(60_000);
  assert.equal(await slow.text(), 'begun and ended');
  await Promise.all([closed, cut, assert.rejects(listening.text())]);
});
