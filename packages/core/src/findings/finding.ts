import type { Point } from '../geometry/point.ts';
import type { Degree } from './sureness.ts';

export type FindingKind = 'place' | 'tilt' | 'proportion';

/** How a finding is shown on the drawing laid over the reference, in original-picture pixels. */
export type Mark =
  | { readonly kind: 'arrow'; readonly from: Point; readonly to: Point }
  | {
      readonly kind: 'arc';
      readonly drawn: readonly [Point, Point];
      readonly reference: readonly [Point, Point];
    }
  | {
      readonly kind: 'outline';
      readonly centre: Point;
      readonly drawn: readonly Point[];
      readonly reference: readonly Point[];
    };

/** One thing a check says. */
export interface Finding {
  readonly id: string;
  readonly kind: FindingKind;
  /** The name of what it is about; null for a form that nobody named. */
  readonly about: string | null;
  /** The kind of thing it is about. */
  readonly thing: 'landmark' | 'form' | 'axis' | 'whole';
  /** Ids of the drawn landmarks or forms behind it. */
  readonly drawn: readonly string[];
  /**
   * Drawn against reference. Place: length of the miss, per cent of the figure's height. Tilt: drawn
   * minus reference, degrees counter-clockwise. Proportion: drawn over reference minus one, per cent.
   */
  readonly size: number;
  /** One standard error, in the unit of `size`. */
  readonly error: number;
  readonly tolerance: number;
  /** For a place: from reference to drawn, per cent of the figure's height, y downwards. */
  readonly offset: Point | null;
  /** For a tilt: the reference's own tilt, degrees. */
  readonly reference: number | null;
  /** Clearly, or perhaps: then `settledBy` would tell. */
  readonly sure: Degree;
  /** Name of the least sure landmark that it rests on; null where it rests on none by name. */
  readonly settledBy: string | null;
  /** Id of the larger finding that this one goes away with. */
  readonly explainedBy: string | null;
  readonly mark: Mark;
}
