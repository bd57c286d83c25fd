import { isUntouched, type Id, type Preparation } from '@deft/core';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import type { Pictures } from './pictures.ts';

/** Prepares a reference beside its untouched original and makes that the current state. Gives the revision; the same settings give the same one. */
export async function prepareReference({ store, files, pictures }: { store: Store; files: BlobFiles; pictures: Pictures }, id: Id, settings: Preparation): Promise<number> {
  const known = isUntouched(settings) ? 0 : await store.knownPreparation(id, settings);
  if (known !== null) {
    await store.changeReference(id, { revision: known });
    return known;
  }
  const { picture: source } = await store.referenceFiles(id, 0);
  const { picture, mime, preview, small, width, height } = await pictures.prepare(files.path(source.sha256), settings);
  return store.keepPreparation(id, {
    settings, width, height,
    picture: await files.keep(picture, mime),
    preview: await files.keep(preview, 'image/webp'),
    small: await files.keep(small, 'image/webp'),
  });
}
