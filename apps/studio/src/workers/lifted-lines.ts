import { compose, isInside, scaling, transformPoint, type Affine, type Point } from '@deft/core/geometry';
import type { Region } from '@deft/core/page';
import { centreLines } from '@deft/core/paper';

/** Ink that was lifted from paper, as a picture on a page. */
export interface LiftedInk {
  readonly address: string;
  /** Its pixels to page millimetres. */
  readonly transform: Affine;
}

/** Larger than this ink says nothing more of where its lines run, pixels of the longer side. */
const LARGEST = 1000;
/** From this on a pixel is inked, 0 to 255. */
const INKED = 90;

interface Lines {
  readonly lines: Point[][];
  /** How much smaller they are than the picture. */
  readonly by: number;
}

/** What was traced last: the same paper is asked for again at every change of a landmark. */
let last: { readonly address: string; readonly lines: Promise<Lines> } | null = null;

async function traced(address: string): Promise<Lines> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('The ink that was lifted from the paper cannot be read.');
  const whole = await createImageBitmap(await answer.blob());
  const by = Math.min(1, LARGEST / Math.max(whole.width, whole.height));
  const [width, height] = [
    Math.max(1, Math.round(whole.width * by)),
    Math.max(1, Math.round(whole.height * by)),
  ];
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read a picture here.');
  context.imageSmoothingQuality = 'high';
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  const { data } = context.getImageData(0, 0, width, height);
  const bits = new Uint8Array(width * height);
  for (let i = 0; i < bits.length; i += 1) bits[i] = (data[4 * i + 3] as number) >= INKED ? 1 : 0;
  return { lines: centreLines({ width, height, bits }), by };
}

/** The lines of lifted ink within a region, page millimetres; ink that cannot be read gives none, for now. */
export async function liftedLines(lifted: readonly LiftedInk[], region: Region): Promise<Point[][]> {
  const all: Point[][] = [];
  for (const { address, transform } of lifted) {
    if (last?.address !== address) last = { address, lines: traced(address) };
    const { lines, by } = await last.lines.catch((): Lines => {
      last = null;
      return { lines: [], by: 1 };
    });
    const toPage = compose(transform, scaling(1 / by));
    for (const line of lines) {
      const placed = line.map((p) => transformPoint(toPage, p));
      const inside = region ? placed.filter((p) => isInside(region, p)).length : placed.length;
      if (2 * inside > placed.length) all.push(placed);
    }
  }
  return all;
}
