import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request, Response } from 'express';
import multer, { type StorageEngine } from 'multer';
import { newId } from '../ids.ts';
import { Refused } from '../store/refusals.ts';

/** What a form with files may hold. */
export interface UploadLimits {
  readonly folder: string;
  readonly field: string;
  /** Files of one form. */
  readonly files: number;
  /** Bytes of all its files together. */
  readonly bytes: number;
}

/** Short words beside the files, and how many. */
const FIELDS = { fields: 10, fieldSize: 1000, fieldNameSize: 100 };

const tooLarge = (bytes: number): Refused => {
  const most =
    bytes >= 1024 ** 3 ? `${Math.round(bytes / 1024 ** 3)} GB` : `${Math.round(bytes / 1024 ** 2)} MB`;
  return new Refused(
    'TooLarge',
    413,
    `These files are larger than ${most} together, so nothing was brought in. Send them in several goes.`,
  );
};

/** Writes files to a folder, and no more of them than fit the limit together. */
function within({ folder, bytes }: UploadLimits): StorageEngine {
  let left = bytes;
  return {
    _handleFile(_request, file, done) {
      const path = join(folder, newId());
      let size = 0;
      const counted = new Transform({
        transform(chunk: Buffer, _encoding, next) {
          size += chunk.length;
          left -= chunk.length;
          if (left < 0) next(tooLarge(bytes));
          else next(null, chunk);
        },
      });
      pipeline(file.stream, counted, createWriteStream(path, { flags: 'wx' })).then(
        () => done(null, { path, size }),
        (error: unknown) => rm(path, { force: true }).finally(() => done(error)),
      );
    },
    _removeFile(_request, { path }, done) {
      rm(path, { force: true }).then(() => done(null), done);
    },
  };
}

/**
 * The files that came with a form, written to a folder.
 * @throws Refused where they are more, or larger together, than the limits
 */
export async function filesOf(
  request: Request,
  response: Response,
  limits: UploadLimits,
): Promise<readonly Express.Multer.File[]> {
  // What says of itself that it is too large is not read at all.
  if (Number(request.get('content-length') ?? 0) > limits.bytes + 64 * 1024) throw tooLarge(limits.bytes);
  const take = multer({ storage: within(limits), limits: { ...FIELDS, files: limits.files } }).array(
    limits.field,
    limits.files,
  );
  await new Promise<void>((resolve, reject) =>
    take(request, response, (error: unknown) => (error ? reject(error as Error) : resolve())),
  );
  return Array.isArray(request.files) ? request.files : [];
}
