import { createHash, randomBytes } from 'node:crypto';
import { createReadStream, type ReadStream } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, stat, unlink } from 'node:fs/promises';
import { join, sep } from 'node:path';

/** A file by its content: how it is named, what it is, how many bytes it has. */
export interface Blob {
  readonly sha256: string;
  readonly mime: string;
  readonly bytes: number;
}

/** What was written to a file or a folder reaches the disk. */
async function flush(path: string): Promise<void> {
  const file = await open(path, 'r');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

/**
 * Files that are written for one thing that is being brought in. Where that comes to nothing they go again,
 * but for those that were there before, that a row names by now, or that another batch is about to name.
 */
export class BlobBatch {
  readonly #used = new Set<string>();
  readonly #written = new Set<string>();

  constructor(
    private readonly files: BlobFiles,
    private readonly users: Map<string, number>,
  ) {}

  async #use(sha256: string, bytes: number, write: () => Promise<Blob>): Promise<Blob> {
    if (!this.#used.has(sha256)) this.users.set(sha256, (this.users.get(sha256) ?? 0) + 1);
    this.#used.add(sha256);
    if (!(await this.files.has(sha256, bytes))) this.#written.add(sha256);
    return write();
  }

  keep(bytes: Uint8Array, mime: string): Promise<Blob> {
    return this.#use(sha256Of(bytes), bytes.length, () => this.files.keep(bytes, mime));
  }

  adopt(from: string, blob: Blob): Promise<Blob> {
    return this.#use(blob.sha256, blob.bytes, () => this.files.adopt(from, blob));
  }

  /** Rows name these files now. */
  release(): void {
    for (const sha256 of this.#used) {
      const left = (this.users.get(sha256) ?? 1) - 1;
      if (left > 0) this.users.set(sha256, left);
      else this.users.delete(sha256);
    }
    this.#used.clear();
  }

  /** Nothing will name what was written. @param named which of some files rows name */
  async discard(named: (names: readonly string[]) => Promise<readonly string[]>): Promise<void> {
    this.release();
    await this.files.removeUnnamed([...this.#written], named);
  }
}

const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Files named by the SHA-256 of their content, in folders by its first two digits. */
export class BlobFiles {
  /** By how many batches under way each file is used. */
  readonly #users = new Map<string, number>();

  constructor(readonly folder: string) {}

  batch(): BlobBatch {
    return new BlobBatch(this, this.#users);
  }

  path(sha256: string): string {
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw new RangeError('Not a name of a file in this desk.');
    return join(this.folder, sha256.slice(0, 2), sha256);
  }

  /** Writes the bytes whole or not at all: a temporary name, flushed, then renamed. */
  async keep(bytes: Uint8Array, mime: string): Promise<Blob> {
    const sha256 = sha256Of(bytes);
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

  /** Removes files that nothing names any more, but for those that something under way is about to name. */
  async removeUnnamed(
    names: readonly string[],
    named: (names: readonly string[]) => Promise<readonly string[]>,
  ): Promise<void> {
    if (names.length === 0) return;
    const kept = new Set(await named(names));
    for (const sha256 of names) if (!kept.has(sha256) && !this.#users.has(sha256)) await this.remove(sha256);
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
