import { open } from 'node:fs/promises';

export type PictureKind = 'jpeg' | 'png' | 'webp' | 'avif' | 'gif' | 'tiff' | 'svg';
export type FileKind = PictureKind | 'zip';

export const MIMES: Readonly<Record<PictureKind, string>> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  avif: 'image/avif',
  gif: 'image/gif',
  tiff: 'image/tiff',
  svg: 'image/svg+xml',
};

/** What every browser may be given as it is; everything else is shown as pixels made from it. */
export const SHOWN_AS_IT_IS: ReadonlySet<PictureKind> = new Set(['jpeg', 'png', 'webp', 'avif']);

const HEAD = 4096;

/**
 * Tells a file's kind from how it begins, whatever it is called. Null where it is none that the desk knows.
 */
export async function kindOf(path: string): Promise<FileKind | null> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const text = buffer.toString('latin1', 0, bytesRead);
    if (text.startsWith('\xff\xd8\xff')) return 'jpeg';
    if (text.startsWith('\x89PNG\r\n\x1a\n')) return 'png';
    if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'webp';
    if (text.startsWith('GIF87a') || text.startsWith('GIF89a')) return 'gif';
    if (text.startsWith('II*\0') || text.startsWith('MM\0*')) return 'tiff';
    if (text.slice(4, 8) === 'ftyp' && /avi[fs]/.test(text.slice(8, 64))) return 'avif';
    if (text.startsWith('PK\x03\x04') || text.startsWith('PK\x05\x06')) return 'zip';
    if (/^(?:\xef\xbb\xbf)?\s*(?:<\?xml|<!--|<!DOCTYPE svg|<svg[\s>])/i.test(text) && /<svg[\s>]/i.test(text))
      return 'svg';
    return null;
  } finally {
    await file.close();
  }
}
