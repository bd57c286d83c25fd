import type { Mask } from './mask.ts';

/**
 * Connected regions of set pixels: for each its pixels, as indices. Two are connected where they lie at most
 * `reach` pixels apart: 1 for four neighbours, the root of 2 for eight, more to bridge gaps.
 */
export function regions({ width, height, bits }: Mask, reach = 1): Int32Array[] {
  const steps: { dx: number; dy: number }[] = [];
  for (let dy = -Math.floor(reach); dy <= reach; dy += 1)
    for (let dx = -Math.floor(reach); dx <= reach; dx += 1)
      if ((dx !== 0 || dy !== 0) && dx * dx + dy * dy <= reach * reach + 1e-9) steps.push({ dx, dy });
  const seen = new Uint8Array(bits.length);
  const found: Int32Array[] = [];
  const waiting = new Int32Array(bits.length);
  for (let start = 0; start < bits.length; start += 1) {
    if (!bits[start] || seen[start]) continue;
    let count = 0;
    let next = 0;
    waiting[count++] = start;
    seen[start] = 1;
    while (next < count) {
      const i = waiting[next++] as number;
      const x = i % width;
      const y = (i - x) / width;
      for (const { dx, dy } of steps) {
        if (x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height) continue;
        const j = i + dy * width + dx;
        if (seen[j] || !bits[j]) continue;
        seen[j] = 1;
        waiting[count++] = j;
      }
    }
    found.push(waiting.slice(0, count));
  }
  return found;
}
