import sharp from 'sharp';
import { seeded } from '@deft/core/random';

/** Pictures that differ clearly, each lighter on its left. */
export async function scene(seed: number): Promise<Buffer> {
  const random = seeded(seed);
  const shapes = Array.from(
    { length: 12 },
    () =>
      `<rect x="${random() * 300}" y="${random() * 400}" width="${30 + random() * 120}" height="${30 + random() * 120}" fill="hsl(${random() * 360},60%,${15 + random() * 70}%)"/>`,
  ).join('');
  return sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="400"><rect width="100%" height="100%" fill="#888"/><rect width="20" height="400" fill="#fff"/>${shapes}</svg>`,
    ),
  )
    .jpeg()
    .toBuffer();
}
