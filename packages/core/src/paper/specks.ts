/**
 * Spots of a mask that are too small to be a line go; so do faint ones with nothing sure in them (hysteresis,
 * Canny 1986).
 */
export function removeSpecks(
  bits: Uint8Array,
  sure: Uint8Array,
  width: number,
  height: number,
  least: number,
): void {
  const seen = new Uint8Array(bits.length);
  const stack: number[] = [];
  const spot: number[] = [];
  for (let start = 0; start < bits.length; start += 1) {
    if (!bits[start] || seen[start]) continue;
    stack.push(start);
    spot.length = 0;
    seen[start] = 1;
    let sures = 0;
    while (stack.length > 0) {
      const k = stack.pop() as number;
      spot.push(k);
      sures += sure[k] as number;
      const [x, y] = [k % width, Math.floor(k / width)];
      for (let dy = -1; dy <= 1; dy += 1) {
        for (let dx = -1; dx <= 1; dx += 1) {
          const [i, j] = [x + dx, y + dy];
          if (i < 0 || j < 0 || i >= width || j >= height) continue;
          const n = j * width + i;
          if (bits[n] && !seen[n]) {
            seen[n] = 1;
            stack.push(n);
          }
        }
      }
    }
    if (spot.length < least || sures < least / 4) for (const k of spot) bits[k] = 0;
  }
}
