import { landmarksOf, seenLandmarks, type KnownLandmark } from '@deft/core/reference';
import type { Reference } from '@deft/contract';

/** Landmarks of a reference as it is seen: the student's own before those that a made picture knows. */
export function knownLandmarks({
  marks,
  truth,
  original,
  preparation,
}: Pick<Reference, 'marks' | 'truth' | 'original' | 'preparation'>): KnownLandmark[] {
  const own = seenLandmarks(landmarksOf(marks, [], original), original, preparation);
  const named = new Set(own.map((l) => l.name));
  return [...own, ...(truth?.landmarks ?? []).filter((l) => !named.has(l.name))];
}
