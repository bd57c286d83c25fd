import type { Rgb } from './picture.ts';

/** Thin edges: strength 0 where there is none, and the direction in which it grows lighter, radians. */
export interface Edges {
  readonly width: number;
  readonly height: number;
  readonly strength: Float32Array;
  readonly direction: Float32Array;
}

/** Share of pixels that may count as edges at the most; a photo of a cloth is full of them. */
const LARGEST_EDGE_SHARE = 0.16;
/** Under this, of 255, nothing is an edge. */
const SMALLEST_GRADIENT = 6;

/**
 * Edges of a colour picture: Sobel's operator on the channel that changes most, thinned across the
 * edge (non-maximum suppression, Canny 1986).
 */
export function edgesOf({ width, height, data }: Rgb): Edges {
  const n = width * height;
  const [gx, gy, size] = [new Float32Array(n), new Float32Array(n), new Float32Array(n)];
  const row = width * 3;
  for (let y = 1; y < height - 1; y += 1) {
    for (let x = 1; x < width - 1; x += 1) {
      const k = y * width + x;
      for (let c = 0; c < 3; c += 1) {
        const i = k * 3 + c;
        const [nw, ne, sw, se] = [
          data[i - row - 3] as number,
          data[i - row + 3] as number,
          data[i + row - 3] as number,
          data[i + row + 3] as number,
        ];
        const dx = (ne + 2 * (data[i + 3] as number) + se - nw - 2 * (data[i - 3] as number) - sw) / 4;
        const dy = (sw + 2 * (data[i + row] as number) + se - nw - 2 * (data[i - row] as number) - ne) / 4;
        const s = Math.sqrt(dx * dx + dy * dy);
        if (s > (size[k] as number)) {
          size[k] = s;
          gx[k] = dx;
          gy[k] = dy;
        }
      }
    }
  }
  const sorted = Float32Array.from({ length: Math.ceil(n / 7) }, (_, i) => size[i * 7] as number).sort();
  const least = Math.max(
    SMALLEST_GRADIENT,
    sorted[Math.floor(sorted.length * (1 - LARGEST_EDGE_SHARE))] as number,
  );
  const strength = new Float32Array(n);
  const direction = new Float32Array(n);
  for (let y = 1; y < height - 1; y += 1) {
    for (let x = 1; x < width - 1; x += 1) {
      const k = y * width + x;
      const s = size[k] as number;
      if (s < least) continue;
      const [ux, uy] = [Math.round((gx[k] as number) / s), Math.round((gy[k] as number) / s)];
      const step = uy * width + ux;
      if (s < (size[k + step] as number) || s <= (size[k - step] as number)) continue;
      strength[k] = s;
      direction[k] = Math.atan2(gy[k] as number, gx[k] as number);
    }
  }
  return { width, height, strength, direction };
}
