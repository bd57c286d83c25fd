import { invert, transformPoint, type Point } from '@deft/core/geometry';
import { preparedFrame } from '@deft/core/reference';
import type { Reference } from '@deft/contract';

/** Ways between the original's pixels, in which marks are kept, and those of the picture as it is seen. */
export function frameOf({ original, preparation }: Reference): {
  seen: (p: Point) => Point;
  kept: (p: Point) => Point;
} {
  const { toPrepared } = preparedFrame(original, preparation);
  const back = invert(toPrepared);
  return { seen: (p) => transformPoint(toPrepared, p), kept: (p) => transformPoint(back, p) };
}
