import type { Point } from '../geometry/point.ts';
import type { Item } from './item.ts';
import type { Degree } from './sureness.ts';
import { toleranceOf } from './tolerance.ts';

/** A form that is seen more, or less, from its narrow side than in the picture. */
export interface Round {
  readonly about: string;
  /** Its shorter axis over its longer one. */
  readonly drawn: number;
  readonly reference: number;
  /** Drawn over reference less one, per cent, and its standard error. */
  readonly size: number;
  readonly error: number;
  readonly sure: Degree;
  readonly at: Point;
}

/** So many standard errors one is worth, to be said clearly or perhaps. */
const WORTH = { clearly: 6, perhaps: 4 };

/**
 * How far named forms are foreshortened: by their shorter axes over their longer ones, beside the picture. A
 * form of which something is told already is left out.
 * @param drawn laid on the reference, in its pixels
 * @param told ids of drawn forms of which something is told already
 */
export function roundsOf(
  drawn: readonly Item[],
  reference: readonly Item[],
  { seconds, told }: { readonly seconds: number | null; readonly told: ReadonlySet<string> },
): Round[] {
  const there = new Map(reference.flatMap((item) => (item.ellipse && item.name ? [[item.name, item]] : [])));
  return drawn
    .flatMap((item): Round[] => {
      const other = item.name === null ? undefined : there.get(item.name);
      if (!item.ellipse || !other?.ellipse || item.name === null || told.has(item.id)) return [];
      const [own, its] = [item.ellipse, other.ellipse];
      const [is, was] = [own.minor / own.major, its.minor / its.major];
      if (!(was > 0) || !Number.isFinite(is)) return [];
      const size = 100 * (is / was - 1);
      // Two placed ends make an axis.
      const noise = (at: Item, axis: number): number => (Math.SQRT1_2 * at.spread) / axis;
      const error =
        100 *
        (is / was) *
        Math.hypot(
          noise(item, own.minor),
          noise(item, own.major),
          noise(other, its.minor),
          noise(other, its.major),
        );
      const worth = Math.abs(size) / error;
      if (Math.abs(size) < toleranceOf('proportion', seconds) || worth < WORTH.perhaps) return [];
      const sure = worth >= WORTH.clearly ? 'clearly' : 'perhaps';
      return [{ about: item.name, drawn: is, reference: was, size, error, sure, at: item.centre }];
    })
    .sort((a, b) => Math.abs(b.size) - Math.abs(a.size));
}
