import { grow, overlaps } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import type { Form, Id } from '../page/things.ts';
import { nearTouches } from '../shape/near-touch.ts';
import type { Outlined } from './outlines.ts';

/** Two forms whose outlines nearly touch, neither apart nor plainly over each other. */
export interface AloneTouch {
  readonly about: readonly [Form, Form];
  /** Where they do, along the first of them; page millimetres. */
  readonly along: readonly Point[];
  readonly at: Point;
}

/** What nearly touches: nearer than this, over at least this; millimetres, in a drawing of such a height. */
export const touchingIn = (height: number): { readonly near: number; readonly shortest: number } => ({
  near: 0.015 * height,
  shortest: 0.03 * height,
});

const hang = (a: Form, b: Form): boolean => a.joint?.on === b.id || b.joint?.on === a.id;

/**
 * Pairs of closed forms that nearly touch, each by its longest stretch. What hangs on each other by a joint
 * meets there on purpose.
 * @param height of the drawing, millimetres; none where it is not above 0
 * @param only pairs that one of these belongs to; all where it is left out
 */
export function touchesAmong(
  outlines: readonly Outlined[],
  height: number,
  only?: ReadonlySet<Id>,
): AloneTouch[] {
  if (!(height > 0)) return [];
  const { near, shortest } = touchingIn(height);
  return outlines.flatMap((a, i) =>
    outlines.slice(i + 1).flatMap((b): AloneTouch[] => {
      if (only && !only.has(a.form.id) && !only.has(b.form.id)) return [];
      if (hang(a.form, b.form) || !overlaps(grow(a.box, near), b.box)) return [];
      const [longest] = nearTouches(a.outline, b.outline, { near, shortest }).sort(
        (p, q) => q.along.length - p.along.length,
      );
      if (!longest) return [];
      const at = longest.along[Math.floor(longest.along.length / 2)] as Point;
      return [{ about: [a.form, b.form], along: longest.along, at }];
    }),
  );
}
