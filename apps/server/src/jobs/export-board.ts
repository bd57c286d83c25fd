import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { transformPoint } from '@deft/core/geometry';
import { reducePage, thingsOfType, type Id } from '@deft/core/page';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import { exportPng } from './export-page.ts';
import {
  creditLine,
  DPI,
  finished,
  FONT,
  INK,
  LETTERS,
  MARGIN,
  PAPER,
  POINTS_PER_PIXEL,
  wordsPicture,
} from './out.ts';

const WHAT = { guides: false, picture: true };

/** One line for each picture on the board, as one reads: row by row, left to right. */
async function creditsOf(store: Store, page: Id): Promise<string[]> {
  const { operations } = await store.readPage(page, 0);
  const things = reducePage(operations.map(({ operation }) => operation));
  const placed = thingsOfType(things, 'placement')
    .filter((p) => !p.hidden)
    .map((p) => ({ ...p, at: transformPoint(p.transform, { x: 0, y: 0 }) }));
  placed.sort((p, q) => Math.round(p.at.y / 40) - Math.round(q.at.y / 40) || p.at.x - q.at.x);
  const references = await Promise.all(
    [...new Set(placed.map((p) => p.reference))].map((id) => store.readReference(id)),
  );
  return references.map((reference, i) => `${i + 1}. ${creditLine(reference)}`);
}

/** A board as PNG, with the credits of its pictures underneath. */
export async function boardPng(store: Store, files: BlobFiles, id: Id): Promise<Buffer> {
  const { page } = await store.readBoard(id);
  const picture = await exportPng(store, files, page, DPI, WHAT);
  const { width = 0, height = 0 } = await sharp(picture).metadata();
  const lines = await creditsOf(store, page);
  if (lines.length === 0) return picture;
  const margin = Math.round(MARGIN / POINTS_PER_PIXEL);
  const text = await wordsPicture(lines.join('\n'), LETTERS, width - 2 * margin);
  return sharp({
    create: { width, height: height + text.info.height + 2 * margin, channels: 3, background: PAPER },
  })
    .composite([
      { input: picture, left: 0, top: 0 },
      { input: text.data, left: margin, top: height + margin },
    ])
    .withMetadata({ density: DPI })
    .png()
    .toBuffer();
}

/** A board as PDF: one page of its own size, with the credits of its pictures underneath. */
export async function boardPdf(store: Store, files: BlobFiles, id: Id): Promise<Buffer> {
  const { page, title } = await store.readBoard(id);
  const picture = await sharp(await exportPng(store, files, page, DPI, WHAT))
    .flatten({ background: PAPER })
    .jpeg({ quality: 90 })
    .toBuffer({ resolveWithObject: true });
  const [width, height] = [picture.info.width * POINTS_PER_PIXEL, picture.info.height * POINTS_PER_PIXEL];
  const text = (await creditsOf(store, page)).join('\n');
  const document = new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: title } });
  const done = finished(document);
  document.font(FONT).fontSize(LETTERS);
  const room = text === '' ? 0 : document.heightOfString(text, { width: width - 2 * MARGIN }) + 2 * MARGIN;
  document.addPage({ size: [width, height + room], margin: 0 });
  document.rect(0, 0, width, height + room).fill(PAPER);
  document.image(picture.data, 0, 0, { width, height });
  if (room > 0) document.fillColor(INK).text(text, MARGIN, height + MARGIN, { width: width - 2 * MARGIN });
  document.end();
  return done;
}
