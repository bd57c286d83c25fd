import assert from 'node:assert/strict';
import { createHash, randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { buffer } from 'node:stream/consumers';
import { deflateSync } from 'node:zlib';
import { ZipFile } from 'yazl';
import sharp, { type Sharp } from 'sharp';
import { idOf } from '@deft/core/page';
import { UNTOUCHED, type Preparation, type ReferenceMark } from '@deft/core/reference';
import { PERSON_NETS, PERSON_RUNTIME } from '@deft/contract';
import type {
  BroughtLine,
  Listed,
  OfferedPage,
  Reference,
  ReferenceBrief,
  ReferenceSet,
  Study,
} from '@deft/contract';
import { seeded } from '@deft/core/random';
import { bring, broughtLines, isBrought, refusalIn } from './bring.ts';
import { asking } from './ask.ts';
import { Desk, freePort, temporaryFolder } from './desk.ts';

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

/** A picture with something to see in it, its own for each seed. */
async function scene(seed: number, width = 400, height = 500): Promise<Buffer> {
  const random = seeded(seed);
  const shapes = Array.from(
    { length: 9 },
    () =>
      `<ellipse cx="${random() * width}" cy="${random() * height}" rx="${20 + random() * 120}" ry="${20 + random() * 120}" fill="hsl(${random() * 360},50%,${20 + random() * 60}%)"/>`,
  ).join('');
  return sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#cdd"/>${shapes}</svg>`,
    ),
  )
    .jpeg({ quality: 92 })
    .toBuffer();
}

async function bringOne(
  bytes: Uint8Array,
  name = 'one.jpg',
  fields: Record<string, string> = {},
): Promise<Reference> {
  const [line] = await bring(desk, { [name]: bytes }, fields);
  assert.ok(line && 'reference' in line, JSON.stringify(line));
  return (await ask<Reference>(`/references/${line.reference}`)).value;
}

async function zipped(
  entries: Readonly<Record<string, Uint8Array | { bytes: Uint8Array; mode?: number }>>,
): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, entry] of Object.entries(entries)) {
    const { bytes, mode } = entry instanceof Uint8Array ? { bytes: entry, mode: undefined } : entry;
    zip.addBuffer(Buffer.from(bytes), name, mode === undefined ? {} : { mode });
  }
  zip.end();
  return buffer(zip.outputStream);
}

/** The same zip with a name put in the place of one of the same length, as no zip writer would do. */
const renamed = (zip: Buffer, from: string, to: string): Buffer => {
  assert.equal(from.length, to.length);
  return Buffer.from(zip.toString('latin1').replaceAll(from, to), 'latin1');
};

/** The most memory that bringing in bad pictures may take the desk, MB. */
const MOST_MEMORY = 1200;

/** What was on its way in has been cleared away. */
async function nothingLeft(): Promise<void> {
  const left = (): string[] => readdirSync(join(desk.data, 'incoming'));
  for (let i = 0; i < 40 && left().length > 0; i += 1) await new Promise((done) => setTimeout(done, 50));
  assert.deepEqual(left(), []);
}

describe('bringing in', () => {
  test('every kind comes in upright, and what browsers cannot show is shown as pixels', async () => {
    const jpeg = await scene(1);
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20" width="40" height="20"><rect width="20" height="20" fill="#a33"/></svg>',
    );
    const kinds = {
      'a.jpg': jpeg,
      'a.png': await sharp(jpeg).png().toBuffer(),
      'a.webp': await sharp(jpeg).webp().toBuffer(),
      'a.avif': await sharp(jpeg).avif({ effort: 0 }).toBuffer(),
      'a.gif': await sharp(jpeg).gif().toBuffer(),
      'a.tif': await sharp(jpeg).tiff().toBuffer(),
      'a.svg': svg,
      'wrong suffix.txt': await scene(2),
    };
    const lines = await bring(desk, kinds);
    assert.deepEqual(
      lines.filter((line) => !('reference' in line)),
      [],
    );
    for (const [i, name] of Object.keys(kinds).entries()) {
      const line = lines[i] as Extract<BroughtLine, { reference: string }>;
      const reference = (await ask<Reference>(`/references/${line.reference}`)).value;
      assert.deepEqual(
        name === 'a.svg' ? [reference.width, reference.height] : [reference.width, reference.height],
        name === 'a.svg' ? [2000, 1000] : [400, 500],
        name,
      );
      const shown = await fetch(`${desk.address}/api/references/${line.reference}/picture`);
      assert.match(shown.headers.get('content-type') ?? '', /^image\/(jpeg|png|webp|avif)$/, name);
      for (const what of ['preview', 'small']) {
        const { width = 0, height = 0 } = await sharp(
          Buffer.from(
            await (await fetch(`${desk.address}/api/references/${line.reference}/${what}`)).arrayBuffer(),
          ),
        ).metadata();
        assert.ok(Math.max(width, height) <= (what === 'small' ? 320 : 1280) && width > 0, `${name} ${what}`);
      }
    }
  });

  test('author, licence, caption and date are read; the location is struck out unless it is wanted', async () => {
    const exif = {
      IFD0: { Artist: 'M. Ade', Copyright: 'CC BY 4.0', ImageDescription: 'Halt in the snow' },
      IFD2: { DateTimeOriginal: '2024:02:03 10:00:00' },
      IFD3: {
        GPSLatitudeRef: 'N',
        GPSLatitude: '46/1 30/1 0/1',
        GPSLongitudeRef: 'E',
        GPSLongitude: '8/1 15/1 0/1',
      },
    };
    for (const [i, [ending, make]] of (
      [
        ['jpg', (s: Sharp) => s.jpeg()],
        ['png', (s: Sharp) => s.png()],
        ['webp', (s: Sharp) => s.webp()],
      ] as const
    ).entries()) {
      const bytes = await make(sharp(await scene(20 + i)).withExif(exif)).toBuffer();
      const struck = await bringOne(bytes, `snow.${ending}`);
      assert.deepEqual(
        [struck.author, struck.licence, struck.caption, struck.taken, struck.year, struck.location],
        ['M. Ade', 'CC BY 4.0', 'Halt in the snow', '2024-02-03', 2024, null],
        ending,
      );
      const original = Buffer.from(
        await (await fetch(`${desk.address}/api/references/${struck.id}/original`)).arrayBuffer(),
      );
      assert.equal(original.length, bytes.length);
      const { exif: left } = await sharp(original).metadata();
      assert.ok(
        left && !left.includes(Buffer.from([46, 0, 0, 0, 1, 0, 0, 0, 30, 0, 0, 0, 1])),
        `${ending} still says where`,
      );
      assert.equal(
        (await sharp(original).raw().toBuffer()).equals(await sharp(bytes).raw().toBuffer()),
        true,
        `${ending} shows another picture`,
      );
    }
    const kept = await bringOne(
      await sharp(await scene(30))
        .withExif(exif)
        .jpeg()
        .toBuffer(),
      'kept.jpg',
      { location: 'keep' },
    );
    assert.deepEqual(
      kept.location?.map((v) => Math.round(v * 100) / 100),
      [46.5, 8.25],
    );
  });

  test('a plain zip brings its pictures, and says of each what became of it', async () => {
    const lines = await bring(desk, {
      'many.zip': await zipped({
        'a/one.jpg': await scene(40),
        'a/two.jpg': await scene(41),
        'a/letter.txt': Buffer.from('no picture'),
        'inner.zip': await zipped({ 'x.jpg': await scene(42) }),
        '__MACOSX/._one.jpg': Buffer.from('x'),
      }),
    });
    assert.deepEqual(lines[0], { of: 4 });
    assert.deepEqual(lines.slice(1).filter((line) => 'reference' in line).length, 2);
    assert.match(lines.map(refusalIn).join(' '), /“letter.txt”.*not a JPEG.*“inner.zip”.*zip within a zip/);
  });

  test('a zip that is not to be trusted is refused with the reason, and writes nothing outside', async () => {
    const picture = await scene(50);
    const many = Object.fromEntries(Array.from({ length: 5001 }, (_, i) => [`${i}.txt`, Buffer.from('x')]));
    const bomb = await zipped({ 'bomb.bmp': Buffer.alloc(60_000_000) });
    const cases: [string, Buffer, RegExp][] = [
      [
        'up.zip',
        renamed(await zipped({ 'ab/evil.jpg': picture }), 'ab/evil.jpg', '../evil.jpg'),
        /leads outside/,
      ],
      [
        'absolute.zip',
        renamed(await zipped({ 'xtmp/evil.jpg': picture }), 'xtmp/evil.jpg', '/tmp/evil.jpg'),
        /leads outside/,
      ],
      [
        'drive.zip',
        renamed(await zipped({ 'Cx/evil.jpg': picture }), 'Cx/evil.jpg', 'C:/evil.jpg'),
        /leads outside/,
      ],
      [
        'link.zip',
        await zipped({ 'link.jpg': { bytes: Buffer.from('/etc/passwd'), mode: 0o120777 } }),
        /a link/,
      ],
      ['many.zip', await zipped(many), /5001 files/],
      ['bomb.zip', bomb, /far more than pictures can/],
      ['torn.zip', bomb.subarray(0, 200), /damaged/],
      ['lies.zip', lying(await zipped({ 'a.jpg': picture })), /(larger than its zip says|damaged)/],
      [
        'bad set.zip',
        await zipped({ 'set.json': Buffer.from('{"format":"something else"}'), 'a.jpg': picture }),
        /does not fit the format/,
      ],
    ];
    const before = (await ask<Listed<ReferenceBrief>>('/references?count=0')).value.total;
    for (const [name, bytes, reason] of cases)
      assert.match((await bring(desk, { [name]: bytes })).map(refusalIn).join(' '), reason, name);
    assert.equal((await ask<Listed<ReferenceBrief>>('/references?count=0')).value.total, before);
    assert.ok(
      !existsSync('/tmp/evil.jpg') &&
        !existsSync(join(folder, 'evil.jpg')) &&
        !existsSync(join(desk.data, 'evil.jpg')),
    );
    await nothingLeft();
  });

  test('no script runs and no request leaves for an SVG that asks for them', async () => {
    let asked = 0;
    const trap = createServer((_, response) => {
      asked += 1;
      response.end();
    }).listen(0, '127.0.0.1');
    await new Promise((done) => trap.once('listening', done));
    const { port } = trap.address() as { port: number };
    const svg = (inside: string, head = ''): Buffer =>
      Buffer.from(
        `${head}<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="60" height="60"><rect width="60" height="60" fill="#48a"/>${inside}</svg>`,
      );
    const lines = await bring(desk, {
      'script.svg': svg(
        `<script>fetch("http://127.0.0.1:${port}")</script><a xlink:href="javascript:alert(1)"><text y="20">x</text></a>`,
      ),
      'image.svg': svg(
        `<image xlink:href="http://127.0.0.1:${port}/a.png" width="9" height="9"/><image href="file:///etc/passwd" width="9" height="9"/><style>@import url("http://127.0.0.1:${port}/a.css");</style>`,
      ),
      'entity.svg': svg(
        '<text y="20">&e;</text>',
        `<!DOCTYPE svg [<!ENTITY e SYSTEM "file:///etc/passwd">]>`,
      ),
      'laughs.svg': svg(
        '<text>&c;</text>',
        '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;">]>',
      ),
      'vast.svg': Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="9000000" height="9000000"><rect width="9" height="9"/></svg>',
      ),
    });
    trap.close();
    assert.equal(asked, 0);
    for (const line of lines.filter(isBrought)) {
      if ('refused' in line) continue;
      const response = await fetch(`${desk.address}/api/references/${line.reference}/picture`);
      assert.equal(response.headers.get('content-type'), 'image/png');
    }
    assert.match(lines.map(refusalIn).join(' '), /“entity.svg”.*entities.*“laughs.svg”.*entities/);
  });

  test(
    '200 malformed pictures are each refused with a reason or shown whole, and the desk lives on',
    { timeout: 170_000 },
    async () => {
      const random = seeded(7);
      const good = [
        await scene(60),
        await sharp(await scene(61))
          .png()
          .toBuffer(),
        await sharp(await scene(62))
          .webp()
          .toBuffer(),
        await sharp(await scene(63, 200, 200))
          .gif()
          .toBuffer(),
        await sharp(await scene(64, 200, 200))
          .tiff({ compression: 'lzw' })
          .toBuffer(),
      ];
      const bombPng = pngClaiming(60_000, 60_000);
      let [told, shown] = [0, 0];
      for (let round = 0; round < 10; round += 1) {
        const files: Record<string, Uint8Array> = {};
        for (let k = 0; k < 20; k += 1) {
          const bytes = Buffer.from(good[(round + k) % good.length] as Buffer);
          const how = random();
          if (how < 0.45)
            files[`cut-${round}-${k}.png`] = bytes.subarray(0, Math.floor(random() * bytes.length));
          else if (how < 0.9) {
            for (let flips = 0; flips < 1 + random() * 40; flips += 1)
              bytes[Math.floor(random() * bytes.length)]! ^= 1 << Math.floor(random() * 8);
            files[`flipped-${round}-${k}.jpg`] = bytes;
          } else files[`bomb-${round}-${k}.png`] = bombPng;
        }
        for (const line of (await bring(desk, files)).filter(isBrought)) {
          if ('refused' in line) {
            assert.match(line.refused, /^“.+” was not brought in: .+\.$/);
            told += 1;
          } else {
            const { id } = (await ask<Reference>(`/references/${line.reference}`)).value;
            assert.equal((await fetch(`${desk.address}/api/references/${id}/small`)).status, 200);
            shown += 1;
          }
        }
      }
      assert.equal(told + shown, 200);
      assert.ok(told > 60, `${told} refused, ${shown} shown`);
      // What the desk's whole process, its threads included, ever held at once.
      const peak =
        Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${desk.process.pid}/status`, 'utf8'))?.[1]) / 1024;
      assert.ok(peak < MOST_MEMORY, `${peak} MB`);
      await nothingLeft();
    },
  );
});

/** A PNG whose head claims a size that its body does not have. */
function pngClaiming(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const head = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const out = Buffer.alloc(8 + head.length);
    out.writeUInt32BE(data.length, 0);
    head.copy(out, 4);
    out.writeInt32BE(crc(head), out.length - 4);
    return out;
  };
  const size = Buffer.alloc(13);
  size.writeUInt32BE(width, 0);
  size.writeUInt32BE(height, 4);
  size.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    chunk('IHDR', size),
    chunk('IDAT', deflateSync(Buffer.alloc(100_000))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function crc(bytes: Buffer): number {
  let sum = -1;
  for (const byte of bytes) {
    sum ^= byte;
    for (let k = 0; k < 8; k += 1) sum = (sum >>> 1) ^ (sum & 1 ? 0xedb88320 : 0);
  }
  return sum ^ -1;
}

/** A zip that says its file is ten bytes long. */
function lying(zip: Buffer): Buffer {
  const made = Buffer.from(zip);
  const at = made.indexOf('PK\x01\x02', 0, 'latin1');
  made.writeUInt32LE(10, at + 24);
  return made;
}

describe('the library', () => {
  test('is searched by all words, sifted and paged; hiding takes nothing away', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 6; i += 1)
      ids.push((await bringOne(await scene(100 + i, i < 3 ? 400 : 700, 500), `hat stand ${i}.jpg`)).id);
    await ask(`/references/${ids[0]}`, 'PATCH', {
      note: 'Brass hooks',
      tags: ['upright', 'brass'],
      author: 'Ödön K.',
      view: 'side',
    });
    const list = async (query: string): Promise<string[]> =>
      (await ask<Listed<ReferenceBrief>>(`/references?${query}`)).value.items.map(({ id }) => id);
    assert.deepEqual((await list('q=HAT+stand')).length, 6);
    assert.deepEqual(await list('q=brass+hat'), [ids[0]]);
    assert.deepEqual(await list(`q=${encodeURIComponent('ödön')}`), [ids[0]]);
    assert.deepEqual(await list('q=100%25'), []);
    assert.deepEqual(await list('q=hat&view=side'), [ids[0]]);
    assert.equal((await list('q=hat&shape=wide')).length, 3);
    assert.equal((await list('q=hat&shape=upright')).length, 3);
    assert.deepEqual(await list('q=hat&sort=title&from=2&count=2'), [ids[2], ids[3]]);
    const study = (await ask<Study>('/studies', 'POST', { reference: ids[1] })).value;
    await ask(`/studies/${study.id}/attempts`, 'POST', {});
    assert.ok(!(await list('q=hat&drawn=never')).includes(ids[1]!));
    assert.equal((await list('q=hat&sort=least+drawn')).at(-1), ids[1]);
    await ask('/references', 'PATCH', { references: [ids[2], ids[3]], hidden: true, tag: 'away' });
    assert.equal((await list('q=hat')).length, 4);
    assert.deepEqual((await list('q=hat&hidden=1')).sort(), [ids[2], ids[3]].sort());
    for (const bad of ['view=inside', 'count=9999', 'from=-1', 'sort=random'])
      assert.equal((await ask(`/references?${bad}`)).status, 400, bad);
  });

  test('sets are ordered by hand, gain and lose members, and come back after they were removed', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 5; i += 1) ids.push((await bringOne(await scene(200 + i), `s${i}.jpg`)).id);
    const set = (await ask<ReferenceSet>('/sets', 'POST', { title: 'Hooks', references: ids })).value;
    const order = async (): Promise<string[]> =>
      (await ask<Listed<ReferenceBrief>>(`/references?set=${set.id}`)).value.items.map(({ id }) => id);
    assert.deepEqual(await order(), ids);
    await ask(`/sets/${set.id}/order`, 'POST', { reference: ids[4], after: ids[0] });
    await ask(`/sets/${set.id}/order`, 'POST', { reference: ids[0], after: ids[3] });
    await ask(`/sets/${set.id}/order`, 'POST', { reference: ids[2], after: null });
    assert.deepEqual(await order(), [ids[2], ids[4], ids[1], ids[3], ids[0]]);
    const out = (await ask<unknown[]>(`/sets/${set.id}/members`, 'DELETE', { references: [ids[4]] })).value;
    assert.equal((await order()).length, 4);
    await ask(`/sets/${set.id}/members/back`, 'POST', { members: out });
    assert.deepEqual(await order(), [ids[2], ids[4], ids[1], ids[3], ids[0]]);
    assert.equal(
      (await ask(`/sets/${set.id}/order`, 'POST', { reference: newId(), after: null })).status,
      404,
    );
    await ask(`/sets/${set.id}`, 'DELETE');
    assert.equal(
      (await ask<ReferenceSet[]>('/sets')).value.some((s) => s.id === set.id),
      false,
    );
    assert.equal((await ask<ReferenceSet>(`/sets/${set.id}/back`, 'POST')).value.count, 5);
  });

  test('near-duplicates are grouped, and stay apart once both are wanted', async () => {
    const one = await scene(300, 640, 800);
    const copies = [
      one,
      await sharp(one).resize(320).jpeg({ quality: 70 }).toBuffer(),
      await sharp(one).modulate({ brightness: 1.06 }).webp({ quality: 60 }).toBuffer(),
    ];
    const ids: string[] = [];
    for (const [i, bytes] of copies.entries()) ids.push((await bringOne(bytes, `copy${i}.jpg`)).id);
    const groups = async (): Promise<string[][]> =>
      (await ask<ReferenceBrief[][]>('/references/alike')).value
        .map((g) => g.map(({ id }) => id))
        .filter((g) => g.includes(ids[0]!));
    assert.deepEqual(await groups(), [ids]);
    await ask('/references/alike/keep', 'POST', { references: ids });
    assert.deepEqual(await groups(), []);
  });
});

describe('marks and preparations', () => {
  test('marks are kept one by one, and what does not fit is refused', async () => {
    const { id } = await bringOne(await scene(400), 'marked.jpg');
    const marks: ReferenceMark[] = [
      { kind: 'trait', id: newId(), text: 'Long arms', at: null },
      { kind: 'landmark', id: newId(), name: 'crown', at: { x: 10, y: 20 }, hidden: false },
      {
        kind: 'sight',
        id: newId(),
        unit: [
          { x: 0, y: 0 },
          { x: 0, y: 50 },
        ],
        span: [
          { x: 0, y: 0 },
          { x: 0, y: 350 },
        ],
        guess: 7,
      },
    ];
    for (const mark of marks)
      assert.equal((await ask(`/references/${id}/marks/${mark.id}`, 'PUT', mark)).status, 200);
    await ask(`/references/${id}/marks/${marks[0]!.id}`, 'PUT', {
      ...marks[0],
      text: 'Very long arms',
      at: { x: 5, y: 6 },
    });
    const read = (await ask<Reference>(`/references/${id}`)).value;
    assert.deepEqual(read.marks, [
      { ...marks[0], text: 'Very long arms', at: { x: 5, y: 6 } },
      marks[1],
      marks[2],
    ]);
    assert.equal(read.marked, true);
    for (const bad of [
      { ...marks[1], at: { x: NaN, y: 1 } },
      { ...marks[1], kind: 'hole' },
      { ...marks[0], text: '' },
      { kind: 'detail', id: marks[0]!.id, box: { x: 0, y: 0, width: 0, height: 1 }, reference: id },
    ]) {
      assert.equal((await ask(`/references/${id}/marks/${marks[1]!.id}`, 'PUT', bad)).status, 400);
    }
    const other = await bringOne(await scene(401), 'other.jpg');
    assert.equal((await ask(`/references/${other.id}/marks/${marks[0]!.id}`, 'PUT', marks[0])).status, 400);
    await ask(`/references/${id}/marks/${marks[0]!.id}`, 'DELETE');
    assert.equal((await ask<Reference>(`/references/${id}`)).value.marks.length, 2);
  });

  test('what was found in a picture is laid on it in one go, all or nothing', async () => {
    const { id } = await bringOne(await scene(402), 'person.jpg');
    const change = (put: readonly unknown[], remove: readonly string[] = []) =>
      ask<Reference>(`/references/${id}/marks`, 'POST', { put, remove });
    const found = (name: string, x: number) => ({
      kind: 'landmark',
      id: newId(),
      name,
      at: { x, y: 9 },
      hidden: false,
      spread: 4.5,
    });
    const silhouette = {
      kind: 'silhouette',
      id: newId(),
      outlines: [
        [
          { x: 0, y: 0 },
          { x: 9, y: 0 },
          { x: 0, y: 9 },
        ],
      ],
    };
    const [crown, chin] = [found('crown', 1), found('chin', 2)];
    const first = await change([crown, chin, silhouette]);
    assert.equal(first.status, 200);
    assert.deepEqual(new Set(first.value.marks), new Set([crown, chin, silhouette]));
    assert.equal(first.value.marked, true);
    // Accepted: the same without its doubt. What goes and is not there is passed over.
    const { spread: _, ...accepted } = crown;
    const second = await change([accepted], [chin.id, silhouette.id, newId()]);
    assert.deepEqual(second.value.marks, [accepted]);
    const other = await bringOne(await scene(403), 'elsewhere.jpg');
    const elsewhere = found('chin', 3);
    await ask(`/references/${other.id}/marks/${elsewhere.id}`, 'PUT', elsewhere);
    for (const bad of [
      [found('chin', 2), elsewhere],
      [chin, chin],
      [{ ...chin, spread: 0 }],
      [{ ...silhouette, outlines: [[{ x: 0, y: 0 }]] }],
    ])
      assert.equal((await change(bad, [crown.id])).status, 400);
    const many = Array.from({ length: 500 }, (_, i) => found('chin', i));
    assert.equal((await change(many)).status, 400);
    assert.deepEqual((await ask<Reference>(`/references/${id}`)).value.marks, [accepted]);
    assert.equal((await ask(`/references/${newId()}/marks`, 'POST', { put: [], remove: [] })).status, 404);
  });

  test('the nets that read pictures come whole, with their length, and nothing beside them', async () => {
    for (const [path, least] of [
      [PERSON_NETS.detector, 1e6],
      [PERSON_NETS.reader, 1e6],
      [`${PERSON_RUNTIME}/litert_wasm_internal.wasm`, 1e6],
      [`${PERSON_RUNTIME}/litert_wasm_internal.js`, 1e4],
    ] as const) {
      const answer = await fetch(`${desk.address}${path}`);
      assert.equal(answer.status, 200, path);
      const { byteLength } = await answer.arrayBuffer();
      assert.ok(byteLength > least, path);
      assert.equal(Number(answer.headers.get('content-length')), byteLength);
    }
    for (const path of ['/package.json', '/../package.json', '/%2e%2e/package.json'])
      assert.notEqual((await fetch(`${desk.address}${PERSON_RUNTIME}${path}`)).status, 200, path);
  });

  test('a preparation is made beside the original, seen everywhere, numbered, and undone', async () => {
    const half = await sharp({ create: { width: 400, height: 200, channels: 3, background: '#202020' } })
      .composite([
        {
          input: { create: { width: 200, height: 200, channels: 3, background: '#d08040' } },
          left: 200,
          top: 0,
        },
      ])
      .png()
      .toBuffer();
    const { id } = await bringOne(half, 'half.png');
    const prepare = async (settings: Partial<Preparation>): Promise<Reference> =>
      (await ask<Reference>(`/references/${id}/preparations`, 'POST', { ...UNTOUCHED, ...settings })).value;
    const pixel = async (revision: number, x: number, y: number): Promise<number[]> => {
      const bytes = Buffer.from(
        await (
          await fetch(`${desk.address}/api/references/${id}/picture?revision=${revision}`)
        ).arrayBuffer(),
      );
      return [
        ...(await sharp(bytes)
          .extract({ left: x, top: y, width: 1, height: 1 })
          .removeAlpha()
          .raw()
          .toBuffer()),
      ];
    };
    const near = (a: readonly number[], b: readonly number[]): boolean =>
      a.every((v, i) => Math.abs(v - b[i]!) <= 6);
    const flipped = await prepare({ flip: true, grey: true });
    assert.deepEqual([flipped.revision, flipped.width, flipped.height], [1, 400, 200]);
    assert.ok(near(await pixel(1, 50, 100), [140, 140, 140]), String(await pixel(1, 50, 100)));
    const turned = await prepare({
      turn: 90,
      crop: { x: 0, y: 0, width: 1, height: 0.5 },
      black: 32,
      white: 208,
    });
    assert.deepEqual([turned.revision, turned.width, turned.height], [2, 200, 200]);
    // A quarter turn counter-clockwise brings the right half on top.
    assert.ok(near(await pixel(2, 100, 100), [255, 139, 46]), String(await pixel(2, 100, 100)));
    assert.equal((await prepare({ flip: true, grey: true })).revision, 1);
    const study = (await ask<Study>('/studies', 'POST', { reference: id })).value;
    assert.equal(study.reference.revision, 1);
    await ask(`/references/${id}`, 'PATCH', { revision: 0 });
    assert.ok(near(await pixel(0, 50, 100), [32, 32, 32]));
    assert.equal((await ask<Study>(`/studies/${study.id}`)).value.reference.revision, 1);
    assert.notEqual((await ask<Study>('/studies', 'POST', { reference: id })).value.id, study.id);
    assert.equal((await ask(`/references/${id}`, 'PATCH', { revision: 9 })).status, 404);
    assert.equal(
      (await ask(`/references/${id}/preparations`, 'POST', { ...UNTOUCHED, black: 200, white: 100 })).status,
      400,
    );
  });
});

test('a set goes out as a zip and comes back in unchanged, originals byte by byte', async () => {
  const originals = [
    await scene(500),
    await scene(501),
    await sharp(await scene(502))
      .png()
      .toBuffer(),
  ];
  const ids: string[] = [];
  for (const [i, bytes] of originals.entries()) ids.push((await bringOne(bytes, `out ${i}.jpg`)).id);
  const set = (
    await ask<ReferenceSet>('/sets', 'POST', { title: 'Öut & back', references: [ids[2], ids[0], ids[1]] })
  ).value;
  await ask(`/sets/${set.id}`, 'PATCH', { note: 'To and fro', traits: [{ id: newId(), text: 'Round' }] });
  await ask(`/references/${ids[0]}`, 'PATCH', {
    author: 'A. B.',
    licence: 'CC0',
    tags: ['a', 'b'],
    view: 'back',
    note: 'n',
    figureHeight: 123.5,
    credit: 'c',
    caption: 'd',
    source: 'e',
    year: 1999,
    subject: 'head',
  });
  const landmark = { kind: 'landmark', id: newId(), name: 'chin', at: { x: 12.25, y: 80 }, hidden: true };
  await ask(`/references/${ids[0]}/marks/${landmark.id}`, 'PUT', landmark);
  const detail = {
    kind: 'detail',
    id: newId(),
    box: { x: 1, y: 2, width: 30, height: 40 },
    reference: ids[1],
  };
  await ask(`/references/${ids[0]}/marks/${detail.id}`, 'PUT', detail);
  await ask(`/references/${ids[1]}/preparations`, 'POST', {
    ...UNTOUCHED,
    flip: true,
    crop: { x: 0.1, y: 0.1, width: 0.5, height: 0.5 },
  });
  const zip = Buffer.from(await (await fetch(`${desk.address}/api/sets/${set.id}/set.zip`)).arrayBuffer());
  const other = new Desk(join(folder, 'other'), await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await other.open();
  try {
    const lines = await bring(other, { 'set.zip': zip });
    const made = lines.find((line) => 'set' in line) as { set: string };
    assert.equal(lines.filter((line) => 'reference' in line).length, 3);
    const read = async <T>(path: string): Promise<T> =>
      (await (await fetch(`${other.address}/api${path}`)).json()) as T;
    const back = (await read<ReferenceSet[]>('/sets')).find((s) => s.id === made.set)!;
    assert.deepEqual(
      [back.title, back.note, back.traits.map((t) => t.text)],
      ['Öut & back', 'To and fro', ['Round']],
    );
    const { items } = await read<Listed<ReferenceBrief>>(`/references?set=${made.set}`);
    for (const [i, id] of [ids[2]!, ids[0]!, ids[1]!].entries()) {
      const was = (await ask<Reference>(`/references/${id}`)).value;
      const is = await read<Reference>(`/references/${items[i]!.id}`);
      const same = ({ id: _id, createdAt: _at, sets: _sets, marks, ...rest }: Reference): unknown => ({
        ...rest,
        marks: marks.map(({ id: _mark, ...mark }) =>
          'reference' in mark ? { ...mark, reference: '' } : mark,
        ),
      });
      assert.deepEqual(same(is), same(was));
      const bytes = Buffer.from(
        await (await fetch(`${other.address}/api/references/${items[i]!.id}/original`)).arrayBuffer(),
      );
      assert.equal(
        createHash('sha256').update(bytes).digest('hex'),
        createHash('sha256').update(originals[[2, 0, 1][i]!]!).digest('hex'),
      );
    }
    const marked = await read<Reference>(`/references/${items[1]!.id}`);
    assert.equal(marked.marks.find((m) => m.kind === 'detail')?.reference, items[2]!.id);
    assert.ok(
      (await bring(other, { 'set.zip': zip }))
        .filter(isBrought)
        .every((line) => 'known' in line && line.known),
    );
  } finally {
    await other.end();
  }
});

test(
  'rows and files agree after kills at any moment; a lost preview is made anew, a stray file goes',
  { timeout: 120_000 },
  async () => {
    const data = join(folder, 'killed');
    const killed = new Desk(data, await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
    await killed.open();
    // One is there whatever the moments are: on a slow machine none of the others may have come in.
    await bring(killed, { 'first.jpg': await scene(599) });
    const random = seeded(3);
    for (let round = 0; round < 2; round += 1) {
      const files = Object.fromEntries(
        await Promise.all(
          Array.from(
            { length: 6 },
            async (_, i) => [`k${round}-${i}.jpg`, await scene(600 + 10 * round + i)] as const,
          ),
        ),
      );
      const coming = bring(killed, files).catch(() => null);
      await new Promise((done) => setTimeout(done, 700 + 1300 * random()));
      await killed.end('SIGKILL');
      await coming;
      await killed.open();
      assert.doesNotMatch(killed.output, /originals of these references are gone/);
    }
    const read = async <T>(path: string): Promise<T> =>
      (await (await fetch(`${killed.address}/api${path}`)).json()) as T;
    const { items } = await read<Listed<ReferenceBrief>>('/references');
    assert.ok(items.length > 0);
    for (const { id } of items)
      for (const what of ['picture', 'preview', 'small'])
        assert.equal((await fetch(`${killed.address}/api/references/${id}/${what}`)).status, 200);
    const small = createHash('sha256')
      .update(
        Buffer.from(
          await (await fetch(`${killed.address}/api/references/${items[0]!.id}/small`)).arrayBuffer(),
        ),
      )
      .digest('hex');
    await killed.end();
    rmSync(join(data, 'files', small.slice(0, 2), small));
    const stray = 'f'.repeat(64);
    mkdirSync(join(data, 'files', 'ff'), { recursive: true });
    writeFileSync(join(data, 'files', 'ff', stray), 'nobody’s');
    await killed.open();
    assert.ok(!existsSync(join(data, 'files', 'ff', stray)));
    for (let i = 0; i < 50 && !existsSync(join(data, 'files', small.slice(0, 2), small)); i += 1)
      await new Promise((done) => setTimeout(done, 100));
    assert.ok(existsSync(join(data, 'files', small.slice(0, 2), small)));
    await killed.end();
  },
);

test('the picture service finds by words, hands over credit and licence, and its faults are told kindly', async () => {
  const search = async (q: string, page = 1): Promise<OfferedPage> =>
    (await ask<OfferedPage>(`/services/pictures?q=${q}&page=${page}`)).value;
  const all = await search('');
  assert.ok(all.total >= 60 && all.pages === Math.ceil(all.total / 24));
  const goats = await search('goat');
  assert.ok(goats.total >= 8 && goats.items.every(({ author, licence }) => author !== '' && licence !== ''));
  assert.equal((await search('submarine')).total, 0);
  const keys = goats.items.slice(0, 2).map(({ key }) => key);
  const response = await fetch(`${desk.address}/api/references/take`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ keys: [...keys, 'no-such-picture'], set: null }),
  });
  const lines = (await broughtLines(response)).filter(isBrought);
  assert.match(refusalIn(lines[2]!), /no longer has it/);
  const taken = (await ask<Reference>(`/references/${(lines[0] as { reference: string }).reference}`)).value;
  assert.deepEqual([taken.author, taken.licence], [goats.items[0]!.author, goats.items[0]!.licence]);
  await ask('/services/pictures/fault', 'PUT', { fault: 'failing' });
  const failed = await ask<{ sentence: string }>('/services/pictures?q=goat');
  assert.equal(failed.status, 503);
  assert.match(failed.value.sentence, /does not answer just now/);
  await ask('/services/pictures/fault', 'PUT', { fault: 'empty' });
  assert.equal((await search('goat')).total, 0);
  await ask('/services/pictures/fault', 'PUT', { fault: 'none' });
});

test('a board is laid out, goes out as PNG and PDF with its credits, and comes back after it was removed', async () => {
  const ids: string[] = [];
  for (let i = 0; i < 3; i += 1) ids.push((await bringOne(await scene(700 + i), `b${i}.jpg`)).id);
  await ask(`/references/${ids[0]}`, 'PATCH', { author: 'Board Maker' });
  const board = (
    await ask<{ id: string; page: string }>('/boards', 'POST', { title: 'Three', references: ids })
  ).value;
  const png = Buffer.from(
    await (await fetch(`${desk.address}/api/boards/${board.id}/board.png`)).arrayBuffer(),
  );
  const { width = 0, height = 0, density } = await sharp(png).metadata();
  assert.deepEqual([width, density], [2480, 150]);
  assert.ok(height > 1754 + 60, `${height} leaves no room for credits`);
  const underneath = await sharp(
    await sharp(png)
      .extract({ left: 0, top: 1760, width, height: height - 1760 })
      .greyscale()
      .toBuffer(),
  ).stats();
  assert.ok(
    underneath.channels[0]!.min < 100 && underneath.channels[0]!.mean > 200,
    'credits are dark on paper',
  );
  const pdf = Buffer.from(
    await (await fetch(`${desk.address}/api/boards/${board.id}/board.pdf`)).arrayBuffer(),
  );
  assert.equal(pdf.toString('latin1', 0, 5), '%PDF-');
  await ask(`/boards/${board.id}`, 'DELETE');
  assert.equal((await ask(`/boards/${board.id}`)).status, 404);
  assert.equal((await ask(`/boards/${board.id}/back`, 'POST')).status, 200);
});
