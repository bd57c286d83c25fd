import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, describe, test } from 'node:test';
import sharp from 'sharp';
import { newPage } from '@deft/core/page';
import { creditLine } from '../src/jobs/credit-line.ts';
import { DPI } from '../src/jobs/out-sizes.ts';
import { wordsPicture } from '../src/jobs/out-words.ts';
import { findPaper, liftPaper, takePhoto } from '../src/jobs/paper-work.ts';
import { kindOf } from '../src/jobs/picture-kind.ts';
import { renderPng } from '../src/jobs/render-page.ts';
import { takePicture } from '../src/jobs/take-picture.ts';
import { temporaryFolder } from './desk.ts';
import { newId } from './device.ts';
import { changeOf } from './misfits.ts';

const { folder, remove } = temporaryFolder();
after(remove);
let files = 0;
const file = (bytes: Uint8Array | string): string => {
  const path = join(folder, String((files += 1)));
  writeFileSync(path, bytes);
  return path;
};

describe('a file’s kind', () => {
  const picture = sharp({ create: { width: 8, height: 8, channels: 3, background: '#8ac' } });
  for (const kind of ['jpeg', 'png', 'webp', 'avif', 'gif', 'tiff'] as const) {
    test(`${kind} is told by how it begins, whatever it is called`, async () =>
      assert.equal(await kindOf(file(await picture.clone().toFormat(kind).toBuffer())), kind));
  }
  for (const [said, text, kind] of [
    [
      'an SVG after a prologue and a comment',
      '\uFEFF <?xml version="1.0"?>\n<!-- made --><svg xmlns="http://www.w3.org/2000/svg"/>',
      'svg',
    ],
    ['a page that only speaks of one', '<html><body>&lt;svg&gt;</body></html>', null],
    ['a zip', 'PK\u0003\u0004rest', 'zip'],
    ['words', 'a letter', null],
    ['nothing', '', null],
    ['a photo cut off after its first bytes', '\u0089PN', null],
  ] as const)
    test(said, async () => assert.equal(await kindOf(file(text)), kind));
});

describe('what goes out with words on it', () => {
  const about = {
    title: 'Goat on the line',
    author: 'A. Maker',
    credit: '',
    source: 'own',
    licence: 'CC0',
    year: 1931,
  };
  test('a credit in one line, without what is not known', () => {
    assert.equal(creditLine(about), 'Goat on the line, A. Maker, 1931, CC0, own');
    assert.equal(
      creditLine({ ...about, author: '', source: '', licence: '', year: null }),
      'Goat on the line',
    );
  });
  test('words become a picture no wider than asked, broken into rows, with signs as they are', async () => {
    const [short, long] = await Promise.all(
      ['Hm & <so>', 'A long lesson of the day that goes on for more than a row, and on.'].map((words) =>
        wordsPicture(words, 9, 260),
      ),
    );
    assert.ok(short!.info.width <= 260 && long!.info.width <= 260);
    assert.ok(long!.info.height > 1.6 * short!.info.height);
    assert.ok(short!.info.height > (9 * DPI) / 72 / 2 && short!.info.height < (3 * 9 * DPI) / 72);
  });
});

describe('a photo of paper', () => {
  const across = [
    {
      points: [
        { x: 0.1, y: 0.5 },
        { x: 0.9, y: 0.5 },
      ],
      weight: 1.4,
    },
  ];
  const figures = [across, across, across, across];
  const taken = takePhoto(figures, { kind: 'grid', cells: { columns: 2, rows: 2 }, ruled: false }, 11, true);

  test('taken by the simulated camera it is found, laid flat and lifted, each drawing where it was drawn', async () => {
    const path = file(await taken);
    const { found, width, height, mime, shown } = await findPaper(path);
    assert.deepEqual([width, height, mime, found?.spread], [1500, 2000, 'image/jpeg', false]);
    assert.equal(
      Math.max(
        ...Object.values(
          await sharp(shown)
            .metadata()
            .then(({ width: w, height: h }) => ({ w, h })),
        ),
      ),
      1400,
    );
    const lifted = await liftPaper(
      path,
      { corners: found!.corners, width: 210, height: 297, faint: 0.5 },
      width,
      4,
    );
    assert.deepEqual([lifted.width, lifted.height, lifted.loops.length], [1061, 1500, 4]);
    // A line across each quarter: the middles of the loops lie in the middles of the cells, millimetres.
    const middles = lifted.loops.map(
      (loop) =>
        [
          loop.reduce((s, p) => s + p.x, 0) / loop.length,
          loop.reduce((s, p) => s + p.y, 0) / loop.length,
        ] as const,
    );
    [
      [52.5, 74.25],
      [157.5, 74.25],
      [52.5, 222.75],
      [157.5, 222.75],
    ].forEach(([x, y], i) =>
      assert.ok(Math.hypot(middles[i]![0] - x!, middles[i]![1] - y!) < 3, String(middles[i])),
    );
    const { data, info } = await sharp(lifted.ink).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const clear = (x: number, y: number): boolean => data[(y * info.width + x) * 4 + 3] === 0;
    assert.deepEqual([clear(265, 200), clear(265, 375), clear(530, 750)], [true, false, true]);
  });

  test('on its side with a turn noted in it, it is what it is upright', async () => {
    const lying = file(
      await sharp(await taken)
        .rotate(90)
        .withMetadata({ orientation: 8 })
        .jpeg({ quality: 92 })
        .toBuffer(),
    );
    const { found, width, height } = await findPaper(lying);
    const upright = await findPaper(file(await taken));
    assert.deepEqual([width, height], [1500, 2000]);
    found!.corners.forEach((corner, i) =>
      assert.ok(
        Math.hypot(corner.x - upright.found!.corners[i]!.x, corner.y - upright.found!.corners[i]!.y) < 2,
      ),
    );
  });

  test('grey, with an alpha channel, or of sixteen bits, a photo is a photo', async () => {
    const jpeg = await taken;
    for (const other of [
      sharp(jpeg).greyscale().png(),
      sharp(jpeg).ensureAlpha().png(),
      sharp(jpeg).toColourspace('rgb16').png(),
      sharp(jpeg).webp({ quality: 90 }),
    ])
      assert.ok((await findPaper(file(await other.toBuffer()))).found);
  });

  test('faint lines are left away where that is wanted, and kept where it is', async () => {
    const path = file(await taken);
    const { found, width } = await findPaper(path);
    const inked = async (faint: number): Promise<number> => {
      const { ink } = await liftPaper(
        path,
        { corners: found!.corners, width: 210, height: 297, faint },
        width,
        null,
      );
      const { data } = await sharp(ink).extractChannel(3).raw().toBuffer({ resolveWithObject: true });
      return data.reduce((n, alpha) => n + (alpha > 0 ? 1 : 0), 0);
    };
    const [few, usual, many] = [await inked(0), await inked(0.5), await inked(1)];
    assert.ok(few < usual && usual < many, `${few} ${usual} ${many}`);
  });

  for (const [said, bytes, why] of [
    ['words', 'a letter', /JPEG, PNG or WebP/],
    ['an SVG', '<svg xmlns="http://www.w3.org/2000/svg"/>', /JPEG, PNG or WebP/],
    ['the beginning of a photo alone', '\u00ff\u00d8\u00ff\u00e0', /cannot be read|cut off/],
  ] as const) {
    test(`${said}: no photo`, () => assert.rejects(findPaper(file(Buffer.from(bytes, 'latin1'))), why));
  }
});

describe('an SVG that is brought in', () => {
  for (const [said, size] of [
    ['in pixels', 'width="40" height="20"'],
    ['in millimetres', 'width="12mm" height="6mm"'],
    ['by its view alone', 'viewBox="0 0 400 200"'],
  ] as const)
    test(`is drawn as large as any other, sized ${said}`, async () => {
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" ${size}><circle cx="5" cy="5" r="4"/></svg>`;
      const { width, height } = await takePicture(file(svg));
      assert.deepEqual([width, height], [2000, 1000]);
    });
});

test('a page is rasterized at its own size, a large one too', async () => {
  const page = 'a'.repeat(32);
  for (const [width, height, dpi, wide] of [
    [420, 297, 300, 4961],
    [2000, 2000, 300, 7717],
    [148, 210, 36, 210],
  ] as const) {
    const things = newPage(page, newId).map((thing) =>
      thing.type === 'page' ? { ...thing, width, height } : thing,
    );
    const operations = [{ number: 1, operation: changeOf(page, newId(), 1, { add: things }) }];
    const text = JSON.stringify({ after: 0, head: 1, operations });
    const { width: pixels } = await sharp(
      await renderPng({ text, pictures: [] }, { guides: true, dpi }),
    ).metadata();
    assert.equal(pixels, wide);
  }
});
