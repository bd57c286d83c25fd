import { expose, transfer } from 'comlink';
import { compose, scaling, type Point } from '@deft/core/geometry';
import { preparedFrame, type Preparation, type Size } from '@deft/core/reference';
import { outlineOf } from '@deft/core/mask';
import { carryTone, foreground, soften, toneCurve, type Hints } from '@deft/core/tone';

let source: { address: string; image: ImageBitmap } | null = null;
/** The geometry last drawn, before tone: a slider of tone only needs that again. */
let drawn: { key: string; pixels: ImageData } | null = null;

async function imageOf(address: string): Promise<ImageBitmap> {
  if (source?.address === address) return source.image;
  const response = await fetch(address);
  if (!response.ok) throw new Error('The picture did not come.');
  const image = await createImageBitmap(await response.blob());
  source = { address, image };
  drawn = null;
  return image;
}

/** Pixels of the picture in its frame, at most as large as asked, before softness and tone. */
function geometry(
  image: ImageBitmap,
  original: Size,
  settings: Preparation,
  longest: number,
): { pixels: ImageData; by: number } {
  const frame = preparedFrame(original, settings);
  const by = Math.min(longest / Math.max(frame.width, frame.height), image.width / original.width);
  const { outline, flip, turn, straighten, crop } = settings;
  const key = JSON.stringify([source?.address, longest, outline, flip, turn, straighten, crop]);
  if (drawn?.key === key) return { pixels: drawn.pixels, by };
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(frame.width * by)),
    Math.max(1, Math.round(frame.height * by)),
  );
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('There is no canvas to draw on.');
  context.imageSmoothingQuality = 'high';
  context.setTransform(...compose(scaling(by), frame.toPrepared));
  if (outline) {
    const path = new Path2D();
    outline.forEach(({ x, y }, i) => (i === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
    context.clip(path);
  }
  context.drawImage(image, 0, 0, original.width, original.height);
  const pixels = context.getImageData(0, 0, canvas.width, canvas.height);
  drawn = { key, pixels };
  return { pixels, by };
}

/** The coarsest a softened picture is worked on at: this many of its pixels to the spread of the softness. */
const FINE_ENOUGH = 3;

const work = {
  /** A preparation as it will look, at screen size. @param longest of the result's sides, pixels */
  show: async (
    address: string,
    original: Size,
    settings: Preparation,
    longest: number,
  ): Promise<ImageBitmap> => {
    const image = await imageOf(address);
    const frame = preparedFrame(original, settings);
    // What is soft has nothing fine in it: it is worked on coarsely, and enlarged.
    const spread =
      (settings.soft * Math.max(original.width, original.height) * longest) /
      Math.max(frame.width, frame.height);
    const coarse = Math.max(1, Math.floor(spread / FINE_ENOUGH));
    const { pixels, by } = geometry(image, original, settings, longest / coarse);
    const copy = new ImageData(new Uint8ClampedArray(pixels.data), pixels.width, pixels.height);
    soften(
      copy.data,
      copy.width,
      copy.height,
      4,
      settings.soft * Math.max(original.width, original.height) * by,
    );
    carryTone(copy.data, 4, toneCurve(settings), settings.grey);
    const bitmap = await createImageBitmap(
      copy,
      coarse > 1
        ? { resizeWidth: copy.width * coarse, resizeHeight: copy.height * coarse, resizeQuality: 'medium' }
        : {},
    );
    return transfer(bitmap, [bitmap]);
  },
  /**
   * An outline of what the hints mean, original-picture pixels.
   * @param inside and
   * @param outside places on the original
   */
  suggest: async (
    address: string,
    original: Size,
    inside: readonly Point[],
    outside: readonly Point[],
    longest: number,
  ): Promise<Point[]> => {
    const image = await imageOf(address);
    const by = longest / Math.max(original.width, original.height);
    const canvas = new OffscreenCanvas(Math.round(original.width * by), Math.round(original.height * by));
    const context = canvas.getContext('2d');
    if (!context) throw new Error('There is no canvas to draw on.');
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    const indices = (points: readonly Point[]): number[] => [
      ...new Set(
        points.flatMap(({ x, y }) => {
          const [cx, cy] = [Math.round(x * by), Math.round(y * by)];
          return [-1, 0, 1]
            .flatMap((dy) => [-1, 0, 1].map((dx) => ({ i: cx + dx, j: cy + dy })))
            .filter(({ i, j }) => i >= 0 && j >= 0 && i < canvas.width && j < canvas.height)
            .map(({ i, j }) => j * canvas.width + i);
        }),
      ),
    ];
    const hints: Hints = { inside: indices(inside), outside: indices(outside) };
    const outline = outlineOf(foreground(data, canvas.width, canvas.height, hints));
    return outline.map(({ x, y }) => ({ x: x / by, y: y / by }));
  },
};

export type PrepareWork = typeof work;
expose(work);
