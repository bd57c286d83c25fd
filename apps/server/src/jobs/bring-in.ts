import { open, readFile, stat } from 'node:fs/promises';
import { parse } from 'node:path';
import sharp from 'sharp';
import { MOST_BYTES, MOST_PIXELS, type Brought, type Truth } from '@deft/contract';
import type { Id, SubjectKey } from '@deft/core';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import { newId } from '../ids.ts';

/** Raised for a file that the desk will not keep. The message names no file: its list does. */
export class NotAPicture extends Error {
  override readonly name = 'NotAPicture';
}

const MIMES: Readonly<Record<string, string>> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
const PREVIEW = 480;

export interface Facts {
  readonly title?: string;
  readonly subject?: SubjectKey;
  readonly source?: string;
  readonly author?: string;
  readonly year?: number | null;
  readonly licence?: string;
  readonly truth?: Truth | null;
  readonly id?: Id;
}

async function looksLikePicture(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { buffer } = await file.read(Buffer.alloc(12), 0, 12, 0);
    const text = buffer.toString('latin1');
    return text.startsWith('\xff\xd8\xff') || text.startsWith('\x89PNG\r\n\x1a\n') || (text.startsWith('RIFF') && text.slice(8) === 'WEBP');
  } finally {
    await file.close();
  }
}

/** Decodes a picture whole, turned upright, and makes its preview. Throws NotAPicture with the reason. */
async function decode(path: string): Promise<{ width: number; height: number; mime: string; preview: Buffer }> {
  const { size } = await stat(path);
  if (size === 0) throw new NotAPicture('it is empty (0 bytes)');
  if (size > MOST_BYTES) throw new NotAPicture(`it is larger than ${MOST_BYTES / 1024 / 1024} MB`);
  if (!(await looksLikePicture(path))) throw new NotAPicture('it is not a JPEG, PNG or WebP picture');
  const head = await sharp(path, { limitInputPixels: false }).metadata().catch(() => null);
  const mime = head?.format ? MIMES[head.format] : undefined;
  if (!head || !mime || !head.width || !head.height) throw new NotAPicture('its beginning is damaged, so it cannot be read');
  const pixels = head.width * head.height;
  if (pixels > MOST_PIXELS) throw new NotAPicture(`it has ${Math.round(pixels / 1e6)} megapixels, and the most is ${MOST_PIXELS / 1e6}`);
  const upright = (head.orientation ?? 1) >= 5 ? { width: head.height, height: head.width } : { width: head.width, height: head.height };
  try {
    const preview = await sharp(path, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' }).timeout({ seconds: 30 }).rotate()
      .resize(PREVIEW, PREVIEW, { fit: 'inside', withoutEnlargement: true }).flatten({ background: '#ffffff' }).webp({ quality: 82 }).toBuffer();
    return { ...upright, mime, preview };
  } catch {
    throw new NotAPicture('it is cut short or damaged, so it cannot be shown whole');
  }
}

/**
 * Brings one picture in: files first, then the row, so that a kill between the two leaves nothing
 * that a student could see. What is refused leaves nothing behind.
 */
export async function bringIn(store: Store, files: BlobFiles, path: string, name: string, facts: Facts = {}): Promise<Brought> {
  try {
    const { preview, mime, width, height } = await decode(path);
    const original = await files.keep(await readFile(path), mime);
    const small = await files.keep(preview, 'image/webp');
    const { title = parse(name).name.replace(/[_-]+/g, ' ').trim().slice(0, 200) || 'Picture', subject = 'thing', id = newId(), ...rest } = facts;
    return { file: name, ...(await store.keepReference({ id, title, subject, width, height, original, preview: small, ...rest })) };
  } catch (error) {
    if (error instanceof NotAPicture) return { file: name, refused: `“${name}” was not brought in: ${error.message}.` };
    throw error;
  }
}
