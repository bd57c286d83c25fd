import { emptyMask, type Mask } from '../mask/mask.ts';

/** Test help: a mask that is set where an answer about column and row holds. */
export function masked(width: number, height: number, on: (x: number, y: number) => boolean): Mask {
  const mask = emptyMask(width, height);
  for (let i = 0; i < mask.bits.length; i += 1) mask.bits[i] = on(i % width, Math.floor(i / width)) ? 1 : 0;
  return mask;
}
