import { crc32 } from 'node:zlib';

/**
 * Tag of the entry in a TIFF directory that points to the place where a picture was taken (Exif 2.32, 4.6.3).
 */
const GPS_TAG = 0x8825;
const TYPE_BYTES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];

/** Bytes of a TIFF structure's beginning: its order, and where its first directory lies. */
const HEADER = 8;

/**
 * Blanks the location in a TIFF structure that begins at `start`, in place. What points beyond the file's end
 * holds nothing.
 * @returns whether there was one
 */
function strikeTiff(bytes: Buffer, start: number): boolean {
  const order = bytes.toString('latin1', start, start + 4);
  const little = order === 'II*\0';
  if ((!little && order !== 'MM\0*') || start + HEADER > bytes.length) return false;
  const u16 = (at: number): number => (little ? bytes.readUInt16LE(at) : bytes.readUInt16BE(at));
  const u32 = (at: number): number => (little ? bytes.readUInt32LE(at) : bytes.readUInt32BE(at));
  const entries = (offset: number): number[] =>
    offset > 0 && start + offset + 2 <= bytes.length
      ? Array.from({ length: u16(start + offset) }, (_, i) => start + offset + 2 + 12 * i).filter(
          (at) => at + 12 <= bytes.length,
        )
      : [];
  let struck = false;
  for (const entry of entries(u32(start + 4))) {
    if (u16(entry) !== GPS_TAG) continue;
    for (const at of entries(u32(entry + 8))) {
      if (u16(at + 2) === 0) continue;
      const size = (TYPE_BYTES[u16(at + 2)] ?? 1) * u32(at + 4);
      const place = size > 4 ? start + u32(at + 8) : at + 8;
      if (size > 4 && place + size <= bytes.length) bytes.fill(0, place, place + size);
      // What is left is an entry of no type, which readers pass over.
      bytes.fill(0, at, at + 12);
      struck = true;
    }
  }
  return struck;
}

/** Blanks whatever an XMP packet says of the place, keeping its length. */
function strikeXmp(bytes: Buffer, from: number, to: number): boolean {
  const text = bytes.toString('latin1', from, to);
  const without = text
    .replace(
      /(exif:GPS\w+\s*=\s*)("[^"]*"|'[^']*')/g,
      (_, name: string, value: string) => `${name}${value[0]}${' '.repeat(value.length - 2)}${value[0]}`,
    )
    .replace(
      /(<exif:GPS(\w+)[^>]*>)([^<]*)(<\/exif:GPS\2>)/g,
      (_, open: string, _name: string, value: string, close: string) =>
        `${open}${' '.repeat(value.length)}${close}`,
    );
  if (without === text) return false;
  bytes.write(without, from, 'latin1');
  return true;
}

/** Corrects the check sums of a PNG's own chunks after something in them has changed. */
function correctPng(bytes: Buffer): void {
  for (let at = 8; at + 12 <= bytes.length;) {
    const size = bytes.readUInt32BE(at);
    const end = at + 8 + size;
    if (end + 4 > bytes.length) return;
    if (['eXIf', 'iTXt', 'tEXt'].includes(bytes.toString('latin1', at + 4, at + 8)))
      bytes.writeUInt32BE(crc32(bytes.subarray(at + 4, end)), end);
    at = end + 4;
  }
}

/**
 * Strikes out where a picture was taken, in place and without changing its length, from EXIF (in
 * JPEG, PNG, WebP, AVIF and TIFF alike) and from plain XMP. Returns whether anything was struck.
 */
export function strikeLocation(bytes: Buffer): boolean {
  let struck = false;
  if (strikeTiff(bytes, 0)) struck = true;
  for (const order of ['II*\0', 'MM\0*']) {
    for (let at = bytes.indexOf(order, 1, 'latin1'); at >= 0; at = bytes.indexOf(order, at + 1, 'latin1')) {
      const before = bytes.toString('latin1', Math.max(0, at - 8), at);
      if (/Exif\0\0$|eXIf$|EXIF.{4}$/s.test(before) || before.endsWith('\0\0\0\0')) {
        if (strikeTiff(bytes, at)) struck = true;
      }
    }
  }
  for (let at = bytes.indexOf('<x:xmpmeta'); at >= 0; at = bytes.indexOf('<x:xmpmeta', at + 1)) {
    const end = bytes.indexOf('</x:xmpmeta>', at);
    if (end > at && strikeXmp(bytes, at, end)) struck = true;
  }
  if (struck && bytes.toString('latin1', 1, 4) === 'PNG') correctPng(bytes);
  return struck;
}
