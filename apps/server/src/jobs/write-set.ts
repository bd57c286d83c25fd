import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { SET_FILE, SET_FORMAT, SET_VERSION, type SetFile } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { isUntouched } from '@deft/core/reference';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';

const ENDINGS: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/avif': 'avif',
  'image/gif': 'gif',
  'image/tiff': 'tif',
  'image/svg+xml': 'svg',
};

const plain = (title: string): string =>
  title
    .normalize('NFD')
    .replace(/[^\w -]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase()
    .slice(0, 60) || 'picture';

/** A set as an open zip: originals as they are, and `set.json` with all that is known of them. */
export async function writeSet(store: Store, files: BlobFiles, id: Id, to: Writable): Promise<void> {
  const set = await store.readSet(id);
  const zip = new ZipFile();
  const pictures: SetFile['pictures'][number][] = [];
  const ids = new Set([
    ...(await store.listIds({ set: id })),
    ...(await store.listIds({ set: id, hidden: true })),
  ]);
  for (const reference of ids) {
    const { original } = await store.referenceFiles(reference, 0);
    const {
      title,
      subject,
      author,
      source,
      credit,
      licence,
      caption,
      year,
      taken,
      tags,
      view,
      note,
      hidden,
      marks,
      preparation,
    } = await store.readReference(reference);
    const file = `pictures/${String(pictures.length + 1).padStart(4, '0')}-${plain(title)}.${ENDINGS[original.mime] ?? 'bin'}`;
    pictures.push({
      file,
      key: reference,
      title,
      subject,
      author,
      source,
      credit,
      licence,
      caption,
      year,
      taken,
      tags,
      view,
      note,
      hidden,
      ...(await store.readTruth(reference)),
      // A detail that shows a picture outside of the set has no meaning elsewhere.
      marks: marks.filter((mark) => mark.kind !== 'detail' || ids.has(mark.reference)),
      preparation: isUntouched(preparation) ? null : preparation,
    });
    // Pictures hardly pack: they go in as they are.
    zip.addFile(files.path(original.sha256), file, { compress: false, mtime: new Date(0) });
  }
  const about: SetFile = {
    format: SET_FORMAT,
    version: SET_VERSION,
    title: set.title,
    note: set.note,
    traits: set.traits.map((t) => t.text),
    pictures,
  };
  zip.addBuffer(Buffer.from(`${JSON.stringify(about, null, 1)}\n`), SET_FILE, { mtime: new Date(0) });
  zip.end();
  await pipeline(zip.outputStream, to);
}
