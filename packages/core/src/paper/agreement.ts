import { squaredDistances, type Mask } from '../tone/mask.ts';

/** How well two masks agree within a distance, pixels: share of the found that is true, share of the true that is found, and their harmonic mean. */
export function agreement(found: Mask, truth: Mask, within: number): { precision: number; recall: number; f1: number } {
  const [toTruth, toFound] = [squaredDistances(truth), squaredDistances(found)];
  const share = (of: Mask, far: Float64Array): number => {
    let [n, near] = [0, 0];
    for (let k = 0; k < of.bits.length; k += 1) {
      if (!of.bits[k]) continue;
      n += 1;
      if ((far[k] as number) <= within * within) near += 1;
    }
    return n === 0 ? 0 : near / n;
  };
  const [precision, recall] = [share(found, toTruth), share(truth, toFound)];
  return { precision, recall, f1: precision + recall === 0 ? 0 : (2 * precision * recall) / (precision + recall) };
}
