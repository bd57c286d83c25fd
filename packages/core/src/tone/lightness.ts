import type { Mask } from '../mask/mask.ts';

/** How light each pixel is: CIE L* in parts of 255 for its 100, row by row. */
export interface Lightness extends Pick<Mask, 'width' | 'height'> {
  readonly values: Uint8ClampedArray;
}

/** CIE L* of what is kept as parts of 255. */
export const toL = (value: number): number => (value * 100) / 255;

/** Linear light of each grey of sRGB. */
const LINEAR = Float64Array.from({ length: 256 }, (_, i) => {
  const v = i / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** The lightness of sRGB pixels, four bytes each (CIE 1976 L* of their luminance, IEC 61966-2-1). */
export function lightnessOf(rgba: Uint8ClampedArray, width: number, height: number): Lightness {
  const values = new Uint8ClampedArray(width * height);
  for (let i = 0; i < values.length; i += 1) {
    const [r, g, b] = [rgba[4 * i] as number, rgba[4 * i + 1] as number, rgba[4 * i + 2] as number];
    const y =
      0.2126 * (LINEAR[r] as number) + 0.7152 * (LINEAR[g] as number) + 0.0722 * (LINEAR[b] as number);
    const l = y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (y * 24389) / 27;
    values[i] = (l * 255) / 100;
  }
  return { width, height, values };
}
