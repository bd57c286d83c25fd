import { homography, type Quad } from '../geometry/homography.ts';
import { polygonArea } from '../geometry/polygon.ts';
import type { Rgb } from './picture.ts';

/**
 * The page cut out of a photo and laid flat. Where the photo is finer than asked, several places of
 * it are averaged, so that no thin line falls through.
 * @param corners of the page in the photo, from the left top on clockwise, pixels
 * @param size of the page that is made, pixels
 * @throws RangeError where three corners lie in a line
 */
export function layFlat(photo: Rgb, corners: Quad, size: { width: number; height: number }): Rgb {
  const { width, height } = size;
  const toPhoto = homography([{ x: 0, y: 0 }, { x: width, y: 0 }, { x: width, y: height }, { x: 0, y: height }], corners);
  const data = new Uint8Array(width * height * 3);
  const finer = Math.max(1, Math.min(4, Math.round(Math.sqrt(polygonArea(corners) / (width * height)))));
  const sum = [0, 0, 0];
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      sum.fill(0);
      for (let v = 0; v < finer; v += 1) {
        for (let u = 0; u < finer; u += 1) {
          const at = toPhoto({ x: x + (u + 0.5) / finer, y: y + (v + 0.5) / finer });
          const [px, py] = [Math.min(photo.width - 1.001, Math.max(0, at.x - 0.5)), Math.min(photo.height - 1.001, Math.max(0, at.y - 0.5))];
          const [i, j] = [Math.floor(px), Math.floor(py)];
          const [s, t] = [px - i, py - j];
          const k = (j * photo.width + i) * 3;
          const below = k + photo.width * 3;
          for (let c = 0; c < 3; c += 1) {
            const top = (photo.data[k + c] as number) * (1 - s) + (photo.data[k + 3 + c] as number) * s;
            const low = (photo.data[below + c] as number) * (1 - s) + (photo.data[below + 3 + c] as number) * s;
            sum[c] = (sum[c] as number) + top * (1 - t) + low * t;
          }
        }
      }
      for (let c = 0; c < 3; c += 1) data[(y * width + x) * 3 + c] = Math.round((sum[c] as number) / finer ** 2);
    }
  }
  return { width, height, data };
}
