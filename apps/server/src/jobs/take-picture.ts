import { createHash } from 'node:crypto';
import { readFile, stat, writeFile } from 'node:fs/promises';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { MOST_BYTES, MOST_PIXELS, PREVIEW, SMALL_PREVIEW } from '@deft/contract';
import { LIKENESS, likenessOf } from '@deft/core/reference';
import { NotAPicture } from './not-a-picture.ts';
import { kindOf, MIMES, SHOWN_AS_IT_IS, type PictureKind } from './picture-kind.ts';
import { readCredit } from './read-credit.ts';
import { strikeLocation } from './strike-location.ts';

// One picture at a time in a thread, none kept: memory stays under what one picture takes.
sharp.cache(false);
sharp.concurrency(1);

/** Longer side at which an SVG is drawn, pixels. */
const DRAWN = 2000;
const MOST_SVG_BYTES = 10 * 1024 * 1024;
const SECONDS = 30;
/** As much of a file's beginning as holds what it says about itself, even with long profiles. */
const HEAD = 1024 * 1024;

export interface TakeOptions {
  /** Where it was taken stays in the file and is written down. */
  readonly keepLocation?: boolean;
}

/** A picture taken apart, ready to be kept. */
export interface Taken {
  readonly sha256: string;
  readonly mime: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  /** What a browser gets where it is not the original. */
  readonly shown: { readonly bytes: Uint8Array; readonly mime: string } | null;
  /** WebP, at most 1280 and 320 pixels. */
  readonly preview: Uint8Array;
  readonly small: Uint8Array;
  readonly likeness: string;
  readonly facts: ReturnType<typeof readCredit>;
}

const limited = (input: string | Buffer, more: { density?: number } = {}): Sharp =>
  sharp(input, { limitInputPixels: MOST_PIXELS, failOn: 'truncated', ...more }).timeout({ seconds: SECONDS });

/**
 * Both previews of a picture and its likeness.
 * @param decode opens it anew
 * @param own its file, where that serves as the larger preview itself
 */
export async function previewsOf(
  decode: () => Sharp,
  own: Buffer | null = null,
): Promise<{ preview: Buffer; small: Buffer; likeness: string }> {
  const { data, info } = await decode()
    .autoOrient()
    .resize(PREVIEW, PREVIEW, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const raw = { raw: { width: info.width, height: info.height, channels: info.channels } };
  const preview = own ?? (await sharp(data, raw).webp({ quality: 80, effort: 1 }).toBuffer());
  const small = await sharp(data, raw)
    .resize(SMALL_PREVIEW, SMALL_PREVIEW, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 80, effort: 2 })
    .toBuffer();
  const grey = await sharp(data, raw)
    .flatten({ background: '#ffffff' })
    .greyscale()
    .resize(LIKENESS.width, LIKENESS.height, { fit: 'fill' })
    .raw()
    .toBuffer();
  return { preview, small, likeness: likenessOf(grey) };
}

/** Bytes a pixel of a preview, about. */
const PREVIEW_RATE = 0.1;

/** Whether a file is what its preview would be: an upright, still WebP of that size, no heavier. */
const isOwnPreview = (
  bytes: Buffer,
  { format, orientation = 1, pages = 1, width, height }: Metadata,
): boolean =>
  format === 'webp' &&
  orientation === 1 &&
  pages === 1 &&
  Math.max(width, height) <= PREVIEW &&
  bytes.length <= PREVIEW_RATE * width * height;

/** Draws an SVG to pixels. It is read from memory, so that it can reach neither files nor the network. */
async function drawSvg(bytes: Buffer): Promise<Buffer> {
  if (bytes.length > MOST_SVG_BYTES)
    throw new NotAPicture(`it is an SVG larger than ${MOST_SVG_BYTES / 1024 / 1024} MB`);
  if (/<!ENTITY/i.test(bytes.toString('latin1')))
    throw new NotAPicture('it declares entities of its own, which this desk does not open');
  const head = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!head?.width || !head.height) throw new NotAPicture('it cannot be drawn: it is damaged or has no size');
  const wanted = DRAWN / Math.max(head.width, head.height);
  // What is sized in millimetres grows with the square of the density, what is sized in pixels with itself.
  const twice = await sharp(bytes, { limitInputPixels: false, density: 144 }).metadata();
  const squared = twice.width > 3 * head.width;
  const density = Math.max(1, Math.min(2400, 72 * (squared ? Math.sqrt(wanted) : wanted)));
  return limited(bytes, { density }).resize(DRAWN, DRAWN, { fit: 'inside' }).png().toBuffer();
}

async function decoded(
  bytes: Buffer,
  kind: PictureKind,
  preview: typeof previewsOf,
): Promise<Pick<Taken, 'width' | 'height' | 'shown' | 'preview' | 'small' | 'likeness'>> {
  const drawn = kind === 'svg' ? await drawSvg(bytes) : null;
  const head = await sharp(drawn ?? bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!head?.width || !head.height) throw new NotAPicture('its beginning is damaged, so it cannot be read');
  if (head.format !== (drawn ? 'png' : kind === 'avif' ? 'heif' : kind))
    throw new NotAPicture('it is not what its beginning says it is');
  const pixels = head.width * head.height;
  if (pixels > MOST_PIXELS)
    throw new NotAPicture(
      `it has ${Math.round(pixels / 1e6)} megapixels, and the most is ${MOST_PIXELS / 1e6}`,
    );
  const turned = (head.orientation ?? 1) >= 5;
  const open = (): Sharp => limited(drawn ?? bytes);
  const previews = await preview(open, isOwnPreview(bytes, head) ? bytes : null);
  const shown = SHOWN_AS_IT_IS.has(kind)
    ? null
    : drawn
      ? { bytes: drawn, mime: 'image/png' }
      : {
          bytes: await open().autoOrient().toColourspace('srgb').webp({ quality: 95, effort: 2 }).toBuffer(),
          mime: 'image/webp',
        };
  return {
    width: turned ? head.height : head.width,
    height: turned ? head.width : head.height,
    shown,
    ...previews,
  };
}

/** The steps of taking a picture in; a test may put one that fails in a step's place. */
export const TAKE_STEPS = {
  /** Reads a file whose kind is a picture's. @throws NotAPicture */
  async open(path: string): Promise<{ bytes: Buffer; kind: PictureKind }> {
    const { size } = await stat(path);
    if (size === 0) throw new NotAPicture('it is empty (0 bytes)');
    if (size > MOST_BYTES) throw new NotAPicture(`it is larger than ${MOST_BYTES / 1024 / 1024} MB`);
    const kind = await kindOf(path);
    if (kind === null) throw new NotAPicture('it is not a JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG picture');
    if (kind === 'zip') throw new NotAPicture('it is a zip within a zip, which this desk does not open');
    return { bytes: await readFile(path), kind };
  },
  readCredit,
  strikeLocation,
  decode: decoded,
  preview: previewsOf,
};
export type TakeSteps = typeof TAKE_STEPS;

/** What a decoder's error comes down to. */
const undecodable = (error: unknown): Error =>
  error instanceof NotAPicture
    ? error
    : new NotAPicture(
        /timeout/i.test(String(error))
          ? `it took longer than ${SECONDS} seconds to open`
          : 'it is cut short or damaged, so it cannot be shown whole',
      );

/**
 * Looks at a file that is to become a reference: decodes it whole, turned upright, makes what is
 * shown of it, reads what it says of itself, and strikes out where it was taken unless that is wanted.
 * @throws NotAPicture with the reason
 */
export async function takePicture(
  path: string,
  { keepLocation = false }: TakeOptions = {},
  steps: TakeSteps = TAKE_STEPS,
): Promise<Taken> {
  const { bytes, kind } = await steps.open(path);
  const whole = kind === 'tiff' || kind === 'avif';
  const { location, ...facts } =
    kind === 'svg' ? {} : steps.readCredit(bytes.subarray(0, whole ? bytes.length : HEAD));
  if (!keepLocation && steps.strikeLocation(bytes)) await writeFile(path, bytes);
  const made = await steps.decode(bytes, kind, steps.preview).catch((error: unknown) => {
    throw undecodable(error);
  });
  return {
    sha256: createHash('sha256').update(bytes).digest('hex'),
    mime: MIMES[kind],
    bytes: bytes.length,
    ...made,
    facts: { ...facts, ...(keepLocation && location ? { location } : {}) },
  };
}
