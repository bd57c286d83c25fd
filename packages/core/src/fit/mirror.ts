import type { Point } from '../geometry/point.ts';
import { fitSimilarity } from './similarity.ts';

export type Mirroring = { readonly mirrored: boolean } | { readonly mirrored: null; readonly why: string };

/**
 * Below this share of the longer spread, points lie so nearly on a line that its mirror image fits as well.
 */
const THINNEST = 0.05;
const FEWEST = 4;

/** Root of smaller over larger eigenvalue of the points' scatter: 0 on a line, 1 for a round cloud. */
function roundness(points: readonly Point[]): number {
  const n = points.length;
  const mx = points.reduce((sum, p) => sum + p.x, 0) / n;
  const my = points.reduce((sum, p) => sum + p.y, 0) / n;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (const p of points) {
    xx += (p.x - mx) ** 2;
    xy += (p.x - mx) * (p.y - my);
    yy += (p.y - my) ** 2;
  }
  const half = (xx + yy) / 2;
  const off = Math.hypot((xx - yy) / 2, xy);
  return half + off > 0 ? Math.sqrt(Math.max(0, half - off) / (half + off)) : 0;
}

/**
 * Whether a drawing is the reference's mirror image: the proper and the reflected full fit held
 * against each other (Procrustes with reflection, Gower 1975). They must differ by more than the
 * placement noise can make.
 * @param noise of one coordinate, in the reference's unit
 */
export function tellMirrored(drawn: readonly Point[], reference: readonly Point[], noise: number): Mirroring {
  if (drawn.length < FEWEST)
    return { mirrored: null, why: 'With fewer than four landmarks a mirrored drawing cannot be told.' };
  if (Math.min(roundness(drawn), roundness(reference)) < THINNEST) {
    return { mirrored: null, why: 'The landmarks lie too nearly on one line to tell a mirrored drawing.' };
  }
  const sum = (mirrored: boolean): number => {
    const { rms } = fitSimilarity(drawn, reference, { freedom: 'move scale turn', mirrored });
    return rms * rms * drawn.length;
  };
  const gain = sum(false) - sum(true);
  const least = 9 * noise * noise;
  if (Math.abs(gain) <= least) return { mirrored: null, why: 'The drawing fits as well mirrored as not.' };
  return { mirrored: gain > 0 };
}
