import { createRequire } from 'node:module';
import type PDFDocument from 'pdfkit';
import sharp, { type OutputInfo } from 'sharp';
import { DPI, INK } from './out-sizes.ts';

/** The font of everything that goes out with words on it, as it ships. */
export const FONT = createRequire(import.meta.url).resolve(
  '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
);
const FAMILY = 'Atkinson Hyperlegible Next';

/** A day as it stands on what goes out. @param timeZone the desk's own where left out */
export const dayWords = (day: string | number, timeZone?: string): string =>
  new Date(day).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone });

/** The bytes of a document once it has been ended. */
export function finished(document: InstanceType<typeof PDFDocument>): Promise<Buffer> {
  return new Promise<Buffer>((resolve, reject) => {
    const parts: Buffer[] = [];
    document.on('data', (part: Buffer) => parts.push(part));
    document.on('end', () => resolve(Buffer.concat(parts)));
    document.on('error', reject);
  });
}

/**
 * Words as a picture to lay on another.
 * @param letters their size, points
 * @param width what they are broken to, pixels
 */
export function wordsPicture(
  words: string,
  letters: number,
  width: number,
): Promise<{ data: Buffer; info: OutputInfo }> {
  const escaped = words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
  return sharp({
    text: {
      text: `<span foreground="${INK}">${escaped}</span>`,
      font: `${FAMILY} ${letters}`,
      fontfile: FONT,
      rgba: true,
      width: Math.max(1, Math.floor(width)),
      dpi: DPI,
    },
  })
    .png()
    .toBuffer({ resolveWithObject: true });
}
