import type { Mask } from './mask.ts';

const FAR = 1e9;

/** Where the parabolas that stand on two places of a line meet. */
const meetAt = (f: Float64Array, p: number, q: number): number =>
  ((f[q] as number) + q * q - ((f[p] as number) + p * p)) / (2 * q - 2 * p);

/**
 * Squared distances along one line to the lower envelope of parabolas (Felzenszwalb and Huttenlocher 2012).
 */
function distanceLine(f: Float64Array, n: number, out: Float64Array, v: Int32Array, z: Float64Array): void {
  let k = 0;
  v[0] = 0;
  z[0] = -FAR;
  z[1] = FAR;
  for (let q = 1; q < n; q += 1) {
    let s = meetAt(f, v[k] as number, q);
    while (k > 0 && s <= (z[k] as number)) {
      k -= 1;
      s = meetAt(f, v[k] as number, q);
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

/** Squared distance of every pixel to the nearest set one in its column; `FAR` where there is none. */
function downwards(bits: Uint8Array, width: number, height: number): Float64Array {
  const grid = new Float64Array(bits.length);
  const steps = new Int32Array(width).fill(height);
  // Row after row, so that memory is read in order: how far the last set pixel above is, then the next below.
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      const far = bits[i] ? 0 : (steps[x] as number) + 1;
      steps[x] = far;
      grid[i] = far > height ? FAR : far * far;
    }
  steps.fill(height);
  for (let y = height - 1; y >= 0; y -= 1)
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      const far = bits[i] ? 0 : (steps[x] as number) + 1;
      steps[x] = far;
      if (far <= height && far * far < (grid[i] as number)) grid[i] = far * far;
    }
  return grid;
}

/**
 * Exact squared Euclidean distance of every pixel to the nearest set one, pixels² (Felzenszwalb and
 * Huttenlocher 2012); about 1e9 everywhere where none is set.
 */
export function squaredDistances({ width, height, bits }: Mask): Float64Array {
  const grid = downwards(bits, width, height);
  const [f, out, v, z] = [
    new Float64Array(width),
    new Float64Array(width),
    new Int32Array(width),
    new Float64Array(width + 1),
  ];
  for (let y = 0; y < height; y += 1) {
    f.set(grid.subarray(y * width, (y + 1) * width));
    distanceLine(f, width, out, v, z);
    grid.set(out, y * width);
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
