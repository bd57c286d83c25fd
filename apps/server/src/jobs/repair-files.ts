import { copyFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { newId } from '../ids.ts';
import type { ServerContext } from '../context.ts';
import { isNotAPicture } from './not-a-picture.ts';

export interface Repair {
  /** Files that no row names, removed. */
  readonly strays: number;
  /** References whose original is gone, by title. */
  readonly lost: readonly string[];
  /** Makes anew what is missing and can be made; gives how many. */
  readonly remake: () => Promise<number>;
}

/**
 * Brings files and rows into agreement after whatever happened: removes what no row names, and
 * finds what is missing. Only for a desk that nobody uses yet; making anew may go on while it is used.
 */
export async function repairFiles({
  store,
  files,
  pool,
  temporary,
}: Pick<ServerContext, 'store' | 'files' | 'pool' | 'temporary'>): Promise<Repair> {
  const { names, unfinished } = await files.list();
  for (const path of unfinished) await rm(path, { force: true });
  const named = new Map((await store.listBlobs()).map((blob) => [blob.sha256, blob]));
  const strays = names.filter((name) => !named.has(name));
  for (const name of strays) await files.remove(name);
  const missing: string[] = [];
  for (const { sha256, bytes } of named.values()) if (!(await files.has(sha256, bytes))) missing.push(sha256);
  const toRepair = await store.listToRepair(missing);
  const lost = toRepair.filter(({ original }) => missing.includes(original));
  const remake = async (): Promise<number> => {
    let made = 0;
    for (const reference of toRepair) {
      if (lost.includes(reference)) continue;
      const copy = join(temporary, newId());
      try {
        await copyFile(files.path(reference.original), copy);
        const { shown, preview, small, likeness } = await pool.take(copy, { keepLocation: true });
        await store.repairReference(reference.id, {
          shown: shown ? await files.keep(shown.bytes, shown.mime) : null,
          preview: await files.keep(preview, 'image/webp'),
          small: await files.keep(small, 'image/webp'),
          likeness,
        });
        made += 1;
      } catch (error) {
        if (!isNotAPicture(error)) throw error;
      } finally {
        await rm(copy, { force: true });
      }
    }
    const unusable = new Set(lost.map(({ id }) => id));
    for (const { reference, revision, settings } of await store.listPreparationsToRepair(missing)) {
      if (unusable.has(reference)) continue;
      const { picture: source } = await store.referenceFiles(reference, 0);
      const { picture, mime, preview, small, width, height } = await pool.prepare(
        files.path(source.sha256),
        settings,
      );
      await store.repairPreparation(reference, revision, {
        width,
        height,
        picture: await files.keep(picture, mime),
        preview: await files.keep(preview, 'image/webp'),
        small: await files.keep(small, 'image/webp'),
      });
      made += 1;
    }
    return made;
  };
  return { strays: strays.length, lost: lost.map(({ title }) => title), remake };
}
