import { build } from 'esbuild';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { launchBrowser } from './browser.mjs';

/**
 * Renders the made pictures of the demo and of the picture service, with their truth, into demo/.
 * `npm run scenes [KEY …]` makes only those pictures; of the others what the tables of contents say stays.
 */

const root = fileURLToPath(new URL('..', import.meta.url));
const out = join(root, 'demo');
const bundle = (entry, format) =>
  build({
    absWorkingDir: root,
    entryPoints: [entry],
    bundle: true,
    write: false,
    format,
    platform: format === 'esm' ? 'node' : 'browser',
    logLevel: 'warning',
  });

const list = await bundle('packages/scenes/src/scenes.ts', 'esm');
const { SCENES, SERVICE_SCENES, SETS } = await import(
  `data:text/javascript;base64,${Buffer.from(list.outputFiles[0].contents).toString('base64')}`
);
const script = (await bundle('packages/scenes/src/render.ts', 'iife')).outputFiles[0].text;

/** Makers of the service's pictures: made up, like the pictures. */
const MAKERS = [
  'Halt & Signal, made pictures',
  'Upper Line picture room',
  'Bank Side studio',
  'Snowgate archive',
];
const LICENCES = ['CC0 1.0', 'CC BY 4.0', 'CC BY-SA 4.0'];

const only = process.argv.slice(2);
const browser = await launchBrowser();

/** What is known of pictures that are not made anew, by file. */
async function known(path, list) {
  if (only.length === 0) return new Map();
  return new Map(list(JSON.parse(await readFile(path, 'utf8'))).map(({ file, truth }) => [file, truth]));
}

async function render(scenes, folder, quality, before) {
  await mkdir(folder, { recursive: true });
  const made = [];
  let page = null;
  let count = 0;
  for (const { key, size } of scenes) {
    const file = `${key}.webp`;
    const entry = { file, width: size[0], height: size[1] };
    if (before.has(file) && !only.includes(key)) {
      made.push({ ...entry, truth: before.get(file) });
      continue;
    }
    // A fresh page now and then: each picture leaves a graphics context behind.
    if (count++ % 8 === 0) {
      await page?.close();
      page = await browser.newPage();
      page.on('console', (message) => message.type() === 'error' && console.error(message.text()));
      await page.setContent('<!doctype html><title>scenes</title>');
      await page.addScriptTag({ content: script });
    }
    const silhouettes = await page.evaluate((name) => window.silhouettesOf(name), key);
    const { picture, truth } = await page.evaluate(
      ([name, q]) => window.renderScene(name, q),
      [key, quality],
    );
    const bytes = Buffer.from(picture.slice(picture.indexOf(',') + 1), 'base64');
    await writeFile(join(folder, file), bytes);
    made.push({ ...entry, truth: { ...truth, silhouettes } });
    console.log(`${key}: ${Math.round(bytes.length / 1024)} kB`);
  }
  await page?.close();
  return made;
}

/** JSON with a line a fact, but for silhouettes: one line each. */
function listed(contents) {
  const outlines = [];
  const text = JSON.stringify(
    contents,
    (key, value) => (key === 'silhouettes' ? value.map((one) => `@${outlines.push(one) - 1}@`) : value),
    1,
  );
  return text.replaceAll(/"@(\d+)@"/g, (_, i) => JSON.stringify(outlines[i]));
}

try {
  const demo = await render(
    SCENES,
    out,
    0.88,
    await known(join(out, 'sets.json'), ({ pictures }) => pictures),
  );
  const pictures = SCENES.map(({ key, title, set, subject, view, tags }, i) => ({
    file: demo[i].file,
    set,
    title,
    subject,
    view,
    tags,
    author: 'Deft Study scene scripts',
    licence: 'CC0 1.0',
    source: `Made picture: scene “${key}”`,
    year: 2026,
    truth: demo[i].truth,
  }));
  await writeFile(join(out, 'sets.json'), `${listed({ sets: SETS, pictures })}\n`);
  const offered = await render(
    SERVICE_SCENES,
    join(out, 'service'),
    0.8,
    await known(join(out, 'service', 'catalogue.json'), (list) => list),
  );
  const catalogue = SERVICE_SCENES.map(({ key, title, subject, view, tags }, i) => ({
    key: key.toLowerCase(),
    ...offered[i],
    title,
    subject,
    view,
    keywords: tags,
    author: MAKERS[i % MAKERS.length],
    licence: LICENCES[i % LICENCES.length],
    source: `Simulated picture service: scene “${key}”`,
    year: 2024 + (i % 3),
  }));
  await writeFile(join(out, 'service', 'catalogue.json'), `${JSON.stringify(catalogue)}\n`);
  console.log(
    `${SCENES.length} pictures in ${SETS.length} sets, ${catalogue.length} with the picture service`,
  );
} finally {
  await browser.close();
}
