import { regions } from '../mask/regions.ts';

/**
 * Spots of a mask that are too small to be a line go; so do faint ones with nothing sure in them (hysteresis,
 * Canny 1986). Changes `bits`.
 * @param bits one a pixel, row by row @param sure those that are ink without doubt, likewise
 * @param least pixels that a line has
 */
export function removeSpecks(
  bits: Uint8Array,
  sure: Uint8Array,
  width: number,
  height: number,
  least: number,
): void {
  for (const spot of regions({ width, height, bits }, Math.SQRT2)) {
    let sures = 0;
    for (const k of spot) sures += sure[k] as number;
    if (spot.length < least || sures < least / 4) for (const k of spot) bits[k] = 0;
  }
}
