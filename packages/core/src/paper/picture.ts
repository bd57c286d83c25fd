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
  for (let i = 0; i < out.length; i += 1)
    out[i] =
      0.2126 * (data[3 * i] as number) +
      0.7152 * (data[3 * i + 1] as number) +
      0.0722 * (data[3 * i + 2] as number);
  return { width, height, data: out };
}

/**
 * A picture whose longer side is at most so many pixels, averaged by area, and the factor by which it was
 * made smaller; the picture itself and 1 where it is no larger.
 */
export function atMost(picture: Rgb, longest: number): { picture: Rgb; by: number } {
  const by = Math.min(1, longest / Math.max(picture.width, picture.height));
  if (by === 1) return { picture, by };
  const [width, height] = [
    Math.max(1, Math.round(picture.width * by)),
    Math.max(1, Math.round(picture.height * by)),
  ];
  const data = new Uint8Array(width * height * 3);
  const columns = Int32Array.from(
    { length: picture.width },
    (_, x) => 3 * Math.min(width - 1, Math.floor((x * width) / picture.width)),
  );
  const widths = new Float32Array(width);
  for (const column of columns) widths[column / 3] = (widths[column / 3] as number) + 1;
  const sums = new Float32Array(width * 3);
  for (let row = 0, y = 0; row < height; row += 1) {
    sums.fill(0);
    let rows = 0;
    for (
      ;
      y < picture.height && Math.min(height - 1, Math.floor((y * height) / picture.height)) === row;
      y += 1, rows += 1
    ) {
      for (let x = 0, from = y * picture.width * 3; x < picture.width; x += 1, from += 3) {
        const to = columns[x] as number;
        sums[to] = (sums[to] as number) + (picture.data[from] as number);
        sums[to + 1] = (sums[to + 1] as number) + (picture.data[from + 1] as number);
        sums[to + 2] = (sums[to + 2] as number) + (picture.data[from + 2] as number);
      }
    }
    for (let i = 0; i < sums.length; i += 1)
      data[3 * row * width + i] = Math.round(
        (sums[i] as number) / (rows * (widths[Math.floor(i / 3)] as number)),
      );
  }
  return { picture: { width, height, data }, by };
}

/**
 * A value between pixels, by the four nearest (bilinear); pixel centres lie at halves, places beyond the
 * edge count as on it. The picture has at least two pixels each way.
 */
export function sampled({ width, height, data }: Grey, x: number, y: number): number {
  const [px, py] = [Math.min(width - 1, Math.max(0, x - 0.5)), Math.min(height - 1, Math.max(0, y - 0.5))];
  const [i, j] = [Math.min(width - 2, Math.floor(px)), Math.min(height - 2, Math.floor(py))];
  const [s, t] = [px - i, py - j];
  const k = j * width + i;
  return (
    ((data[k] as number) * (1 - s) + (data[k + 1] as number) * s) * (1 - t) +
    ((data[k + width] as number) * (1 - s) + (data[k + width + 1] as number) * s) * t
  );
}
