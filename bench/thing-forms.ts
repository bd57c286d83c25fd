import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { launch } from './page-desk.ts';

/** Pictures of the demo's things by their forms alone: what is there to be drawn, without light. */

const root = fileURLToPath(new URL('..', import.meta.url));
/** A page keeps a graphics context for each picture: a fresh one after so many. */
const A_PAGE = 8;

/**
 * Renders scenes by their forms, one PNG each.
 * @param keys of scenes
 * @param side the longer side of each, pixels
 */
export async function renderedForms(keys: readonly string[], side: number): Promise<Map<string, Buffer>> {
  const script = await build({
    absWorkingDir: root,
    entryPoints: ['packages/scenes/src/render.ts'],
    bundle: true,
    write: false,
    format: 'iife',
    platform: 'browser',
  });
  const browser = await launch();
  const made = new Map<string, Buffer>();
  try {
    for (let first = 0; first < keys.length; first += A_PAGE) {
      const page = await browser.newPage();
      await page.addScriptTag({ content: script.outputFiles[0]?.text ?? '' });
      for (const key of keys.slice(first, first + A_PAGE)) {
        const address = await page.evaluate(
          ([name, longer]) =>
            (window as unknown as { renderForms: (k: string, s: number) => string }).renderForms(
              name,
              longer,
            ),
          [key, side] as const,
        );
        made.set(key, Buffer.from(address.slice(address.indexOf(',') + 1), 'base64'));
      }
      await page.close();
    }
  } finally {
    await browser.close();
  }
  return made;
}
