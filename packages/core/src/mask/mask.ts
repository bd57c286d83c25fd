/** A picture of yes and no: one byte a pixel, row by row. */
export interface Mask {
  readonly width: number;
  readonly height: number;
  readonly bits: Uint8Array;
}

/** A mask of so many pixels with none set. */
export const emptyMask = (width: number, height: number): Mask => ({
  width,
  height,
  bits: new Uint8Array(width * height),
});

/** Set where the mask is not, and the other way round. */
export const inverted = (mask: Mask): Mask => ({ ...mask, bits: mask.bits.map((bit) => (bit ? 0 : 1)) });

/** A mask of the same size with only some pixels set, given as indices. */
export function maskOf(mask: Mask, pixels: Iterable<number>): Mask {
  const made = emptyMask(mask.width, mask.height);
  for (const i of pixels) made.bits[i] = 1;
  return made;
}
