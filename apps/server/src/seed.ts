import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { copyFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Truth, ViewKey } from '@deft/contract';
import type { SubjectKey } from '@deft/core/subjects';
import type { ServerContext } from './context.ts';
import { bringIn } from './jobs/bring-in.ts';

/** The demo's table of contents, beside its pictures. */
export interface DemoSets {
  readonly sets: readonly {
    readonly key: string;
    readonly title: string;
    readonly note: string;
    readonly traits: readonly string[];
  }[];
  readonly pictures: readonly {
    readonly file: string;
    readonly set: string;
    readonly title: string;
    readonly subject: SubjectKey;
    readonly truth: Truth;
    readonly view: ViewKey;
    readonly tags: readonly string[];
    readonly author: string;
    readonly licence: string;
    readonly source: string;
    readonly year: number;
  }[];
}

/** Reads the table of contents of a demo's folder; throws where there is none. */
export const readDemo = (folder: string): DemoSets =>
  JSON.parse(readFileSync(join(folder, 'sets.json'), 'utf8')) as DemoSets;

const steadyId = (text: string): string =>
  createHash('sha256').update(`upper line ${text}`).digest('hex').slice(0, 32);

/**
 * Lays the demo's sets on an empty desk. A desk with references on it is left alone, unless laying the demo
 * there was begun and not finished.
 * @param folder the demo's
 * @param begun a file that is there as long as the demo is being laid
 * @returns how many pictures it laid
 */
export async function seedDemo(
  context: Pick<ServerContext, 'store' | 'files' | 'pool' | 'temporary' | 'log'>,
  folder: string,
  begun: string,
): Promise<number> {
  const { store, temporary } = context;
  const there = new Set(await store.listIds({}));
  if (!existsSync(join(folder, 'sets.json')) || (there.size > 0 && !existsSync(begun))) return 0;
  await writeFile(begun, '');
  const demo = readDemo(folder);
  const pictures = demo.pictures.filter(({ file }) => !there.has(steadyId(file)));
  for (const { file, set: _set, ...facts } of pictures) {
    const copy = join(temporary, steadyId(file));
    await copyFile(join(folder, file), copy);
    const brought = await bringIn(context, copy, file, { id: steadyId(file), facts });
    if ('refused' in brought) throw new Error(brought.refused);
  }
  for (const { key, title, note, traits } of demo.sets) {
    await store.makeSet({
      id: steadyId(key),
      title,
      note,
      traits: traits.map((text) => ({ id: steadyId(`${key} ${text}`), text })),
    });
    await store.addMembers(
      steadyId(key),
      demo.pictures.filter((p) => p.set === key).map((p) => steadyId(p.file)),
    );
  }
  await rm(begun);
  return pictures.length;
}
