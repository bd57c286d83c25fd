import sharp, { type Sharp } from 'sharp';
import { MOST_PIXELS, type FoundPage, type Four, type Lifting } from '@deft/contract';
import { polygonArea, type Point } from '@deft/core/geometry';
import { findPage, layFlat, liftInk, loopsRound, type Rgb } from '@deft/core/paper';
import { madePage, madePhoto, madeConditions, type MadeLayout, type MadeLine } from '@deft/camera';
import { NotAPicture } from './not-a-picture.ts';
import { kindOf } from './picture-kind.ts';

/** Longer side at which a photo is looked through, pixels. */
const LOOKED = 2000;
/**
 * Ink is lifted from a photo that shows the page this often as large as it is made, by area, and no larger
 * than so.
 */
const FINER = 2;
const LIFTED_FROM = 3600;
/** Longer side of what is shown to set corners on, and of the lifted page. */
const SHOWN = 1400;
const PAGE = 1500;
const SECONDS = 30;
/** Two pages beside each other are at least so much wider than high. */
const SPREAD = 1.15;

/** A photo of paper, taken apart. */
export interface Photographed {
  readonly mime: string;
  readonly width: number;
  readonly height: number;
  /** JPEG, upright. */
  readonly shown: Uint8Array;
  readonly found: FoundPage | null;
}

/** What was lifted from a photo. */
export interface LiftedPaper {
  /** PNG with transparent paper. */
  readonly ink: Uint8Array;
  readonly width: number;
  readonly height: number;
  /** Round what lies together, millimetres of the paper. */
  readonly loops: readonly (readonly Point[])[];
}

const opened = (path: string): Sharp =>
  sharp(path, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
    .timeout({ seconds: SECONDS })
    .autoOrient();

async function pixels(path: string, longest: number): Promise<Rgb> {
  const { data, info } = await opened(path)
    .resize(longest, longest, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  if (info.channels === 3) return { width: info.width, height: info.height, data };
  const rgb = new Uint8Array(info.width * info.height * 3);
  for (let i = 0; i < info.width * info.height; i += 1)
    for (let c = 0; c < 3; c += 1)
      rgb[3 * i + c] = data[i * info.channels + (info.channels >= 3 ? c : 0)] as number;
  return { width: info.width, height: info.height, data: rgb };
}

const length = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/**
 * Opens a photo and looks for the page in it.
 * @throws NotAPicture where it cannot be opened, with the reason
 */
export async function findPaper(path: string): Promise<Photographed> {
  const kind = await kindOf(path);
  if (kind === null || kind === 'zip' || kind === 'svg')
    throw new NotAPicture('it is no photo that this desk opens: bring a JPEG, PNG or WebP');
  const head = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!head?.width || !head.height) throw new NotAPicture('its beginning is damaged, so it cannot be read');
  if (head.width * head.height > MOST_PIXELS)
    throw new NotAPicture(
      `it has ${Math.round((head.width * head.height) / 1e6)} megapixels, and the most is ${MOST_PIXELS / 1e6}`,
    );
  const turned = (head.orientation ?? 1) >= 5;
  const [width, height] = turned ? [head.height, head.width] : [head.width, head.height];
  const photo = await pixels(path, LOOKED).catch(() => {
    throw new NotAPicture('it is cut off or damaged');
  });
  const shown = await sharp(photo.data, { raw: { width: photo.width, height: photo.height, channels: 3 } })
    .resize(SHOWN, SHOWN, { fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 84 })
    .toBuffer();
  const page = findPage(photo);
  if (!page) return { mime: `image/${head.format}`, width, height, shown, found: null };
  const by = width / photo.width;
  const [a, b, c, d] = page.corners.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Four;
  return {
    mime: `image/${head.format}`,
    width,
    height,
    shown,
    found: {
      corners: [a, b, c, d],
      spread: length(a, b) + length(d, c) > SPREAD * (length(a, d) + length(b, c)),
    },
  };
}

/**
 * Lays a photographed page flat and lifts what was drawn on it.
 * @param wanted how many drawings there should be, where that is known
 */
export async function liftPaper(
  path: string,
  { corners, width, height, faint }: Lifting,
  photoWidth: number,
  wanted: number | null,
): Promise<LiftedPaper> {
  const scale = PAGE / Math.max(width, height);
  const size = { width: Math.round(width * scale), height: Math.round(height * scale) };
  const head = await opened(path).metadata();
  const enough = Math.sqrt((FINER * size.width * size.height) / Math.max(1, polygonArea(corners)));
  const photo = await pixels(
    path,
    Math.round(Math.min(LIFTED_FROM, enough * Math.max(head.width, head.height))),
  );
  const by = photo.width / photoWidth;
  const flat = layFlat(photo, corners.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Four, size);
  const { alpha, colour, mask } = liftInk(flat, { faint });
  const rgba = new Uint8Array(size.width * size.height * 4);
  for (let i = 0; i < alpha.length; i += 1) {
    rgba[4 * i] = colour[0];
    rgba[4 * i + 1] = colour[1];
    rgba[4 * i + 2] = colour[2];
    rgba[4 * i + 3] = Math.round(255 * (alpha[i] as number));
  }
  const ink = await sharp(rgba, { raw: { ...size, channels: 4 } })
    .png({ compressionLevel: 5 })
    .toBuffer();
  const loops = loopsRound(mask, wanted, width > SPREAD * height).map((loop) =>
    loop.map(({ x, y }) => ({ x: x / scale, y: y / scale })),
  );
  return { ink, ...size, loops };
}

/**
 * A photo that the simulated camera takes of made drawings. JPEG.
 * @param easy in good light, on a plain desk
 */
export async function takePhoto(
  figures: readonly (readonly MadeLine[])[],
  layout: MadeLayout,
  seed: number,
  easy: boolean,
): Promise<Uint8Array> {
  const page = madePage({ layout, seed, figures, line: 3.2 });
  const size = layout.kind === 'spread' ? { width: 2000, height: 1500 } : { width: 1500, height: 2000 };
  // What anybody may meet, short of the worst: the camera is held by somebody who wants a page.
  const { tilt, ink, light, ...rest } = madeConditions(seed);
  const held = { ...rest, tilt: tilt * 0.7, ink: Math.max(0.4, ink), light: Math.max(0.6, light) };
  const photo = madePhoto(
    page,
    easy ? { ...held, desk: 'plain', paper: 'white', shadow: 0, creases: 0, light: 1, ink: 0.7 } : held,
    seed,
    size,
  );
  return sharp(photo.rgb, { raw: { ...size, channels: 3 } })
    .jpeg({ quality: 88 })
    .toBuffer();
}
