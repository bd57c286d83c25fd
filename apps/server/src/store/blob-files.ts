import { createHash, randomBytes } from 'node:crypto';
import { createReadStream, type ReadStream } from 'node:fs';
import { access, mkdir, open, readFile, rename, unlink } from 'node:fs/promises';
import { join } from 'node:path';
import type { Blob } from './references.ts';

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
    if (await access(path).then(() => true, () => false)) return blob;
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
    } catch (error) {
      await unlink(temporary).catch(() => undefined);
      throw error;
    }
    return blob;
  }

  read(sha256: string): Promise<Buffer> {
    return readFile(this.path(sha256));
  }

  stream(sha256: string): ReadStream {
    return createReadStream(this.path(sha256));
  }
}
