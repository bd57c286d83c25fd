import { createHash, randomBytes } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import sharp from 'sharp';
import { idOf } from '@deft/core/page';
import { likenessOf, LIKENESS } from '@deft/core/reference';
import { PREVIEW, SMALL_PREVIEW } from '@deft/contract';
import { bring } from '../apps/server/test/bring.ts';
import { Desk, freePort, ROOT, temporaryFolder } from '../apps/server/test/desk.ts';
import { BlobFiles } from '../apps/server/src/store/blob-files.ts';
import { startStore } from '../apps/server/src/store/client.ts';
import { seeded } from '@deft/core/random';
import { control } from '../e2e/hands.ts';
import { launch } from './page-desk.ts';
import { quantile, row } from './table.ts';

/**
 * The library at its full size: 500 large pictures brought in, 10,000 listed, searched and scrolled through,
 * and a large one prepared.
 */

const IMPORTED = 500;
const BARE = 120;
const LISTED = 10_000;
const LARGE = { width: 4000, height: 3000 };

/** Large pictures with something to see; each a file of its own by a comment in its head. */
async function largePictures(count: number): Promise<Buffer[]> {
  const bases: Buffer[] = [];
  for (let i = 0; i < 8; i += 1) {
    const random = seeded(i + 1);
    const small = Buffer.from(Array.from({ length: 3 * 40 * 30 }, () => Math.floor(random() * 256)));
    bases.push(
      await sharp(small, { raw: { width: 40, height: 30, channels: 3 } })
        .resize(LARGE.width, LARGE.height)
        .composite([
          {
            input: {
              create: {
                ...LARGE,
                channels: 3,
                background: '#808080',
                noise: { type: 'gaussian', mean: 128, sigma: 12 },
              },
            },
            blend: 'soft-light',
          },
        ])
        .jpeg({ quality: 88 })
        .toBuffer(),
    );
  }
  return Array.from({ length: count }, (_, i) => {
    const base = bases[i % bases.length] as Buffer;
    const comment = Buffer.from(`\xff\xfe\x00\x0b${String(i).padStart(9, '0')}`, 'latin1');
    return Buffer.concat([base.subarray(0, 2), comment, base.subarray(2)]);
  });
}

/**
 * What any program would have to do: decode, and make the same two previews, one picture after the other on
 * one thread.
 */
async function bareLoop(pictures: readonly Buffer[]): Promise<number> {
  const began = performance.now();
  for (const bytes of pictures) {
    const { data, info } = await sharp(bytes)
      .autoOrient()
      .resize(PREVIEW, PREVIEW, { fit: 'inside' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const raw = { raw: { width: info.width, height: info.height, channels: info.channels } };
    await sharp(data, raw).webp({ quality: 80, effort: 1 }).toBuffer();
    await sharp(data, raw)
      .resize(SMALL_PREVIEW, SMALL_PREVIEW, { fit: 'inside' })
      .webp({ quality: 80, effort: 2 })
      .toBuffer();
  }
  return (pictures.length * 1000) / (performance.now() - began);
}

async function importing(): Promise<void> {
  sharp.cache(false);
  sharp.concurrency(1);
  const pictures = await largePictures(IMPORTED);
  const { folder, remove } = temporaryFolder();
  const desk = new Desk(folder, await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await desk.open();
  try {
    const bare = await bareLoop(pictures.slice(0, BARE));
    const began = performance.now();
    let next = 0;
    let came = 0;
    const send = async (): Promise<void> => {
      for (let i = next++; i < pictures.length; i = next++) {
        const lines = await bring(desk, { [`picture ${i}.jpg`]: pictures[i] as Buffer });
        came += lines.filter((line) => 'reference' in line && !line.known).length;
      }
    };
    await Promise.all([send(), send()]);
    const rate = (came * 1000) / (performance.now() - began);
    row(
      `${came} pictures of 12 megapixels brought in, against a bare loop`,
      `${(rate / bare).toFixed(2)} × (${rate.toFixed(1)} / s)`,
      'at least 0.7 ×',
      rate / bare >= 0.7 && came === IMPORTED,
    );
    await prepared(desk);
  } finally {
    await desk.end();
    remove();
  }
}

/** How long after a slider rests the preview shows it. */
async function prepared(desk: Desk): Promise<void> {
  const { items } = (await (await fetch(`${desk.address}/api/references?count=1`)).json()) as {
    items: { id: string }[];
  };
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${desk.address}/references/${items[0]!.id}`);
    await control(page, 'Prepare').click();
    await page.locator('[data-testid="draft"][data-shown]').waitFor();
    const waits = async (slider: string, values: readonly number[]): Promise<number[]> => {
      const found: number[] = [];
      for (const value of values) {
        found.push(
          await page.evaluate(
            async ([name, to]) => {
              const input = document.querySelector<HTMLInputElement>(`input[aria-label="${name}"]`)!;
              const draft = document.querySelector<HTMLCanvasElement>('[data-testid="draft"]')!;
              const before = draft.dataset['shown'];
              const began = performance.now();
              Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(
                input,
                String(to),
              );
              input.dispatchEvent(new Event('input', { bubbles: true }));
              while (draft.dataset['shown'] === before && performance.now() - began < 5000)
                await new Promise((done) => setTimeout(done, 2));
              return performance.now() - began;
            },
            [slider, value] as const,
          ),
        );
        await page.waitForTimeout(120);
      }
      return found;
    };
    const levels = await waits('Black point', [10, 20, 30, 40, 50, 60, 70, 80]);
    row(
      'levels of a 12-megapixel picture, preview after a slider rests, median',
      `${quantile(levels, 0.5).toFixed(0)} ms`,
      'under 150 ms',
      quantile(levels, 0.5) < 150,
    );
    const soft = await waits('Soften', [0.005, 0.01, 0.015, 0.02, 0.025]);
    row(
      'softened, preview after a slider rests, median',
      `${quantile(soft, 0.5).toFixed(0)} ms`,
      'under 150 ms',
      quantile(soft, 0.5) < 150,
    );
  } finally {
    await browser.close();
  }
}

/**
 * Ten thousand references laid into a database directly: each with an original of its own, sharing a few
 * previews.
 */
async function layLibrary(data: string): Promise<void> {
  mkdirSync(join(data, 'incoming'), { recursive: true });
  const files = new BlobFiles(join(data, 'files'));
  const store = await startStore(
    { folder: join(data, 'database'), migrations: join(ROOT, 'apps/server/migrations') },
    pathToFileURL(join(ROOT, 'apps/server/build/thread.js')),
  );
  const random = seeded(5);
  const words = ['lamp', 'goat', 'porter', 'trunk', 'halt', 'bridge', 'signal', 'barrel', 'kettle', 'bench'];
  const previews = await Promise.all(
    Array.from({ length: 24 }, async (_, i) => {
      const picture = sharp(
        Buffer.from(Array.from({ length: 3 * 8 * 10 }, () => Math.floor(random() * 256))),
        { raw: { width: 8, height: 10, channels: 3 } },
      );
      return {
        preview: await files.keep(
          await picture.clone().resize(1024, 1280).webp({ quality: 80 }).toBuffer(),
          'image/webp',
        ),
        small: await files.keep(
          await picture.clone().resize(256, 320).webp({ quality: 80 }).toBuffer(),
          'image/webp',
        ),
        i,
      };
    }),
  );
  const set = idOf(randomBytes(16));
  await store.makeSet({ id: set, title: 'Everything' });
  const ids: string[] = [];
  for (let i = 0; i < LISTED; i += 1) {
    const { preview, small } = previews[i % previews.length]!;
    const bytes = Buffer.from(`picture ${i}`);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    mkdirSync(join(files.folder, sha256.slice(0, 2)), { recursive: true });
    writeFileSync(files.path(sha256), bytes);
    const id = idOf(randomBytes(16));
    ids.push(id);
    await store.keepReference({
      id,
      title: `${words[i % 10]} ${words[(i * 7) % 10]} ${i}`,
      subject: 'thing',
      width: 800,
      height: 1000 + (i % 3) * 200,
      likeness: likenessOf(
        Array.from({ length: LIKENESS.width * LIKENESS.height }, () => Math.floor(random() * 256)),
      ),
      original: { sha256, mime: 'image/jpeg', bytes: bytes.length },
      shown: null,
      preview,
      small,
      author: `maker ${i % 40}`,
      tags: [`tag${i % 60}`],
      note: i % 5 === 0 ? 'weight on one leg, seen against the light' : '',
      view: (['front', 'side', 'back', 'above'] as const)[i % 4]!,
      marks: [],
      prepared: null,
    });
  }
  await store.addMembers(set, ids);
  await store.close();
}

async function listing(): Promise<void> {
  const { folder, remove } = temporaryFolder();
  await layLibrary(folder);
  const desk = new Desk(folder, await freePort(), { DEFT_DEMO: '0', DEFT_LOG: '0' });
  await desk.open();
  try {
    const set = ((await (await fetch(`${desk.address}/api/sets`)).json()) as { id: string }[])[0]!.id;
    const asks: Readonly<Record<string, (i: number) => string>> = {
      'a page of the list': (i) => `from=${(i * 997) % LISTED}&count=75`,
      'a page of a set': (i) => `set=${set}&from=${(i * 997) % LISTED}&count=75`,
      'a search by two words': (i) => `q=goat+${i % 10}&count=75`,
      'a search in notes': () => 'q=against+light&count=75',
      'a filter': (i) => `view=side&drawn=never&from=${(i * 31) % 2000}&count=75`,
      'by shape': () => 'shape=upright&count=75',
      'least drawn first': (i) => `sort=least+drawn&from=${(i * 50) % LISTED}&count=75`,
    };
    for (const [what, ask] of Object.entries(asks)) {
      const waits: number[] = [];
      for (let i = 0; i < 200; i += 1) {
        const began = performance.now();
        await (await fetch(`${desk.address}/api/references?${ask(i)}`)).arrayBuffer();
        waits.push(performance.now() - began);
      }
      const p95 = quantile(waits, 0.95);
      row(`${what} of ${LISTED} pictures, p95`, `${p95.toFixed(0)} ms`, 'under 50 ms', p95 < 50);
    }
    const began = performance.now();
    await (await fetch(`${desk.address}/api/references/alike`)).arrayBuffer();
    row(
      `look-alikes among ${LISTED} pictures`,
      `${((performance.now() - began) / 1000).toFixed(1)} s`,
      'reported',
    );
    await related(desk, set);
    await scrolling(desk);
  } finally {
    await desk.end();
    remove();
  }
}

/** Relations noticed in a large set, tried on as many of its pictures as are looked at; and its traces. */
async function related(desk: Desk, set: string): Promise<void> {
  const api = `${desk.address}/api`;
  const { items } = (await (await fetch(`${api}/references?set=${set}&count=75`)).json()) as {
    items: { id: string }[];
  };
  for (const [i, { id }] of items.entries()) {
    const landmark = (name: string, x: number) => ({
      kind: 'landmark',
      id: idOf(randomBytes(16)),
      name,
      at: { x, y: 200 + (i % 7) },
      hidden: false,
    });
    const rule = {
      kind: 'rule',
      id: idOf(randomBytes(16)),
      rule: 'level',
      on: ['left eye', 'right eye'],
      text: '',
    };
    const put = [landmark('left eye', 100), landmark('right eye', 300), ...(i < 20 ? [rule] : [])];
    await fetch(`${api}/references/${id}/marks`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ put, remove: [] }),
    });
  }
  const asked = async (path: string): Promise<number> => {
    const waits: number[] = [];
    for (let i = 0; i < 30; i += 1) {
      const began = performance.now();
      const answer = await fetch(`${api}${path}`);
      if (!answer.ok) throw new Error(await answer.text());
      await answer.arrayBuffer();
      waits.push(performance.now() - began);
    }
    return quantile(waits, 0.95);
  };
  const rules = await asked(`/references/${items[0]!.id}/rules`);
  row(`relations in a set of ${LISTED} pictures, p95`, `${rules.toFixed(0)} ms`, 'under 300 ms', rules < 300);
  const traces = await asked(`/sets/${set}/traces`);
  row(`the traces of a set of ${LISTED}, p95`, `${traces.toFixed(0)} ms`, 'under 300 ms', traces < 300);
}

/** All the way down the wall: script work a frame, and what the browser holds at the end. */
async function scrolling(desk: Desk): Promise<void> {
  const browser = await launch();
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Performance.enable');
    const metric = async (name: string): Promise<number> =>
      (await cdp.send('Performance.getMetrics')).metrics.find((m) => m.name === name)?.value ?? 0;
    await page.goto(`${desk.address}/references`);
    await page.getByTestId('reference').first().waitFor();
    await page.waitForTimeout(500);
    const heapBefore = await metric('JSHeapUsedSize');
    const scripts: number[] = [];
    const wall = page.getByTestId('wall');
    const height = await wall.evaluate((element) => element.clientHeight);
    const steps = 400;
    for (let i = 0; i < steps; i += 1) {
      const before = await metric('ScriptDuration');
      await wall.evaluate(
        (element, by) =>
          new Promise<void>((done) => {
            let parent = element.parentElement;
            while (parent && parent.scrollHeight <= parent.clientHeight + 4) parent = parent.parentElement;
            parent?.scrollBy(0, by);
            requestAnimationFrame(() => requestAnimationFrame(() => done()));
          }),
        height / steps,
      );
      scripts.push(((await metric('ScriptDuration')) - before) * 500);
    }
    await page.waitForTimeout(800);
    const [heap, nodes] = [await metric('JSHeapUsedSize'), await metric('Nodes')];
    row(
      `the wall scrolled through all ${LISTED}, script a frame, median`,
      `${quantile(scripts, 0.5).toFixed(1)} ms`,
      'under 16 ms',
      quantile(scripts, 0.5) < 16,
    );
    row(
      'the same: pictures in the page at its end, and heap it grew by',
      `${await page.getByTestId('reference').count()}, ${((heap - heapBefore) / 1e6).toFixed(0)} MB`,
      'bounded',
      nodes < 60_000 && heap - heapBefore < 150e6,
    );
  } finally {
    await browser.close();
  }
}

await importing();
await listing();
