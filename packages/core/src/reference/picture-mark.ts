import type { Point } from '../geometry/point.ts';
import type { Id } from '../page/things.ts';

/**
 * What a student puts on the picture of a pose while it is held: a line, or a landmark by its name. In pixels
 * of the picture as the pose shows it; no part of the drawing.
 */
export type PictureMark =
  | { readonly kind: 'line'; readonly id: Id; readonly points: readonly Point[] }
  | { readonly kind: 'landmark'; readonly id: Id; readonly name: string; readonly at: Point };

/** As many marks one picture may have, and as many points one line. */
export const MOST_PICTURE_MARKS = 200;
export const MOST_MARK_POINTS = 400;
