import { seenSights, type PictureKnown } from '@deft/core/reference';
import type { Reference } from '@deft/contract';
import { knownLandmarks } from '../data/known-landmarks';

/** What is known of a reference as it is seen, that sights on the page are held against. */
export const pictureKnown = (reference: Reference): PictureKnown => ({
  marks: seenSights(reference.marks, reference.original, reference.preparation),
  known: new Map(knownLandmarks(reference).map(({ name, at }) => [name, at])),
});
