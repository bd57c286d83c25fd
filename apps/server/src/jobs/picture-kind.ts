import { open } from 'node:fs/promises';
import { fileTypeFromFile } from 'file-type';

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

/** What the desk calls the kinds that file-type knows by how files begin. */
const KINDS: Readonly<Record<string, PictureKind>> = {
  jpg: 'jpeg',
  png: 'png',
  apng: 'png',
  webp: 'webp',
  avif: 'avif',
  gif: 'gif',
  tif: 'tiff',
};
/** A zip of any sort: file-type would tell some by what is in them. */
const ZIP = /^PK(\x03\x04|\x05\x06)/;
/** An SVG may begin with a byte order mark, a prologue or a comment; file-type takes it for any XML. */
const SVG = /^(?:\xef\xbb\xbf)?\s*(?:<\?xml|<!--|<!DOCTYPE svg|<svg[\s>])/i;

/**
 * Tells a file's kind from how it begins, whatever it is called. Null where it is none that the desk knows.
 */
export async function kindOf(path: string): Promise<FileKind | null> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const head = buffer.subarray(0, bytesRead);
    const text = head.toString('latin1');
    if (ZIP.test(text)) return 'zip';
    if (SVG.test(text)) return /<svg[\s>]/i.test(text) ? 'svg' : null;
    const found = await fileTypeFromFile(path);
    return (found && KINDS[found.ext]) ?? null;
  } finally {
    await file.close();
  }
}
