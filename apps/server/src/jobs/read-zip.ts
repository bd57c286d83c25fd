import { createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { Transform } from 'node:stream';
import { promisify } from 'node:util';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { MOST_BYTES, ZIP } from '@deft/contract';
import { NotAPicture } from './not-a-picture.ts';

const open = promisify<string, yauzl.Options, ZipFile>(yauzl.open);

const LINK = 0o120000;
const KIND = 0o170000;
/** Unpacked over packed, above which a zip is not what it pretends to be; pictures hardly pack at all. */
const MOST_RATIO = 200;

const whole = (bytes: number): string =>
  bytes >= 1024 ** 3 ? `${Math.round(bytes / 1024 ** 3)} GB` : `${Math.round(bytes / 1024 ** 2)} MB`;

/** Names that other programs leave in zips and that are no pictures. */
const isClutter = (name: string): boolean => /(^|\/)(__MACOSX\/|\.DS_Store$|Thumbs\.db$|\._)/.test(name);

function mustBeHarmless(entry: Entry): void {
  const name = entry.fileName;
  if (
    name.includes('\\') ||
    name.startsWith('/') ||
    /^[A-Za-z]:/.test(name) ||
    name.split('/').includes('..') ||
    name.includes('\0')
  )
    throw new NotAPicture('it holds a file whose name leads outside of it');
  if (((entry.externalFileAttributes >>> 16) & KIND) === LINK)
    throw new NotAPicture('it holds a link instead of a file');
  if (entry.isEncrypted()) throw new NotAPicture('it is locked with a password');
}

/** A zip that has been looked through: its files in their order, to be unpacked one at a time. */
export interface OpenZip {
  readonly entries: readonly Entry[];
  /** Unpacks one file to a path. Throws NotAPicture where it is not what the zip says. */
  unpack(entry: Entry, to: string): Promise<void>;
  close(): void;
}

/**
 * Looks a zip through before anything of it is unpacked.
 * @throws NotAPicture with the reason, where any of it is not to be trusted
 */
export async function openZip(path: string): Promise<OpenZip> {
  const { size } = await stat(path);
  if (size > ZIP.mostBytes) throw new NotAPicture(`it is larger than ${whole(ZIP.mostBytes)}`);
  const zip = await open(path, {
    lazyEntries: true,
    autoClose: false,
    decodeStrings: true,
    validateEntrySizes: true,
    strictFileNames: false,
  }).catch(() => {
    throw new NotAPicture('it is damaged, so it cannot be opened');
  });
  const entries: Entry[] = [];
  try {
    if (zip.entryCount > ZIP.mostFiles)
      throw new NotAPicture(
        `it holds ${zip.entryCount} files, and the most is ${ZIP.mostFiles}; part it into several`,
      );
    await new Promise<void>((resolve, reject) => {
      zip.on('entry', (entry: Entry) => {
        try {
          mustBeHarmless(entry);
          if (!entry.fileName.endsWith('/') && !isClutter(entry.fileName)) entries.push(entry);
          zip.readEntry();
        } catch (error) {
          reject(error as Error);
        }
      });
      zip.on('end', resolve);
      zip.on('error', (error: Error) =>
        reject(
          /invalid relative path|absolute path|invalid characters/.test(error.message)
            ? new NotAPicture('it holds a file whose name leads outside of it')
            : new NotAPicture('it is damaged, so it cannot be opened'),
        ),
      );
      zip.readEntry();
    });
    const unpacked = entries.reduce((sum, entry) => sum + entry.uncompressedSize, 0);
    if (unpacked > ZIP.mostUnpacked)
      throw new NotAPicture(
        `it would unpack to ${whole(unpacked)}, and the most is ${whole(ZIP.mostUnpacked)}`,
      );
    if (
      entries.some(
        (e) => e.uncompressedSize > 1024 * 1024 && e.uncompressedSize > MOST_RATIO * e.compressedSize,
      )
    )
      throw new NotAPicture('it unpacks to far more than pictures can, so it is not opened');
  } catch (error) {
    zip.close();
    throw error;
  }
  const read = promisify<Entry, NodeJS.ReadableStream>((entry, done) =>
    zip.openReadStream(entry, done as never),
  );
  return {
    entries,
    async unpack(entry, to) {
      if (entry.uncompressedSize > MOST_BYTES)
        throw new NotAPicture(`it is larger than ${whole(MOST_BYTES)}`);
      let bytes = 0;
      const counted = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          bytes += chunk.length;
          done(
            bytes > entry.uncompressedSize ? new NotAPicture('it is larger than its zip says') : null,
            chunk,
          );
        },
      });
      try {
        await pipeline(await read(entry), counted, createWriteStream(to, { flags: 'wx' }));
      } catch (error) {
        throw error instanceof NotAPicture
          ? error
          : new NotAPicture('it is damaged in its zip, so it cannot be unpacked');
      }
    },
    close: () => zip.close(),
  };
}
