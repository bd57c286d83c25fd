import type { Mask } from '../tone/mask.ts';

/** A mask grown by a distance each way, pixels. */
function grown({ width, height, bits }: Mask, by: number): Uint8Array {
  const reach = Math.floor(by);
  const disc: [number, number][] = [];
  for (let dy = -reach; dy <= reach; dy += 1)
    for (let dx = -reach; dx <= reach; dx += 1) if (dx * dx + dy * dy <= by * by) disc.push([dx, dy]);
  const out = new Uint8Array(bits.length);
  for (let k = 0; k < bits.length; k += 1) {
    if (!bits[k]) continue;
    const [x, y] = [k % width, Math.floor(k / width)];
    for (const [dx, dy] of disc)
      if (x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height) out[k + dy * width + dx] = 1;
  }
  return out;
}

/**
 * How well two masks agree within a distance, pixels: share of the found that is true, share of the true that
 * is found, and their harmonic mean.
 */
export function agreement(
  found: Mask,
  truth: Mask,
  within: number,
): { precision: number; recall: number; f1: number } {
  const share = (of: Mask, near: Uint8Array): number => {
    let [n, hit] = [0, 0];
    for (let k = 0; k < of.bits.length; k += 1) {
      if (!of.bits[k]) continue;
      n += 1;
      hit += near[k] as number;
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
