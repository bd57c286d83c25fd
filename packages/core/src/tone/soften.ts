/** Widths of three boxes whose passes together come close to a Gaussian of the given spread (Kovesi 2010). */
export function boxRadii(sigma: number): [number, number, number] {
  const ideal = Math.sqrt((12 * sigma * sigma) / 3 + 1);
  const low = Math.floor(ideal) - (Math.floor(ideal) % 2 === 0 ? 1 : 0);
  const lows = Math.round((12 * sigma * sigma - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  const radius = (i: number): number => ((i < lows ? low : low + 2) - 1) / 2;
  return [radius(0), radius(1), radius(2)];
}

/** One pass along lines: `stride` apart within a line, the edge carried on outwards. */
function passLine(
  from: Uint8ClampedArray,
  to: Uint8ClampedArray,
  start: number,
  stride: number,
  n: number,
  radius: number,
): void {
  const first = from[start] as number;
  const last = from[start + (n - 1) * stride] as number;
  let sum = (radius + 1) * first;
  for (let i = 0; i < radius; i += 1) sum += from[start + Math.min(n - 1, i) * stride] as number;
  const by = 1 / (2 * radius + 1);
  for (let i = 0; i < n; i += 1) {
    sum += i + radius < n ? (from[start + (i + radius) * stride] as number) : last;
    sum -= i - radius - 1 >= 0 ? (from[start + (i - radius - 1) * stride] as number) : first;
    to[start + i * stride] = sum * by + 0.5;
  }
}

/**
 * One pass down all columns at once, row by row: sums for a whole row are carried along, so that memory is
 * read in order.
 */
function passDown(
  from: Uint8ClampedArray,
  to: Uint8ClampedArray,
  row: number,
  height: number,
  radius: number,
): void {
  const sums = new Float32Array(row);
  const at = (y: number): number => Math.min(height - 1, Math.max(0, y)) * row;
  for (let y = -radius - 1; y < radius; y += 1) {
    const line = at(y);
    for (let x = 0; x < row; x += 1) sums[x] = (sums[x] as number) + (from[line + x] as number);
  }
  const by = 1 / (2 * radius + 1);
  for (let y = 0; y < height; y += 1) {
    const [came, went, line] = [at(y + radius), at(y - radius - 1), y * row];
    for (let x = 0; x < row; x += 1) {
      const sum = (sums[x] as number) + (from[came + x] as number) - (from[went + x] as number);
      sums[x] = sum;
      to[line + x] = sum * by + 0.5;
    }
  }
}

/**
 * Softens pixels in place by three box passes each way, which come close to a Gaussian.
 * @param channels bytes a pixel @param sigma standard deviation, pixels; under half a pixel nothing happens
 */
export function soften(
  pixels: Uint8ClampedArray,
  width: number,
  height: number,
  channels: number,
  sigma: number,
): void {
  if (!(sigma >= 0.5)) return;
  const other = new Uint8ClampedArray(pixels.length);
  for (const radius of boxRadii(sigma)) {
    if (radius < 1) continue;
    for (let y = 0; y < height; y += 1)
      for (let c = 0; c < channels; c += 1)
        passLine(pixels, other, y * width * channels + c, channels, width, radius);
    passDown(other, pixels, width * channels, height, radius);
  }
}
