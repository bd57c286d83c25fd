/** A reference's picture, and the size in whose pixels what is seen in it is told. */
export interface SeenPicture {
  readonly address: string;
  readonly width: number;
}

/** The pixels of a picture, small: four bytes each. */
export interface Pixels {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  /** How many of the picture's own pixels one stands for. */
  readonly scale: number;
}

/**
 * Larger than this a picture says nothing more of where its lines and values lie, pixels of the longer
 * side.
 */
const LARGEST = 420;

/** A canvas that nobody sees, to be read from. */
export function hiddenCanvas(width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read a picture here.');
  context.imageSmoothingQuality = 'high';
  return context;
}

/** A picture to be drawn; to be closed after. @throws where it cannot be read */
export async function fetchedBitmap(address: string): Promise<ImageBitmap> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('The picture cannot be read.');
  return createImageBitmap(await answer.blob());
}

/**
 * The pixels of a picture, made smaller where its longer side is larger than asked for.
 * @returns them, and `by` how much smaller they are than the picture's own
 * @throws where it cannot be read
 */
export async function smallPixels(
  address: string,
  largest: number,
): Promise<Omit<Pixels, 'scale'> & { readonly by: number }> {
  const bitmap = await fetchedBitmap(address);
  const by = Math.min(1, largest / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [
    Math.max(1, Math.round(bitmap.width * by)),
    Math.max(1, Math.round(bitmap.height * by)),
  ];
  const context = hiddenCanvas(width, height);
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { data: context.getImageData(0, 0, width, height).data, width, height, by };
}

async function read({ address, width: whole }: SeenPicture): Promise<Pixels> {
  const { data, width, height } = await smallPixels(address, LARGEST);
  return { data, width, height, scale: whole / width };
}

/** What was looked at last: the same picture is asked for again at every change of a drawing. */
let last: { readonly address: string; readonly pixels: Promise<Pixels> } | null = null;

/** The pixels of a picture; null for one that cannot be read, for now. */
export function seenPicture(picture: SeenPicture): Promise<Pixels | null> {
  if (last?.address !== picture.address) last = { address: picture.address, pixels: read(picture) };
  return last.pixels.catch(() => {
    last = null;
    return null;
  });
}
