import { createRequire } from 'node:module';
import type PDFDocument from 'pdfkit';
import sharp, { type OutputInfo } from 'sharp';
import type { Reference } from '@deft/contract';

/** What everything that goes out as PDF or PNG with words on it has in common. */
export const FONT = createRequire(import.meta.url).resolve(
  '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
);
const FAMILY = 'Atkinson Hyperlegible Next';
export const DPI = 150;
export const POINTS_PER_PIXEL = 72 / DPI;
export const PAPER = '#FBF8F1';
export const INK = '#1E2430';
/** Size of a credit's letters, and room round them, points. */
export const LETTERS = 9;
export const MARGIN = 24;

/** Who made a picture, when, and under what terms, in one line. */
export function creditLine({
  title,
  author,
  credit,
  source,
  licence,
  year,
}: Pick<Reference, 'title' | 'author' | 'credit' | 'source' | 'licence' | 'year'>): string {
  return [title, author, year === null ? '' : String(year), credit, licence, source]
    .filter((part) => part !== '')
    .join(', ');
}

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
