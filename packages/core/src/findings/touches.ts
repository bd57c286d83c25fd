import type { Point } from '../geometry/point.ts';
import { nearTouches } from '../shape/near-touch.ts';
import type { Stacked } from './stacked.ts';
import type { Degree } from './sureness.ts';

/** Two forms whose outlines nearly touch in the drawing, and do not in the picture. */
export interface Touch {
  readonly about: readonly [string, string];
  readonly along: readonly Point[];
  readonly at: Point;
  readonly sure: Degree;
}

/**
 * Outlines nearer than this nearly touch, over at least this; parts of the figure's height. Two rounds as
 * large as a head are that near over so much of their outlines where half of that is between them.
 */
const [NEAR, SHORTEST] = [0.015, 0.03];
/** What lies nearer than this in the picture is as good as touching there too: said perhaps only. */
const NEARLY = 0.025;

const touching = (a: Stacked, b: Stacked, height: number, near: number) =>
  nearTouches(a.outline, b.outline, { near: near * height, shortest: SHORTEST * height });

/**
 * Forms of a drawing whose outlines nearly touch where in the picture they are apart or plainly cover each
 * other.
 * @param drawn laid on the picture, its pixels
 * @param reference forms of the picture, likewise; of a pair that is not known there nothing is said
 */
export function touchesOf(drawn: readonly Stacked[], reference: readonly Stacked[], height: number): Touch[] {
  if (!(height > 0)) return [];
  const there = new Map(reference.map((form) => [form.name, form]));
  return drawn.flatMap((a, i) =>
    drawn.slice(i + 1).flatMap((b): Touch[] => {
      const [p, q] = [there.get(a.name), there.get(b.name)];
      if (!p || !q || a.name === b.name) return [];
      const [longest] = touching(a, b, height, NEAR).sort((x, y) => y.along.length - x.along.length);
      if (!longest || touching(p, q, height, NEAR).length > 0) return [];
      return [
        {
          about: [a.name, b.name],
          along: longest.along,
          at: longest.along[Math.floor(longest.along.length / 2)] as Point,
          sure: touching(p, q, height, NEARLY).length > 0 ? 'perhaps' : 'clearly',
        },
      ];
    }),
  );
}
