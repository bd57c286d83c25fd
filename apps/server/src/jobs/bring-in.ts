import { parse } from 'node:path';
import type { Brought, ReferenceFacts } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { isUntouched, type Preparation } from '@deft/core/reference';
import type { ServerContext } from '../context.ts';
import { newId } from '../ids.ts';
import type { BlobBatch } from '../store/blob-files.ts';
import type { NewPreparation } from '../store/preparations.ts';
import { isDiskFull, Refused } from '../store/refusals.ts';
import { isNotAPicture } from './not-a-picture.ts';
import type { Taken, TakeOptions } from './take-picture.ts';

export type BringContext = Pick<ServerContext, 'store' | 'files' | 'pool' | 'log'>;

export interface BringOptions extends TakeOptions {
  /** What is known of the picture; goes before what its file says. */
  readonly facts?: ReferenceFacts;
  readonly id?: Id;
}

const DISK_FULL =
  'the disk of the desk is full; it is still where it was, so make room and bring it in again';
const BUSY = 'the desk has its hands full; it is still where it was, so bring it in again in a moment';
const TROUBLE = 'something went wrong with it on the desk; it is still where it was';

const titleOf = (name: string): string =>
  parse(name).name.replace(/[_-]+/g, ' ').trim().slice(0, 200) || 'Picture';

/** The line of a file that was not brought in. */
export const refusedLine = (file: string, reason: string): Brought & { readonly refused: string } => ({
  file,
  refused: `“${file}” was not brought in: ${reason}.`,
});

/** Why a file was not brought in, in words, whatever its error was; what nobody foresaw is logged. */
export function reasonOf(error: unknown, file: string, log: ServerContext['log']): string {
  if (isNotAPicture(error)) return error.message;
  if (isDiskFull(error)) return DISK_FULL;
  if (error instanceof Refused && error.name === 'TooLong') return 'it took too long to open';
  if (error instanceof Refused && error.name === 'Busy') return BUSY;
  log.error({ err: error, file }, 'a file could not be brought in');
  return TROUBLE;
}

/** Carries out on its file the preparation that a picture comes with; null where it comes with none. */
async function preparedOf(
  { files, pool }: BringContext,
  batch: BlobBatch,
  sha256: string,
  settings: Preparation | null,
): Promise<NewPreparation | null> {
  if (!settings || isUntouched(settings)) return null;
  const { picture, mime, preview, small, width, height } = await pool.prepare(files.path(sha256), settings);
  return {
    settings,
    width,
    height,
    picture: await batch.keep(picture, mime),
    preview: await batch.keep(preview, 'image/webp'),
    small: await batch.keep(small, 'image/webp'),
  };
}

/** Keeps a picture that was taken apart: its files first, then its row with all that belongs to it. */
async function keep(
  context: BringContext,
  batch: BlobBatch,
  path: string,
  name: string,
  { sha256, mime, bytes, shown, preview, small, facts: read, ...fields }: Taken,
  { facts = {}, id = newId() }: BringOptions,
): Promise<Brought> {
  const { marks = [], preparation = null, ...about } = facts;
  const original = await batch.adopt(path, { sha256, mime, bytes });
  const seen = shown ? await batch.keep(shown.bytes, shown.mime) : null;
  const kept = await context.store.keepReference({
    subject: 'thing',
    ...read,
    ...about,
    ...fields,
    id,
    title: about.title ?? read.title ?? titleOf(name),
    original,
    shown: seen,
    preview: await batch.keep(preview, 'image/webp'),
    small: await batch.keep(small, 'image/webp'),
    marks: marks.map((mark) => ({ ...mark, id: newId() })),
    prepared: await preparedOf(context, batch, (seen ?? original).sha256, preparation),
  });
  return { file: name, reference: kept.id, title: kept.title, known: kept.known };
}

/**
 * Brings one picture in: files first, then the row, so that a kill between the two leaves nothing
 * that a student could see. What is refused, for whatever reason, leaves nothing behind, and is said in
 * words.
 * @param path a file in the context's temporary folder; it is taken over
 */
export async function bringIn(
  context: BringContext,
  path: string,
  name: string,
  options: BringOptions = {},
): Promise<Brought> {
  const { store, files, pool, log } = context;
  const batch = files.batch();
  try {
    const taken = await pool.take(path, { keepLocation: options.keepLocation ?? false });
    const there = await store.knownOriginal(taken.sha256);
    if (there) return { file: name, reference: there.id, title: there.title, known: true };
    const brought = await keep(context, batch, path, name, taken, options);
    batch.release();
    return brought;
  } catch (error) {
    await batch
      .discard((names) => store.readNamedBlobs(names))
      .catch((failed: unknown) => log.warn({ err: failed }, 'files of a refused picture were left'));
    return refusedLine(name, reasonOf(error, name, log));
  }
}
