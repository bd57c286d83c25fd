import assert from 'node:assert/strict';
import { randomBytes } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { after, before, describe, test } from 'node:test';
import express from 'express';
import sharp from 'sharp';
import { ZipFile } from 'yazl';
import type { BroughtLine, Refusal } from '@deft/contract';
import { BadEnvironment, readEnvironment } from '../src/environment.ts';
import { answerErrors } from '../src/http/errors.ts';
import { filesOf } from '../src/http/uploads.ts';
import { TAKE_STEPS, takePicture } from '../src/jobs/take-picture.ts';
import type { ServerContext } from '../src/context.ts';
import { BlobFiles } from '../src/store/blob-files.ts';
import { Busy, isDiskFull } from '../src/store/refusals.ts';
import { broughtLines } from './bring.ts';
import { temporaryFolder } from './desk.ts';
import { newId } from './device.ts';
import { listening, openContext, withFaults } from './in-process.ts';

const { folder, remove } = temporaryFolder();
let context: ServerContext;
let logged: string[];
let close: () => Promise<void>;
before(async () => {
  ({ context, logged, close } = await openContext(folder));
});
after(async () => {
  await close();
  remove();
});

const diskFull = (): never => {
  throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' });
};
const broken = (): never => {
  throw new RangeError('Attempt to access memory outside buffer bounds');
};

const picture = (): Promise<Buffer> =>
  sharp(randomBytes(60 * 50 * 3), { raw: { width: 60, height: 50, channels: 3 } })
    .png()
    .toBuffer();
async function zipOf(files: Readonly<Record<string, Uint8Array>>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, bytes] of Object.entries(files)) zip.addBuffer(Buffer.from(bytes), name);
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream) parts.push(part as Buffer);
  return Buffer.concat(parts);
}
async function bring(address: string, files: Readonly<Record<string, Uint8Array>>): Promise<BroughtLine[]> {
  const form = new FormData();
  for (const [name, bytes] of Object.entries(files))
    form.append('pictures', new Blob([bytes as BlobPart]), name);
  return broughtLines(await fetch(`${address}/api/references`, { method: 'POST', body: form }));
}
/** Files that lie on the desk, and those that some row names. */
const filesAndRows = async (): Promise<[string[], string[]]> => {
  const { names, unfinished } = await context.files.list();
  const rows = (await context.store.listBlobs()).map(({ sha256 }) => sha256);
  return [[...names, ...unfinished].sort(), rows.sort()];
};

describe('a fault at any stage of bringing in', () => {
  /** Takes pictures in this process, so that a step of it can fail where the file's name says so. */
  const poolFailing = (step: keyof typeof TAKE_STEPS): ServerContext['pool'] => {
    let count = 0;
    return withFaults(context.pool, {
      take: (path, options) => {
        count += 1;
        return takePicture(path, options, count === 2 ? { ...TAKE_STEPS, [step]: broken } : TAKE_STEPS);
      },
    });
  };
  /** Fails the second time it is called. */
  const second = <A extends unknown[], R>(real: (...all: A) => R, fail: () => never): ((...all: A) => R) => {
    let count = 0;
    return (...all) => {
      count += 1;
      return count === 2 ? fail() : real(...all);
    };
  };
  const STAGES: Readonly<Record<string, () => ServerContext>> = {
    open: () => ({ ...context, pool: poolFailing('open') }),
    'read credit': () => ({ ...context, pool: poolFailing('readCredit') }),
    'strike out': () => ({ ...context, pool: poolFailing('strikeLocation') }),
    decode: () => ({ ...context, pool: poolFailing('decode') }),
    preview: () => ({ ...context, pool: poolFailing('preview') }),
    rename: () => {
      const files = new BlobFiles(context.files.folder);
      files.adopt = second(files.adopt.bind(files), diskFull);
      return { ...context, files };
    },
    'write previews': () => {
      const files = new BlobFiles(context.files.folder);
      let count = 0;
      const keep = files.keep.bind(files);
      files.keep = (...all) => ((count += 1) === 4 ? diskFull() : keep(...all));
      return { ...context, files };
    },
    store: () => ({
      ...context,
      store: withFaults(context.store, { keepReference: second(context.store.keepReference, broken) }),
    }),
    'look up': () => ({
      ...context,
      store: withFaults(context.store, { knownOriginal: second(context.store.knownOriginal, broken) }),
    }),
  };
  for (const [stage, failing] of Object.entries(STAGES)) {
    for (const packed of [false, true]) {
      test(`${stage}${packed ? ', in a zip' : ''}: a line a file, nothing half there, the rest comes in`, async () => {
        const app = await listening(failing());
        const all = { 'a.png': await picture(), 'b.png': await picture(), 'c.png': await picture() };
        const lines = await bring(app.address, packed ? { 'all.zip': await zipOf(all) } : all);
        await app.close();
        const files = lines.filter((line) => 'file' in line);
        assert.deepEqual(
          files.map((line) => [line.file, 'refused' in line]),
          [
            ['a.png', false],
            ['b.png', true],
            ['c.png', false],
          ],
        );
        const [lying, named] = await filesAndRows();
        assert.deepEqual(lying, named);
        assert.equal(readdirSync(context.temporary).length, 0);
      });
    }
  }

  test('a full disk is called one', async () => {
    const files = new BlobFiles(context.files.folder);
    files.adopt = diskFull;
    const app = await listening({ ...context, files });
    const [line] = await bring(app.address, { 'a.png': await picture() });
    await app.close();
    assert.match(
      line && 'refused' in line ? line.refused : '',
      /disk of the desk is full.*still where it was/,
    );
  });
});

describe('odd files', () => {
  let address: string;
  let closeApp: () => Promise<void>;
  before(async () => {
    ({ address, close: closeApp } = await listening(context));
  });
  after(() => closeApp());
  const stub = Buffer.from('II*\0');

  test('four bytes that begin like a TIFF are refused with a reason, alone and before others in a zip', async () => {
    const alone = await bring(address, { 'stub.tif': stub, 'sound.png': await picture() });
    assert.deepEqual(
      alone.map((line) => 'refused' in line),
      [true, false],
    );
    const zip = await zipOf({ 'stub.tif': stub, 'one.png': await picture(), 'two.png': await picture() });
    const lines = await bring(address, { 'all.zip': zip });
    assert.deepEqual(lines[0], { of: 3 });
    assert.deepEqual(
      lines.slice(1).map((line) => ('file' in line ? [line.file, 'refused' in line] : line)),
      [
        ['stub.tif', true],
        ['one.png', false],
        ['two.png', false],
      ],
    );
  });

  test('a zip with nothing in it says that it is empty', async () => {
    for (const zip of [await zipOf({}), await zipOf({ '__MACOSX/._a': stub })]) {
      const lines = await bring(address, { 'nothing.zip': zip });
      assert.equal(lines.length, 1);
      assert.match('refused' in lines[0]! ? lines[0].refused : '', /empty/);
    }
  });

  test('what begins like some kind of picture and ends at once is one line each', async () => {
    const beginnings = {
      'a.jpg': Buffer.from([0xff, 0xd8, 0xff]),
      'b.png': Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
      'c.webp': Buffer.from('RIFF\0\0\0\0WEBP', 'latin1'),
      'd.gif': Buffer.from('GIF89a'),
      'e.tif': Buffer.from('MM\0*\0\0\0\x08', 'latin1'),
      'f.svg': Buffer.from('<svg'),
      'g.zip': Buffer.from('PK\x03\x04', 'latin1'),
      'h.avif': Buffer.from('\0\0\0\x1cftypavif', 'latin1'),
      'i.png': Buffer.alloc(0),
    };
    const lines = await bring(address, beginnings);
    assert.deepEqual(
      lines.map((line) => ('refused' in line ? line.file : 'not refused')),
      Object.keys(beginnings),
    );
  });
});

describe('what goes wrong on the desk', () => {
  const failing = async (
    fault: () => never,
  ): Promise<{ status: number; refusal: Refusal; retry: string | null }> => {
    const store = withFaults(context.store, { appendOperations: fault, readHead: fault, listSets: fault });
    const app = await listening({ ...context, store });
    const page = newId();
    const response = await fetch(`${app.address}/api/pages/${page}/operations`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ after: 0, operations: [] }),
    });
    const refusal = (await response.json()) as Refusal;
    await app.close();
    return { status: response.status, refusal, retry: response.headers.get('retry-after') };
  };

  test('a full disk says so, and that what was drawn is on the device', async () => {
    const { status, refusal } = await failing(diskFull);
    assert.deepEqual([status, refusal.status, refusal.refusal], [507, 507, 'DiskFull']);
    assert.match(refusal.sentence, /disk.*full.*kept on this device/);
    // However it was wrapped on the way, and as PostgreSQL has it.
    assert.ok(isDiskFull(new Error('failed', { cause: new Error('could not extend file "base/5": 53100') })));
    assert.ok(!isDiskFull(new Error('another')));
  });

  test('hands full: try again, and when', async () => {
    const { status, refusal, retry } = await failing(() => {
      throw new Busy();
    });
    assert.deepEqual([status, refusal.refusal, Number(retry) > 0], [503, 'Busy', true]);
  });

  test('the unforeseen is answered plainly and logged with the number of its request', async () => {
    logged.length = 0;
    const { status, refusal } = await failing(broken);
    assert.deepEqual([status, refusal.refusal], [500, 'Trouble']);
    assert.doesNotMatch(refusal.sentence, /buffer|RangeError/);
    const line = logged.map((text) => JSON.parse(text)).find(({ err }) => err);
    assert.match(line.err.message, /outside buffer bounds/);
    assert.match(line.req.id, /^[0-9a-f-]{36}$/);
  });

  test('a pool with too much to do says that it is busy', async () => {
    const { startPicturePool } = await import('../src/jobs/picture-pool.ts');
    const { pathToFileURL } = await import('node:url');
    const { join } = await import('node:path');
    const { ROOT } = await import('./desk.ts');
    const worker = pathToFileURL(join(ROOT, 'apps/server/build/picture-worker.js'));
    const pool = startPicturePool(worker, 1, 2);
    const answers = await Promise.allSettled(
      Array.from({ length: 12 }, () => pool.alike(['', ''], [[], []])),
    );
    await pool.close();
    const refused = answers.flatMap((answer) => (answer.status === 'rejected' ? [answer.reason] : []));
    assert.equal(refused.length, 9);
    assert.ok(refused.every((reason) => reason.name === 'Busy' && reason.status === 503));
  });
});

describe('uploads', () => {
  test('have a total for all their files together, and leave nothing of what is more', async () => {
    const limits = { folder: context.temporary, field: 'pictures', files: 3, bytes: 300_000 };
    const app = express();
    app.post('/', async (request, response) => {
      response.json((await filesOf(request, response, limits)).length);
    });
    app.use(answerErrors(context.log));
    const server = app.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const { port } = server.address() as { port: number };
    const send = async (...sizes: number[]): Promise<[number, unknown]> => {
      const form = new FormData();
      for (const size of sizes) form.append('pictures', new Blob([new Uint8Array(size)]), 'a');
      const response = await fetch(`http://127.0.0.1:${port}/`, { method: 'POST', body: form });
      return [response.status, await response.json()];
    };
    assert.deepEqual(await send(100_000, 150_000), [200, 2]);
    for (const name of readdirSync(context.temporary)) {
      const { rmSync } = await import('node:fs');
      rmSync(`${context.temporary}/${name}`);
    }
    const [status, refusal] = await send(100_000, 150_000, 80_000);
    assert.deepEqual([status, (refusal as Refusal).refusal], [413, 'TooLarge']);
    assert.equal((await send(900_000))[0], 413);
    assert.equal((await send(1, 1, 1, 1))[0], 400);
    assert.deepEqual(readdirSync(context.temporary), []);
    server.closeAllConnections();
    server.close();
  });
});

describe('the environment', () => {
  test('is read with its defaults', () => {
    const { port, lanPort, host, demo, log, lanHost } = readEnvironment({ DEFT_PORT: '9000', OTHER: 'x' });
    assert.deepEqual([port, lanPort, host, demo, log, lanHost], [9000, 9000, '127.0.0.1', false, true, null]);
  });
  for (const [name, value] of [
    ['DEFT_PORT', 'many'],
    ['DEFT_PORT', '70000'],
    ['DEFT_HOST', 'a b'],
    ['DEFT_DEMO', 'perhaps'],
  ] as const)
    test(`is refused where ${name} is “${value}”, by its name`, () => {
      assert.throws(
        () => readEnvironment({ [name]: value }),
        (error: Error) => {
          assert.ok(error instanceof BadEnvironment && error.message.includes(name));
          return true;
        },
      );
    });
});
