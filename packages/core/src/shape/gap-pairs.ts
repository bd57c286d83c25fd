import { areaOf, sharedArea, type Mask } from '../mask/mask.ts';
import { overlapOf, type Overlap } from './overlap.ts';

/** Two gaps belong together where they share at least this much of the smaller one. */
const TOGETHER = 0.2;

/** A gap of one silhouette beside the other's; one of the two is null where there is none. */
export type GapPair =
  | { readonly drawn: Mask; readonly reference: Mask; readonly overlap: Overlap }
  | { readonly drawn: Mask; readonly reference: null; readonly overlap: null }
  | { readonly drawn: null; readonly reference: Mask; readonly overlap: null };

/**
 * Gaps of two silhouettes that lie in one frame, paired by how much they overlap, the best first; each
 * belongs to one at the most.
 * @returns every gap of both, the pairs first, each group by how large it is in the reference or else the
 * drawing
 */
export function pairGaps(drawn: readonly Mask[], reference: readonly Mask[]): GapPair[] {
  const sizes = new Map([...drawn, ...reference].map((gap) => [gap, areaOf(gap)]));
  const size = (gap: Mask): number => sizes.get(gap) as number;
  const likely = drawn
    .flatMap((a) =>
      reference.map((b) => {
        const both = sharedArea(a, b);
        return {
          a,
          b,
          share: both / Math.min(size(a), size(b)),
          likeness: both / (size(a) + size(b) - both),
        };
      }),
    )
    .filter(({ share }) => share >= TOGETHER)
    .sort((p, q) => q.likeness - p.likeness);
  const taken = new Set<Mask>();
  const pairs: { drawn: Mask; reference: Mask; overlap: Overlap }[] = [];
  for (const { a, b } of likely) {
    const overlap = overlapOf(a, b);
    if (!overlap || taken.has(a) || taken.has(b)) continue;
    taken.add(a).add(b);
    pairs.push({ drawn: a, reference: b, overlap });
  }
  const left = (gaps: readonly Mask[]): Mask[] =>
    gaps.filter((gap) => !taken.has(gap)).sort((p, q) => size(q) - size(p));
  return [
    ...pairs.sort((p, q) => size(q.reference) - size(p.reference)),
    ...left(reference).map((gap) => ({ drawn: null, reference: gap, overlap: null }) as const),
    ...left(drawn).map((gap) => ({ drawn: gap, reference: null, overlap: null }) as const),
  ];
}
