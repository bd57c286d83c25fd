import assert from 'node:assert/strict';
import { request } from 'node:http';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import type { Door as DoorShown } from '@deft/contract';
import { Door } from '../src/door/door.ts';
import { lanAddress } from '../src/door/lan.ts';
import { asking } from './ask.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';

/** Loopback has more than one address: this one stands for the local network. */
const LAN = '127.0.0.2';

interface Answer {
  readonly status: number;
  readonly body: string;
  readonly cookie: string | null;
}

function send(
  port: number,
  path: string,
  {
    method = 'GET',
    headers = {},
    body,
  }: { method?: string; headers?: Record<string, string>; body?: string } = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const asked = request(
      { host: LAN, port, path, method, headers: { Host: `${LAN}:${port}`, ...headers } },
      (response) => {
        let text = '';
        response.on('data', (part: Buffer) => (text += part.toString()));
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            body: text,
            cookie: response.headers['set-cookie']?.[0]?.split(';')[0] ?? null,
          }),
        );
      },
    );
    asked.on('error', reject);
    asked.end(body);
  });
}

const form = (
  fields: Record<string, string>,
): { method: string; headers: Record<string, string>; body: string } => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
  body: new URLSearchParams(fields).toString(),
});

describe('a desk with a door', () => {
  const { folder, remove } = temporaryFolder();
  let desk: Desk;
  let port: number;
  before(async () => {
    port = await freePort();
    desk = new Desk(join(folder, 'desk'), await freePort(), {
      DEFT_DEMO: '0',
      DEFT_LOG: '0',
      DEFT_LAN_HOST: LAN,
      DEFT_LAN_PORT: String(port),
    });
    await desk.open();
  });
  after(async () => {
    await desk.end();
    remove();
  });
  const ask = asking(() => desk);
  const door = async (): Promise<DoorShown> => (await ask<DoorShown>('/door')).value;
  const join_ = async (name: string): Promise<string> => {
    const { code } = await door();
    const { cookie, status } = await send(port, '/door', form({ code: code ?? '', name }));
    assert.equal(status, 303);
    assert.ok(cookie);
    return cookie;
  };

  test('is shut unless it is asked for: nothing listens on the network', async () => {
    await assert.rejects(send(port, '/'), { code: 'ECONNREFUSED' });
    assert.deepEqual([(await door()).open, (await door()).code], [false, null]);
    await ask('/door', 'PUT', { open: true });
    const { address, code, qr } = await door();
    assert.equal(address, `http://${LAN}:${port}`);
    assert.match(code ?? '', /^\d{8}$/);
    assert.match(qr ?? '', /^<svg/);
  });

  test('without the code nothing answers but the door, whatever is asked for', async () => {
    for (const path of [
      '/',
      '/references',
      '/sessions/new',
      '/index.html',
      '/_expo/static/js/web/index.js',
      '/door',
    ]) {
      const { status, body } = await send(port, path);
      assert.equal(status, 401);
      assert.match(body, /Join the desk/);
      assert.doesNotMatch(body, /script/);
    }
    for (const [path, method] of [
      ['/api/health', 'GET'],
      ['/api/sets', 'GET'],
      ['/api/references', 'POST'],
      ['/api/door', 'GET'],
      ['/api/door', 'PUT'],
    ] as const) {
      const { status, body } = await send(port, path, { method });
      assert.equal(status, 401);
      assert.equal((JSON.parse(body) as { refusal: string }).refusal, 'Door');
    }
  });

  test('a thousand guesses open nothing', async () => {
    const statuses = new Map<number, number>();
    for (let i = 0; i < 1000; i += 1) {
      const { code: right } = i % 100 === 0 ? await door() : { code: null };
      const guess = String(Math.floor(Math.random() * 1e8)).padStart(8, '0');
      if (guess === right) continue;
      const { status, cookie } = await send(port, '/door', form({ code: guess, name: 'x' }));
      assert.equal(cookie, null);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
    assert.deepEqual([...statuses.keys()], [403]);
    assert.deepEqual((await door()).guests, []);
    // After a few wrong ones the door is deaf for a while, even to the right code.
    const deaf = await send(port, '/door', form({ code: (await door()).code ?? '', name: 'x' }));
    assert.equal(deaf.status, 403);
    assert.match(deaf.body, /Wait \d+ seconds/);
    // Shut and opened again by somebody at the desk, which is how one does not wait.
    await desk.end();
    await desk.open();
    await ask('/door', 'PUT', { open: true });
  });

  test('a device that shows the code is let in and known from then on; each code lets one in', async () => {
    const { code } = await door();
    const cookie = await join_('Phone on the stand');
    assert.equal((await send(port, '/door', form({ code: code ?? '', name: 'second' }))).status, 403);
    assert.equal((await send(port, '/api/sets', { headers: { Cookie: cookie } })).status, 200);
    assert.equal((await send(port, '/', { headers: { Cookie: cookie } })).status, 200);
    // The key stays at the desk.
    assert.equal((await send(port, '/api/door', { headers: { Cookie: cookie } })).status, 403);
    assert.equal((await send(port, '/api/door', { method: 'PUT', headers: { Cookie: cookie } })).status, 403);
    assert.deepEqual(
      (await door()).guests.map(({ name }) => name),
      ['Phone on the stand'],
    );
  });

  test('a foreign Host or Origin is refused even with a cookie', async () => {
    const cookie = await join_('Another');
    assert.equal(
      (await send(port, '/api/sets', { headers: { Cookie: cookie, Host: 'evil.example' } })).status,
      421,
    );
    assert.equal(
      (
        await send(port, '/api/sets', {
          headers: { Cookie: cookie, Host: desk.address.replace('http://', '') },
        })
      ).status,
      421,
    );
    assert.equal(
      (await send(port, '/api/sets', { headers: { Cookie: cookie, Origin: 'http://evil.example' } })).status,
      403,
    );
    const { code } = await door();
    assert.equal(
      (
        await send(port, '/door', {
          ...form({ code: code ?? '', name: 'x' }),
          headers: { 'Content-Type': 'application/x-www-form-urlencoded', Origin: 'http://evil.example' },
        })
      ).status,
      403,
    );
  });

  test('a cookie that was taken back opens nothing, nor one with a digit changed, nor any once the door is shut', async () => {
    const cookie = await join_('To be sent away');
    assert.equal((await send(port, '/api/sets', { headers: { Cookie: cookie } })).status, 200);
    const guest = (await door()).guests.find(({ name }) => name === 'To be sent away');
    await ask(`/door/guests/${guest?.id ?? ''}`, 'DELETE');
    assert.equal((await send(port, '/api/sets', { headers: { Cookie: cookie } })).status, 401);
    const kept = await join_('Kept');
    assert.equal(
      (
        await send(port, '/api/sets', {
          headers: { Cookie: `${kept.slice(0, -1)}${kept.endsWith('A') ? 'B' : 'A'}` },
        })
      ).status,
      401,
    );
    await ask('/door', 'PUT', { open: false });
    await assert.rejects(send(port, '/api/sets', { headers: { Cookie: kept } }), { code: 'ECONNREFUSED' });
    // Opened again, it knows whom it knew.
    await ask('/door', 'PUT', { open: true });
    assert.equal((await send(port, '/api/sets', { headers: { Cookie: kept } })).status, 200);
  });
});

test('a code is renewed after ten minutes and after five wrong ones, and the door is deaf longer each time', async () => {
  let now = 0;
  const kept: string[] = [];
  const door = new Door(
    {
      listGuests: async () => [],
      keepGuest: async ({ name }) => void kept.push(name),
      findGuest: async () => null,
      removeGuest: async () => undefined,
    },
    () => now,
  );
  assert.deepEqual(await door.admit('12345678', ''), { let: 'out', sentence: 'This desk is shut.' });
  door.open();
  const first = door.shown()!.code;
  now += 10 * 60_000;
  assert.notEqual(door.shown()!.code, first);
  const wrong = (): string => (door.shown()!.code === '00000000' ? '00000001' : '00000000');
  for (const deaf of [15_000, 30_000]) {
    const before = door.shown()!.code;
    for (let i = 0; i < 5; i += 1) assert.equal((await door.admit(wrong(), '')).let, 'out');
    assert.notEqual(door.shown()!.code, before);
    now += deaf - 1;
    assert.match(JSON.stringify(await door.admit(door.shown()!.code, '')), /Too many wrong codes/);
    now += 2;
  }
  assert.equal((await door.admit(door.shown()!.code, '')).let, 'in');
  assert.deepEqual(kept, ['A phone']);
});

test('the address in the local network is a private one where there is one', () => {
  const at = (address: string, internal = false) => [
    { address, internal, family: 'IPv4' as const, netmask: '', mac: '', cidr: null },
  ];
  assert.equal(lanAddress({ lo: at('127.0.0.1', true) }), null);
  assert.equal(lanAddress({ a: at('8.8.8.8'), b: at('192.168.1.7') }), '192.168.1.7');
  assert.equal(lanAddress({ a: at('8.8.8.8') }), '8.8.8.8');
});
