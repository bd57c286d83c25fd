import { pictureLines, type SeenLine } from '@deft/core/paper';
import { seenPicture, type Pixels, type SeenPicture } from './seen-picture';

/** What was looked at last: the same picture is asked for again at every change of a drawing. */
let last: { readonly pixels: Pixels; readonly lines: SeenLine[] } | null = null;

/** The lines of a picture, its own pixels; one that cannot be read gives none, for now. */
export async function seenLines(picture: SeenPicture): Promise<SeenLine[]> {
  const pixels = await seenPicture(picture);
  if (!pixels) return [];
  if (last?.pixels !== pixels) last = { pixels, lines: linesIn(pixels) };
  return last.lines;
}

const linesIn = ({ data, width, height, scale }: Pixels): SeenLine[] =>
  pictureLines(data, width, height).map(({ points, weight }) => ({
    points: points.map(({ x, y }) => ({ x: x * scale, y: y * scale })),
    weight,
  }));
