import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { begunOf, factsOf, type Pose, type Session } from '@deft/contract';
import type { Id } from '@deft/core/page';
import type { BlobFiles } from '../store/blob-files.ts';
import type { Store } from '../store/store.ts';
import { exportSvg } from './export-page.ts';
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

/** A4 lying, points; picture and drawing as pairs, three beside each other. */
const SHEET = { width: 842, height: 595 };
const COLUMNS = 3;
const ROWS = 2;
const GAP = 12;
const PAIR = { width: (SHEET.width - 2 * MARGIN - (COLUMNS - 1) * GAP) / COLUMNS, height: 190 };
const LABEL = 26;
const HEAD = 44;
const TITLE_LETTERS = 14;

interface Words {
  readonly words: string;
  readonly letters: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

interface Picture {
  /** JPEG. */
  readonly bytes: Buffer;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Everything that stands on one sheet, points from its left top. */
interface Laid {
  readonly height: number;
  readonly words: readonly Words[];
  readonly pictures: readonly Picture[];
}

const labelOf = (pose: Pose, place: number): string =>
  [
    `${pose.starred ? '★ ' : ''}${place + 1}. ${pose.reference.title}`,
    ...factsOf(pose),
    ...(pose.note ? [pose.note] : []),
  ].join(', ');

async function picturesOf(
  store: Store,
  files: BlobFiles,
  pose: Pose,
  x: number,
  y: number,
): Promise<Picture[]> {
  const box = { width: PAIR.width / 2, height: PAIR.height - LABEL };
  const pixels = {
    width: Math.round(box.width / POINTS_PER_PIXEL),
    height: Math.round(box.height / POINTS_PER_PIXEL),
  };
  const framed = (input: Buffer): Promise<Buffer> =>
    sharp(input)
      .resize(pixels.width, pixels.height, { fit: 'contain', background: PAPER })
      .flatten({ background: PAPER })
      .jpeg({ quality: 88 })
      .toBuffer();
  const { preview } = await store.referenceFiles(pose.reference.id, pose.reference.revision);
  const { svg } = await exportSvg(store, files, pose.page, {
    guides: false,
    picture: true,
    region: pose.region,
    dpi: DPI,
  });
  const [picture, drawing] = await Promise.all([
    framed(await files.read(preview.sha256)),
    framed(
      await sharp(Buffer.from(svg), { density: DPI })
        .resize(pixels.width, pixels.height, { fit: 'inside' })
        .png()
        .toBuffer(),
    ),
  ]);
  return [
    { bytes: picture, x, y, ...box },
    { bytes: drawing, x: x + box.width, y, ...box },
  ];
}

/** A session's poses on sheets with so many rows each, the credits under the last. */
async function lay(store: Store, files: BlobFiles, session: Session, rows: number): Promise<Laid[]> {
  const { lesson, set, createdAt } = session;
  const poses = begunOf(session.poses);
  const references = await Promise.all(
    [...new Set(poses.map(({ reference }) => reference.id))].map((id) => store.readReference(id)),
  );
  const credits = references.map(creditLine).join('\n');
  const title = `${session.title || set.title}, ${new Date(createdAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}`;
  const sheets: Laid[] = [];
  const width = SHEET.width - 2 * MARGIN;
  for (let from = 0; from < Math.max(1, poses.length); from += rows * COLUMNS) {
    const here = poses.slice(from, from + rows * COLUMNS);
    const head: Words[] =
      from === 0
        ? [
            { words: title, letters: TITLE_LETTERS, x: MARGIN, y: MARGIN, width },
            ...(lesson ? [{ words: lesson, letters: LETTERS, x: MARGIN, y: MARGIN + 22, width }] : []),
          ]
        : [];
    const top = MARGIN + HEAD;
    const pictures: Picture[] = [];
    const labels: Words[] = [];
    for (const [i, pose] of here.entries()) {
      const [x, y] = [
        MARGIN + (i % COLUMNS) * (PAIR.width + GAP),
        top + Math.floor(i / COLUMNS) * (PAIR.height + GAP),
      ];
      pictures.push(...(await picturesOf(store, files, pose, x, y)));
      labels.push({
        words: labelOf(pose, from + i),
        letters: LETTERS,
        x,
        y: y + PAIR.height - LABEL + 3,
        width: PAIR.width,
      });
    }
    const foot = top + Math.ceil(here.length / COLUMNS) * (PAIR.height + GAP);
    const last = from + rows * COLUMNS >= poses.length;
    sheets.push({
      height: foot + MARGIN,
      words: [
        ...head,
        ...labels,
        ...(last && credits ? [{ words: credits, letters: LETTERS, x: MARGIN, y: foot, width }] : []),
      ],
      pictures,
    });
  }
  return sheets;
}

/** A session's contact sheet as one PNG, credits underneath. @throws Gone where there is no such session */
export async function sheetPng(store: Store, files: BlobFiles, id: Id): Promise<Buffer> {
  const session = await store.readSession(id);
  const [sheet] = await lay(
    store,
    files,
    session,
    Math.max(1, Math.ceil(begunOf(session.poses).length / COLUMNS)),
  );
  const { words, pictures, height } = sheet as Laid;
  const px = (points: number): number => Math.round(points / POINTS_PER_PIXEL);
  const written = await Promise.all(
    words.map(async (w) => ({ ...w, picture: await wordsPicture(w.words, w.letters, px(w.width)) })),
  );
  const bottom = Math.max(
    px(height),
    ...written.map(({ y, picture }) => px(y) + picture.info.height + px(MARGIN)),
  );
  return sharp({ create: { width: px(SHEET.width), height: bottom, channels: 3, background: PAPER } })
    .composite([
      ...pictures.map(({ bytes, x, y }) => ({ input: bytes, left: px(x), top: px(y) })),
      ...written.map(({ picture, x, y }) => ({ input: picture.data, left: px(x), top: px(y) })),
    ])
    .withMetadata({ density: DPI })
    .png()
    .toBuffer();
}

/**
 * A session's contact sheet as PDF, as many sheets as it takes, credits under the last.
 * @throws Gone where there is no such session
 */
export async function sheetPdf(store: Store, files: BlobFiles, id: Id): Promise<Buffer> {
  const session = await store.readSession(id);
  const document = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    info: { Title: session.title || session.set.title },
  });
  const done = finished(document);
  for (const { words, pictures, height } of await lay(store, files, session, ROWS)) {
    const written = words.map((w) => ({
      ...w,
      bottom: w.y + document.font(FONT).fontSize(w.letters).heightOfString(w.words, { width: w.width }),
    }));
    const room = Math.max(SHEET.height, height, ...written.map(({ bottom }) => bottom + MARGIN));
    document.addPage({ size: [SHEET.width, room], margin: 0 });
    document.rect(0, 0, SHEET.width, room).fill(PAPER);
    for (const { bytes, x, y, width, height: high } of pictures)
      document.image(bytes, x, y, { width, height: high });
    for (const { words: text, letters, x, y, width } of written)
      document.fillColor(INK).font(FONT).fontSize(letters).text(text, x, y, { width });
  }
  document.end();
  return done;
}
