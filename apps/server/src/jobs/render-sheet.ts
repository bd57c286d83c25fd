import PDFDocument from 'pdfkit';
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { Region } from '@deft/core/page';
import { DPI, INK, MARGIN, PAPER, POINTS_PER_PIXEL } from './out-sizes.ts';
import { finished, FONT, wordsPicture } from './out-words.ts';
import { renderSvg, sizedSvg, type PageSource } from './render-page.ts';
import type { LaidWords, LaidSheet } from './sheet-layout.ts';

/** Picture and drawing of a pose, each framed to the same box. JPEG. */
export interface PosePair {
  readonly picture: Uint8Array;
  readonly drawing: Uint8Array;
}

const px = (points: number): number => Math.round(points / POINTS_PER_PIXEL);

/**
 * Frames a pose's picture and its drawing for a contact sheet.
 * @param box of each, points
 */
export async function posePair(
  previewPath: string,
  source: PageSource,
  region: Region,
  box: { readonly width: number; readonly height: number },
): Promise<PosePair> {
  const [width, height] = [px(box.width), px(box.height)];
  const framed = (input: Buffer): Promise<Buffer> =>
    sharp(input)
      .resize(width, height, { fit: 'contain', background: PAPER })
      .flatten({ background: PAPER })
      .jpeg({ quality: 88 })
      .toBuffer();
  const { svg, ...drawn } = await renderSvg(source, { guides: false, region, dpi: DPI });
  const by = Math.min(width / drawn.width, height / drawn.height);
  const drawing = sizedSvg(svg, Math.ceil(drawn.width * by), Math.ceil(drawn.height * by));
  return { picture: await framed(await readFile(previewPath)), drawing: await framed(drawing) };
}

/** One sheet with everything on it as PNG, as high as its words make it. */
export async function sheetPng({ width, height, words, pictures }: LaidSheet): Promise<Buffer> {
  const written = await Promise.all(
    words.map(async (w) => ({ ...w, picture: await wordsPicture(w.words, w.letters, px(w.width)) })),
  );
  const bottom = Math.max(
    px(height),
    ...written.map(({ y, picture }) => px(y) + picture.info.height + px(MARGIN)),
  );
  return sharp({ create: { width: px(width), height: bottom, channels: 3, background: PAPER } })
    .composite([
      ...pictures.map(({ bytes, x, y }) => ({ input: Buffer.from(bytes), left: px(x), top: px(y) })),
      ...written.map(({ picture, x, y }) => ({ input: picture.data, left: px(x), top: px(y) })),
    ])
    .withMetadata({ density: DPI })
    .png()
    .toBuffer();
}

/** Sheets as a PDF, a page each; one whose words need more room is higher than the others. */
export async function sheetPdf(sheets: readonly LaidSheet[], title: string): Promise<Buffer> {
  const document = new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: title } });
  const done = finished(document);
  const bottomOf = ({ words, letters, width, y }: LaidWords): number =>
    y + document.font(FONT).fontSize(letters).heightOfString(words, { width });
  for (const { width, height, leastHeight, words, pictures } of sheets) {
    const room = Math.max(leastHeight, height, ...words.map((w) => bottomOf(w) + MARGIN));
    document.addPage({ size: [width, room], margin: 0 });
    document.rect(0, 0, width, room).fill(PAPER);
    for (const { bytes, x, y, width: across, height: high } of pictures)
      document.image(Buffer.from(bytes), x, y, { width: across, height: high });
    for (const { words: text, letters, x, y, width: across } of words)
      document.fillColor(INK).font(FONT).fontSize(letters).text(text, x, y, { width: across });
  }
  document.end();
  return done;
}
