import { grown } from '../mask/distances.ts';
import type { Mask } from '../mask/mask.ts';

/**
 * How well two masks of one size agree within a distance, pixels: share of the found that is true
 * (precision), share of the true that is found (recall), and their harmonic mean (van Rijsbergen 1979). All
 * 0 where one of them is empty.
 */
export function agreement(
  found: Mask,
  truth: Mask,
  within: number,
): { precision: number; recall: number; f1: number } {
  const share = (of: Mask, near: Mask): number => {
    let [n, hit] = [0, 0];
    for (let k = 0; k < of.bits.length; k += 1) {
      if (!of.bits[k]) continue;
      n += 1;
      hit += near.bits[k] as number;
    }
    return n === 0 ? 0 : hit / n;
  };
  const [precision, recall] = [share(found, grown(truth, within)), share(truth, grown(found, within))];
  return {
    precision,
    recall,
    f1: precision + recall === 0 ? 0 : (2 * precision * recall) / (precision + recall),
  };
}
