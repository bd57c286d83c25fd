import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Truth } from '@deft/contract';
import type { SubjectKey } from '@deft/core';
import { bringIn } from './jobs/bring-in.ts';
import type { BlobFiles } from './store/blob-files.ts';
import type { Store } from './store/store.ts';

/** The demo's table of contents, beside its pictures. */
interface DemoSets {
  readonly sets: readonly { readonly key: string; readonly title: string; readonly note: string }[];
  readonly pictures: readonly {
    readonly file: string; readonly set: string; readonly title: string; readonly subject: SubjectKey; readonly truth: Truth;
    readonly author: string; readonly licence: string; readonly source: string; readonly year: number;
  }[];
}

const steadyId = (text: string): string => createHash('sha256').update(`upper line ${text}`).digest('hex').slice(0, 32);

/** Lays the demo's sets on an empty desk. A desk with references on it is left alone. */
export async function seedDemo(store: Store, files: BlobFiles, folder: string): Promise<number> {
  if (!existsSync(join(folder, 'sets.json')) || (await store.listReferences()).length > 0) return 0;
  const demo = JSON.parse(await readFile(join(folder, 'sets.json'), 'utf8')) as DemoSets;
  for (const { file, set: _set, ...facts } of demo.pictures) {
    const brought = await bringIn(store, files, join(folder, file), file, { id: steadyId(file), ...facts });
    if ('refused' in brought) throw new Error(brought.refused);
  }
  for (const [i, set] of demo.sets.entries()) {
    const members = demo.pictures.filter((p) => p.set === set.key).map((p, k) => ({ reference: steadyId(p.file), order: `a${k}` }));
    await store.keepSet({ id: steadyId(set.key), title: set.title, note: set.note, order: `a${i}` }, members);
  }
  return demo.pictures.length;
}
