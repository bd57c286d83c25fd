import { createHash, randomBytes } from 'node:crypto';
import { createReadStream, type ReadStream } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, stat, unlink } from 'node:fs/promises';
import { join, sep } from 'node:path';
import type { Blob } from './references.ts';

/** What was written to a file or a folder reaches the disk. */
async function flush(path: string): Promise<void> {
  const file = await open(path, 'r');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

/** Files named by the SHA-256 of their content, in folders by its first two digits. */
export class BlobFiles {
  constructor(readonly folder: string) {}

  path(sha256: string): string {
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw new RangeError('Not a name of a file in this desk.');
    return join(this.folder, sha256.slice(0, 2), sha256);
  }

  /** Writes the bytes whole or not at all: a temporary name, flushed, then renamed. */
  async keep(bytes: Uint8Array, mime: string): Promise<Blob> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const path = this.path(sha256);
    const blob = { sha256, mime, bytes: bytes.length };
    if (await this.has(sha256, bytes.length)) return blob;
    await mkdir(join(path, '..'), { recursive: true });
    const temporary = `${path}.${randomBytes(6).toString('hex')}.new`;
    try {
      const file = await open(temporary, 'wx');
      try {
        await file.writeFile(bytes);
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(temporary, path);
      await flush(join(path, '..'));
    } catch (error) {
      await unlink(temporary).catch(() => undefined);
      throw error;
    }
    return blob;
  }

  /** Takes a file in whose content is known: flushed, then renamed, so it must lie on the same disk. */
  async adopt(from: string, { sha256, mime, bytes }: Blob): Promise<Blob> {
    const path = this.path(sha256);
    if (!(await this.has(sha256, bytes))) {
      await mkdir(join(path, '..'), { recursive: true });
      await flush(from);
      await rename(from, path);
      await flush(join(path, '..'));
    }
    return { sha256, mime, bytes };
  }

  /** Whether the file is there, whole. */
  has(sha256: string, bytes: number): Promise<boolean> {
    return stat(this.path(sha256)).then(
      ({ size }) => size === bytes,
      () => false,
    );
  }

  /** Names of all files that are here, and paths of what was left half-written. */
  async list(): Promise<{ names: string[]; unfinished: string[] }> {
    const found = await readdir(this.folder, { recursive: true }).catch(() => []);
    const files = found.map((path) => path.split(sep).at(-1) as string);
    return {
      names: files.filter((name) => /^[0-9a-f]{64}$/.test(name)),
      unfinished: found.filter((path) => path.endsWith('.new')).map((path) => join(this.folder, path)),
    };
  }

  async remove(sha256: string): Promise<void> {
    await unlink(this.path(sha256)).catch(() => undefined);
  }

  read(sha256: string): Promise<Buffer> {
    return readFile(this.path(sha256));
  }

  stream(sha256: string): ReadStream {
    return createReadStream(this.path(sha256));
  }
}
