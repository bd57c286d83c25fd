import { parse } from 'node:path';
import { MOST_MARKS, type Brought, type ReferenceFacts } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { newId } from '../ids.ts';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import { NotAPicture } from './not-a-picture.ts';
import type { Pictures } from './pictures.ts';
import { prepareReference } from './prepare-reference.ts';
import type { TakeOptions } from './take-picture.ts';

/** What bringing in works with. */
export interface Workshop {
  readonly store: Store;
  readonly files: BlobFiles;
  readonly pictures: Pictures;
  /** Folder for files on their way in; on the same disk as the files that are kept. */
  readonly temporary: string;
}

export interface BringOptions extends TakeOptions {
  /** What is known of the picture; goes before what its file says. */
  readonly facts?: ReferenceFacts;
  readonly id?: Id;
}

const titleOf = (name: string): string =>
  parse(name).name.replace(/[_-]+/g, ' ').trim().slice(0, 200) || 'Picture';
export const refusalOf = (name: string, reason: string): string => `“${name}” was not brought in: ${reason}.`;

/**
 * Brings one picture in: files first, then the row, so that a kill between the two leaves nothing
 * that a student could see. What is refused leaves nothing behind.
 * @param path a file in the workshop's temporary folder; it is taken over
 */
export async function bringIn(
  { store, files, pictures }: Pick<Workshop, 'store' | 'files' | 'pictures'>,
  path: string,
  name: string,
  { facts = {}, id = newId(), ...options }: BringOptions = {},
): Promise<Brought> {
  try {
    const {
      sha256,
      mime,
      bytes,
      shown,
      preview,
      small,
      facts: told,
      ...fields
    } = await pictures.take(path, options);
    const there = await store.knownOriginal(sha256);
    if (there) return { file: name, reference: there.id, title: there.title, known: true };
    const { marks = [], preparation = null, ...about } = facts;
    const original = await files.adopt(path, { sha256, mime, bytes });
    const kept = await store.keepReference({
      subject: 'thing',
      ...told,
      ...about,
      ...fields,
      id,
      title: about.title ?? told.title ?? titleOf(name),
      original,
      shown: shown ? await files.keep(shown.bytes, shown.mime) : null,
      preview: await files.keep(preview, 'image/webp'),
      small: await files.keep(small, 'image/webp'),
    });
    if (!kept.known) {
      for (const mark of marks) await store.putMark(kept.id, { ...mark, id: newId() }, MOST_MARKS);
      if (preparation) await prepareReference({ store, files, pictures }, kept.id, preparation);
    }
    return { file: name, reference: kept.id, title: kept.title, known: kept.known };
  } catch (error) {
    if (error instanceof NotAPicture) return { file: name, refused: refusalOf(name, error.message) };
    throw error;
  }
}
