import type { Preparation } from '../reference/preparation.ts';

/**
 * The table from a picture's values to prepared ones: black and white point, then the middle by a
 * power, as darkrooms and many programs have it.
 * @returns 256 values, 0 to 255
 */
export function toneCurve({
  black,
  white,
  middle,
}: Pick<Preparation, 'black' | 'white' | 'middle'>): Uint8Array {
  const span = Math.max(1, white - black);
  return Uint8Array.from({ length: 256 }, (_, value) =>
    Math.round(255 * Math.min(1, Math.max(0, (value - black) / span)) ** (1 / middle)),
  );
}

/** Luma weights of ITU-R BT.709. */
const LUMA = [0.2126, 0.7152, 0.0722] as const;

/**
 * Carries a curve, and greyness where wanted, out on pixels in place.
 * @param channels bytes a pixel: 1, 3 or 4 (the fourth is left alone)
 */
export function carryTone(
  pixels: Uint8Array | Uint8ClampedArray,
  channels: number,
  curve: Uint8Array,
  grey: boolean,
): void {
  const colours = Math.min(3, channels);
  for (let i = 0; i < pixels.length; i += channels) {
    if (grey && colours === 3) {
      const luma = Math.round(
        LUMA[0] * (pixels[i] as number) +
          LUMA[1] * (pixels[i + 1] as number) +
          LUMA[2] * (pixels[i + 2] as number),
      );
      pixels[i] = pixels[i + 1] = pixels[i + 2] = curve[luma] as number;
    } else {
      for (let c = 0; c < colours; c += 1) pixels[i + c] = curve[pixels[i + c] as number] as number;
    }
  }
}
