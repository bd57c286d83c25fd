import { pictureLines, type SeenLine } from '@deft/core/paper';

/** A reference's picture, and the size in whose pixels its lines are told. */
export interface SeenPicture {
  readonly address: string;
  readonly width: number;
}

/** Larger than this a picture says nothing more of where its lines run, pixels of the longer side. */
const LARGEST = 420;

/** What was looked at last: the same picture is asked for again at every change of a drawing. */
let last: { readonly address: string; readonly lines: Promise<SeenLine[]> } | null = null;

async function looked({ address, width: whole }: SeenPicture): Promise<SeenLine[]> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('The picture cannot be read.');
  const bitmap = await createImageBitmap(await answer.blob());
  const by = Math.min(1, LARGEST / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [
    Math.max(1, Math.round(bitmap.width * by)),
    Math.max(1, Math.round(bitmap.height * by)),
  ];
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read a picture here.');
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const scale = whole / width;
  return pictureLines(context.getImageData(0, 0, width, height).data, width, height).map(
    ({ points, weight }) => ({ points: points.map(({ x, y }) => ({ x: x * scale, y: y * scale })), weight }),
  );
}

/** The lines of a picture, its own pixels; one that cannot be read gives none, for now. */
export function seenLines(picture: SeenPicture): Promise<SeenLine[]> {
  if (last?.address !== picture.address) last = { address: picture.address, lines: looked(picture) };
  return last.lines.catch(() => {
    last = null;
    return [];
  });
}
