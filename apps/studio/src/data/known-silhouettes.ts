import { seenOutlines } from '@deft/core/reference';
import type { Point } from '@deft/core/geometry';
import type { Reference } from '@deft/contract';

/**
 * What belongs to the thing in a reference, as closed outlines of which it lies within an odd number, in the
 * pixels of the reference as it is seen: what stands on it as a mark before what a made picture knows.
 * Several where it may be drawn in several ways; none where nothing is known.
 */
export function knownSilhouettes({
  marks,
  truth,
  original,
  preparation,
}: Pick<
  Reference,
  'marks' | 'truth' | 'original' | 'preparation'
>): readonly (readonly (readonly Point[])[])[] {
  const own = marks.flatMap((mark) => (mark.kind === 'silhouette' ? mark.outlines : []));
  if (own.length > 0) return [seenOutlines(own, original, preparation)];
  return truth?.silhouettes ?? [];
}
