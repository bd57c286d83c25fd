import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { DPI, INK, LETTERS, MARGIN, PAPER, POINTS_PER_PIXEL } from './out-sizes.ts';
import { finished, FONT, wordsPicture } from './out-words.ts';
import { renderPng, type PageSource } from './render-page.ts';

const rendered = (source: PageSource): Promise<Buffer> => renderPng(source, { guides: false, dpi: DPI });

/**
 * A board as PNG, with the credits of its pictures underneath.
 * @param credits one line each; none leaves no room for any
 */
export async function boardPng(source: PageSource, credits: readonly string[]): Promise<Buffer> {
  const picture = await rendered(source);
  const { width = 0, height = 0 } = await sharp(picture).metadata();
  if (credits.length === 0) return picture;
  const margin = Math.round(MARGIN / POINTS_PER_PIXEL);
  const text = await wordsPicture(credits.join('\n'), LETTERS, width - 2 * margin);
  const background = { width, height: height + text.info.height + 2 * margin, channels: 3 as const };
  return sharp({ create: { ...background, background: PAPER } })
    .composite([
      { input: picture, left: 0, top: 0 },
      { input: text.data, left: margin, top: height + margin },
    ])
    .withMetadata({ density: DPI })
    .png()
    .toBuffer();
}

/** A board as PDF: one page of its own size, with the credits of its pictures underneath. */
export async function boardPdf(
  source: PageSource,
  credits: readonly string[],
  title: string,
): Promise<Buffer> {
  const { data, info } = await sharp(await rendered(source))
    .flatten({ background: PAPER })
    .jpeg({ quality: 90 })
    .toBuffer({ resolveWithObject: true });
  const [width, height] = [info.width * POINTS_PER_PIXEL, info.height * POINTS_PER_PIXEL];
  const across = { width: width - 2 * MARGIN };
  const text = credits.join('\n');
  const document = new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: title } });
  const done = finished(document);
  document.font(FONT).fontSize(LETTERS);
  const room = text === '' ? 0 : document.heightOfString(text, across) + 2 * MARGIN;
  document.addPage({ size: [width, height + room], margin: 0 });
  document.rect(0, 0, width, height + room).fill(PAPER);
  document.image(data, 0, 0, { width, height });
  if (room > 0) document.fillColor(INK).text(text, MARGIN, height + MARGIN, across);
  document.end();
  return done;
}
