import { hull } from '../geometry/hull.ts';
import type { Point } from '../geometry/point.ts';

/** A picture of yes and no: one byte a pixel, row by row. */
export interface Mask {
  readonly width: number;
  readonly height: number;
  readonly bits: Uint8Array;
}

/** A mask of so many pixels with none set. */
export const emptyMask = (width: number, height: number): Mask => ({
  width,
  height,
  bits: new Uint8Array(width * height),
});

const FAR = 1e9;

/**
 * Squared distances along one line to the lower envelope of parabolas (Felzenszwalb and Huttenlocher 2012).
 */
function distanceLine(f: Float64Array, n: number, out: Float64Array, v: Int32Array, z: Float64Array): void {
  let k = 0;
  v[0] = 0;
  z[0] = -FAR;
  z[1] = FAR;
  for (let q = 1; q < n; q += 1) {
    const meet = (): number =>
      ((f[q] as number) + q * q - ((f[v[k] as number] as number) + (v[k] as number) ** 2)) /
      (2 * q - 2 * (v[k] as number));
    let s = meet();
    while (k > 0 && s <= (z[k] as number)) {
      k -= 1;
      s = meet();
    }
    k += 1;
    v[k] = q;
    z[k] = s;
    z[k + 1] = FAR;
  }
  k = 0;
  for (let q = 0; q < n; q += 1) {
    while ((z[k + 1] as number) < q) k += 1;
    out[q] = (q - (v[k] as number)) ** 2 + (f[v[k] as number] as number);
  }
}

/**
 * Exact squared Euclidean distance of every pixel to the nearest set one, pixels² (Felzenszwalb and
 * Huttenlocher 2012); about 1e9 everywhere where none is set.
 */
export function squaredDistances({ width, height, bits }: Mask): Float64Array {
  const grid = Float64Array.from(bits, (bit) => (bit ? 0 : FAR));
  const most = Math.max(width, height);
  const [f, out, v, z] = [
    new Float64Array(most),
    new Float64Array(most),
    new Int32Array(most),
    new Float64Array(most + 1),
  ];
  for (let x = 0; x < width; x += 1) {
    for (let y = 0; y < height; y += 1) f[y] = grid[y * width + x] as number;
    distanceLine(f, height, out, v, z);
    for (let y = 0; y < height; y += 1) grid[y * width + x] = out[y] as number;
  }
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) f[x] = grid[y * width + x] as number;
    distanceLine(f, width, out, v, z);
    for (let x = 0; x < width; x += 1) grid[y * width + x] = out[x] as number;
  }
  return grid;
}

/**
 * The mask grown by a radius in pixels: every pixel no further than that from a set one, by exact distances.
 */
export function grown(mask: Mask, radius: number): Mask {
  const distances = squaredDistances(mask);
  return { ...mask, bits: Uint8Array.from(distances, (d) => (d <= radius * radius ? 1 : 0)) };
}

const inverted = (mask: Mask): Mask => ({ ...mask, bits: mask.bits.map((bit) => (bit ? 0 : 1)) });

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

function maskOf(mask: Mask, pixels: Iterable<number>): Mask {
  const made = emptyMask(mask.width, mask.height);
  for (const i of pixels) made.bits[i] = 1;
  return made;
}

/** The places of set pixels. */
const placesOf = ({ width, bits }: Mask): Point[] => {
  const points: Point[] = [];
  for (let i = 0; i < bits.length; i += 1)
    if (bits[i]) points.push({ x: i % width, y: Math.floor(i / width) });
  return points;
};

/**
 * What ink encloses, filled: the paper is flooded from outside, not through gaps narrower than
 * `gap` pixels, and the rest is the silhouette.
 */
export function silhouette(ink: Mask, gap: number): Mask {
  const { width, height } = ink;
  const walls = grown(ink, gap / 2);
  const outside = emptyMask(width, height);
  for (const region of regions(inverted(walls))) {
    const touchesEdge = region.some(
      (i) => i % width === 0 || i % width === width - 1 || i < width || i >= width * (height - 1),
    );
    if (touchesEdge) for (const i of region) outside.bits[i] = 1;
  }
  // Growing the ink took a rim from the outside; it gets that back.
  return inverted(grown(outside, gap / 2));
}

/**
 * The gaps of a silhouette: holes in it and bays of its hull, each at least `least` of the hull's
 * area, the largest first.
 */
export function gaps(figure: Mask, least = 0.004): Mask[] {
  const corners = hull(placesOf(figure));
  if (corners.length < 3) return [];
  const { width, height } = figure;
  const free = emptyMask(width, height);
  let area = 0;
  for (let y = 0; y < height; y += 1) {
    const xs = corners.flatMap((p, i) => {
      const q = corners[(i + 1) % corners.length] as Point;
      return p.y > y !== q.y > y ? [p.x + ((y - p.y) / (q.y - p.y)) * (q.x - p.x)] : [];
    });
    if (xs.length < 2) continue;
    for (let x = Math.ceil(Math.min(...xs)); x <= Math.max(...xs); x += 1) {
      area += 1;
      if (!figure.bits[y * width + x]) free.bits[y * width + x] = 1;
    }
  }
  return regions(free)
    .filter((region) => region.length >= least * area)
    .sort((p, q) => q.length - p.length)
    .map((region) => maskOf(figure, region));
}
