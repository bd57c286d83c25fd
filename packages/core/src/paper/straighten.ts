import { projection, type Quad } from '../geometry/homography.ts';
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
  const [a, b, c, d, e, f, g, h] = projection(
    [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ],
    corners,
  );
  const data = new Uint8Array(width * height * 3);
  const finer = Math.max(1, Math.min(4, Math.round(Math.sqrt(polygonArea(corners) / (width * height)))));
  const { data: from } = photo;
  const [line, right, low, share] = [
    photo.width * 3,
    photo.width - 1.001,
    photo.height - 1.001,
    1 / finer ** 2,
  ];
  for (let y = 0, to = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1, to += 3) {
      let red = 0;
      let green = 0;
      let blue = 0;
      for (let part = 0; part < finer * finer; part += 1) {
        const u = x + ((part % finer) + 0.5) / finer;
        const v = y + (Math.floor(part / finer) + 0.5) / finer;
        const by = 1 / (g * u + h * v + 1);
        const px = Math.min(right, Math.max(0, (a * u + b * v + c) * by - 0.5));
        const py = Math.min(low, Math.max(0, (d * u + e * v + f) * by - 0.5));
        const i = Math.floor(px);
        const j = Math.floor(py);
        const se = (px - i) * (py - j);
        const ne = px - i - se;
        const sw = py - j - se;
        const nw = 1 - ne - sw - se;
        const k = j * line + i * 3;
        red +=
          (from[k] as number) * nw +
          (from[k + 3] as number) * ne +
          (from[k + line] as number) * sw +
          (from[k + line + 3] as number) * se;
        green +=
          (from[k + 1] as number) * nw +
          (from[k + 4] as number) * ne +
          (from[k + line + 1] as number) * sw +
          (from[k + line + 4] as number) * se;
        blue +=
          (from[k + 2] as number) * nw +
          (from[k + 5] as number) * ne +
          (from[k + line + 2] as number) * sw +
          (from[k + line + 5] as number) * se;
      }
      data[to] = Math.round(red * share);
      data[to + 1] = Math.round(green * share);
      data[to + 2] = Math.round(blue * share);
    }
  }
  return { width, height, data };
}
