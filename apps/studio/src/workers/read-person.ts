import { invert, scaling, compose, type Affine } from '@deft/core/geometry';
import {
  DETECTOR_SIDE,
  fittedSquare,
  peopleIn,
  READER_SIDE,
  readingOf,
  regionToPicture,
  type PersonReading,
  type PersonRegion,
} from '@deft/core/person';
import type { PersonNets } from './person-nets';

/** How often the region is laid about the person anew, by where they were read. */
const ROUNDS = 2;

/** A picture, and what takes pixels of the original into it. */
export interface Readable {
  readonly bitmap: ImageBitmap;
  readonly original: { readonly width: number; readonly height: number };
}

/** A square cut out of a picture. @param toPicture from its pixels to original-picture pixels */
function square({ bitmap, original }: Readable, side: number, toPicture: Affine): Uint8ClampedArray {
  const context = new OffscreenCanvas(side, side).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read a picture here.');
  const toSquare = compose(invert(toPicture), scaling(original.width / bitmap.width));
  context.imageSmoothingQuality = 'high';
  context.setTransform(...(toSquare as [number, number, number, number, number, number]));
  context.drawImage(bitmap, 0, 0);
  return context.getImageData(0, 0, side, side).data;
}

/** People in a picture, the surest first. */
export async function findPeople(nets: PersonNets, picture: Readable): Promise<PersonRegion[]> {
  const toPicture = compose(fittedSquare(picture.original), scaling(1 / DETECTOR_SIDE));
  const { boxes, scores } = await nets.detect(square(picture, DETECTOR_SIDE, toPicture));
  return peopleIn(boxes, scores, picture.original);
}

async function readOnce(
  nets: PersonNets,
  picture: Readable,
  region: PersonRegion,
  flipped: boolean,
): Promise<PersonReading> {
  const out = await nets.read(square(picture, READER_SIDE, regionToPicture(region, flipped)));
  return readingOf(out, region, flipped);
}

/** One person read as they stand and turned over; the region is first laid about them. */
export async function readTwice(
  nets: PersonNets,
  picture: Readable,
  start: PersonRegion,
): Promise<{ readonly plain: PersonReading; readonly flipped: PersonReading }> {
  let region = start;
  for (let round = 0; round < ROUNDS; round += 1)
    region = (await readOnce(nets, picture, region, false)).next;
  return {
    plain: await readOnce(nets, picture, region, false),
    flipped: await readOnce(nets, picture, region, true),
  };
}
