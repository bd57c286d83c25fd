import type { Point } from '../geometry/point.ts';
import type { Doubt } from './doubt.ts';
import type { Item } from './item.ts';
import type { Degree } from './sureness.ts';

/** How landmarks lie to each other in a drawing, beside the picture. */
export interface Relation {
  readonly size: number;
  readonly error: number;
  /** Whether it is off by more than is worth a word, surely or not. */
  readonly past: boolean;
  /** How surely it is; null where it is not, or cannot be told. */
  readonly sure: Degree | null;
  /** Whether one of its landmarks is told of already: then it goes with that. */
  readonly explained: boolean;
}

/** What the relations of some landmarks are told from. */
export interface Related {
  /** Landmarks that are known in both. */
  readonly names: readonly string[];
  readonly reference: ReadonlyMap<string, Point>;
  /** Of the drawing, laid on the picture, its pixels. */
  readonly drawn: ReadonlyMap<string, Point>;
  readonly own: ReadonlyMap<string, Item>;
  readonly height: number;
  readonly doubt: Doubt;
  readonly judged: (size: number, error: number, about: readonly string[]) => Omit<Relation, 'size'>;
}
