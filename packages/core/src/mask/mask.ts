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

/** How many pixels of a mask are set. */
export const areaOf = ({ bits }: Mask): number => bits.reduce((sum, bit) => sum + bit, 0);

/** How many pixels are set in both of two masks of one size. */
export function sharedArea(a: Mask, b: Mask): number {
  let both = 0;
  for (let i = 0; i < a.bits.length; i += 1) both += (a.bits[i] as number) & (b.bits[i] as number);
  return both;
}
