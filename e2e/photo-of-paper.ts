import sharp from 'sharp';
import { madePage, madePhoto } from '@deft/camera';
import type { At } from './hands.ts';

/** An A5 sheet, millimetres. */
export const SHEET = { width: 148, height: 210 } as const;

/** A photo, as JPEG, of a sheet on a wooden desk with lines drawn on it, held a little askew. */
export function photoOfPaper(lines: readonly (readonly At[])[], seed: number): Promise<Buffer> {
  const figure = lines.map((points) => ({
    points: points.map(({ x, y }) => ({ x: x / SHEET.width, y: y / SHEET.height })),
    weight: 1,
  }));
  const page = madePage({
    layout: { kind: 'one' },
    seed,
    share: SHEET.width / SHEET.height,
    figures: [figure],
  });
  const { width, height, rgb } = madePhoto(
    page,
    {
      tilt: 14,
      towards: 60,
      roll: 4,
      fill: 0.8,
      desk: 'wood',
      paper: 'white',
      ink: 0.75,
      gradient: 0.3,
      shadow: 0,
      creases: 0,
      light: 1,
    },
    seed,
    { width: 1500, height: 2000 },
  );
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
}
