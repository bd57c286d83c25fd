/** A picture of three bytes a pixel, red, green, blue, row by row. */
export interface Rgb {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}

/** One value a pixel, row by row. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Luma by ITU-R BT.709, 0 to 255. */
export function luma({ width, height, data }: Rgb): Grey {
  const out = new Float32Array(width * height);
  for (let i = 0; i < out.length; i += 1) out[i] = 0.2126 * (data[3 * i] as number) + 0.7152 * (data[3 * i + 1] as number) + 0.0722 * (data[3 * i + 2] as number);
  return { width, height, data: out };
}

/** Half as large each way as often as it takes to be no larger than asked, averaged by area. */
export function atMost(picture: Rgb, longest: number): { picture: Rgb; by: number } {
  const by = Math.min(1, longest / Math.max(picture.width, picture.height));
  if (by === 1) return { picture, by };
  const [width, height] = [Math.max(1, Math.round(picture.width * by)), Math.max(1, Math.round(picture.height * by))];
  const sums = new Float32Array(width * height * 3);
  const counts = new Float32Array(width * height);
  for (let y = 0; y < picture.height; y += 1) {
    const row = Math.min(height - 1, Math.floor((y * height) / picture.height)) * width;
    for (let x = 0; x < picture.width; x += 1) {
      const to = row + Math.min(width - 1, Math.floor((x * width) / picture.width));
      const from = (y * picture.width + x) * 3;
      for (let c = 0; c < 3; c += 1) sums[3 * to + c] = (sums[3 * to + c] as number) + (picture.data[from + c] as number);
      counts[to] = (counts[to] as number) + 1;
    }
  }
  const data = Uint8Array.from(sums, (sum, i) => Math.round(sum / (counts[Math.floor(i / 3)] as number)));
  return { picture: { width, height, data }, by };
}

/** A value between pixels, by the four nearest; pixel centres lie at halves. */
export function sampled({ width, height, data }: Grey, x: number, y: number): number {
  const [px, py] = [Math.min(width - 1, Math.max(0, x - 0.5)), Math.min(height - 1, Math.max(0, y - 0.5))];
  const [i, j] = [Math.min(width - 2, Math.floor(px)), Math.min(height - 2, Math.floor(py))];
  const [s, t] = [px - i, py - j];
  const k = j * width + i;
  return ((data[k] as number) * (1 - s) + (data[k + 1] as number) * s) * (1 - t) + ((data[k + width] as number) * (1 - s) + (data[k + width + 1] as number) * s) * t;
}
