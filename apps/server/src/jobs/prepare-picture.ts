import sharp, { type Sharp } from 'sharp';
import { MOST_PIXELS } from '@deft/contract';
import { preparedFrame, straightFrame, type Preparation } from '@deft/core/reference';
import { carryTone, soften, toneCurve } from '@deft/core/tone';
import { previewsOf } from './take-picture.ts';

export interface Prepared {
  readonly picture: Uint8Array;
  readonly mime: string;
  readonly preview: Uint8Array;
  readonly small: Uint8Array;
  readonly width: number;
  readonly height: number;
}

/** Room round a picture that is straightened: what would be left empty is not in the frame. */
const NOTHING = { r: 0, g: 0, b: 0, alpha: 0 };

/**
 * Carries a preparation out on a picture at its full size: outline, flip, turn, straightening and
 * crop, then softness, and the tone in the same tables as the preview's.
 * @param path a picture that browsers can show
 */
export async function preparePicture(path: string, settings: Preparation): Promise<Prepared> {
  const { outline, flip, turn, straighten, crop, soft } = settings;
  const image = sharp(path, { limitInputPixels: MOST_PIXELS }).autoOrient().toColourspace('srgb');
  const { data, info } = await (outline ? image.ensureAlpha() : image)
    .raw()
    .toBuffer({ resolveWithObject: true });
  const size = { width: info.width, height: info.height };
  const raw = (width: number, height: number) => ({
    raw: { width, height, channels: info.channels },
    limitInputPixels: 4 * MOST_PIXELS,
  });
  let stage = { data, ...size };
  const through = async (make: (from: Sharp) => Sharp): Promise<void> => {
    const made = await make(sharp(stage.data, raw(stage.width, stage.height)))
      .raw()
      .toBuffer({ resolveWithObject: true });
    stage = { data: made.data, width: made.info.width, height: made.info.height };
  };
  if (outline) {
    const mask = `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}"><polygon points="${outline.map(({ x, y }) => `${x.toFixed(2)},${y.toFixed(2)}`).join(' ')}" fill="#fff"/></svg>`;
    await through((from) => from.composite([{ input: Buffer.from(mask), blend: 'dest-in' }]));
  }
  if (flip) await through((from) => from.flop());
  // The core turns counter-clockwise, sharp clockwise.
  if (turn !== 0) await through((from) => from.rotate(360 - turn));
  const straight = straightFrame(stage, straighten);
  if (straighten !== 0) await through((from) => from.rotate(-straighten, { background: NOTHING }));
  const frame = preparedFrame(size, settings);
  const box = crop ?? { x: 0, y: 0, width: 1, height: 1 };
  const left = Math.max(
    0,
    Math.round((stage.width - straight.width) / 2 + Math.round(box.x * straight.width)),
  );
  const top = Math.max(
    0,
    Math.round((stage.height - straight.height) / 2 + Math.round(box.y * straight.height)),
  );
  const [width, height] = [
    Math.min(frame.width, stage.width - left),
    Math.min(frame.height, stage.height - top),
  ];
  if (width !== stage.width || height !== stage.height)
    await through((from) => from.extract({ left, top, width, height }));
  const pixels = new Uint8ClampedArray(stage.data.buffer, stage.data.byteOffset, stage.data.length);
  soften(pixels, stage.width, stage.height, info.channels, soft * Math.max(size.width, size.height));
  carryTone(pixels, info.channels, toneCurve(settings), settings.grey);
  const open = () => sharp(pixels, raw(stage.width, stage.height));
  const picture = outline
    ? await open().webp({ quality: 92, effort: 2 }).toBuffer()
    : await open().jpeg({ quality: 93 }).toBuffer();
  const { preview, small } = await previewsOf(open);
  return {
    picture,
    mime: outline ? 'image/webp' : 'image/jpeg',
    preview,
    small,
    width: stage.width,
    height: stage.height,
  };
}
