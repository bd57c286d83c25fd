import { build } from 'esbuild';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { launchBrowser } from './browser.mjs';

/** Renders the made pictures of the demo, with their truth, into demo/. `npm run scenes [KEY …]` makes only those pictures. */

const root = fileURLToPath(new URL('..', import.meta.url));
const out = join(root, 'demo');
const bundle = (entry, format) => build({ absWorkingDir: root, entryPoints: [entry], bundle: true, write: false, format, platform: format === 'esm' ? 'node' : 'browser', logLevel: 'warning' });

const list = await bundle('packages/scenes/src/scenes.ts', 'esm');
const { SCENES, SETS } = await import(`data:text/javascript;base64,${Buffer.from(list.outputFiles[0].contents).toString('base64')}`);
const script = (await bundle('packages/scenes/src/render.ts', 'iife')).outputFiles[0].text;

await mkdir(out, { recursive: true });
const only = process.argv.slice(2);
const browser = await launchBrowser();
const pictures = [];
try {
  const page = await browser.newPage();
  page.on('console', (message) => message.type() === 'error' && console.error(message.text()));
  await page.setContent('<!doctype html><title>scenes</title>');
  await page.addScriptTag({ content: script });
  for (const { key, title, set, subject } of SCENES) {
    const { picture, truth } = await page.evaluate((name) => window.renderScene(name), key);
    const bytes = Buffer.from(picture.slice(picture.indexOf(',') + 1), 'base64');
    if (only.length === 0 || only.includes(key)) await writeFile(join(out, `${key}.webp`), bytes);
    pictures.push({ file: `${key}.webp`, set, title, subject, author: 'Deft Study scene scripts', licence: 'CC0 1.0', source: `Made picture: scene “${key}”`, year: 2026, truth });
    console.log(`${key}: ${Math.round(bytes.length / 1024)} kB`);
  }
} finally {
  await browser.close();
}
await writeFile(join(out, 'sets.json'), `${JSON.stringify({ sets: SETS, pictures }, null, 1)}\n`);
