import Delaunator from 'delaunator';
import { wrapAngle, toDegrees } from '../geometry/angle.ts';
import type { Point } from '../geometry/point.ts';
import { errorOfMeasure } from './measured-by.ts';
import type { Related, Relation } from './related.ts';

/** A triangle between neighbouring landmarks, of which one corner is not as wide as it is in the picture. */
export interface Triangle extends Relation {
  /** The corner that is off most first. */
  readonly about: readonly [string, string, string];
  /** Drawn less the picture's, degrees. */
  readonly size: number;
}

/** A triangle with a corner narrower than this in the picture is too thin to be judged, degrees. */
const THIN = 12;

/** How wide a corner is, degrees from 0 to 180. */
function cornerAt(at: Point, p: Point, q: Point): number {
  const angle = Math.atan2(q.y - at.y, q.x - at.x) - Math.atan2(p.y - at.y, p.x - at.x);
  return Math.abs(wrapAngle(toDegrees(angle)));
}

const turns = (names: readonly [string, string, string]): (readonly [string, string, string])[] => {
  const [a, b, c] = names;
  return [names, [b, c, a], [c, a, b]];
};

/**
 * Every triangle of the net between the picture's landmarks (Delaunay 1934) by the corner that is off most
 * for what is worth a word of it.
 */
export function trianglesOf(on: Related): Triangle[] {
  const { names, own } = on;
  const [true_, drawn] = [on.reference, on.drawn];
  if (names.length < 3) return [];
  const net = Delaunator.from(
    [...names],
    (name) => (true_.get(name) as Point).x,
    (name) => (true_.get(name) as Point).y,
  ).triangles;
  const found: Triangle[] = [];
  for (let i = 0; i < net.length; i += 3) {
    const corners = [0, 1, 2].map((k) => names[net[i + k] as number]) as [string, string, string];
    const judged = turns(corners).map((about) => {
      const measure = (at: (name: string) => Point): number =>
        cornerAt(at(about[0]), at(about[1]), at(about[2]));
      const should = measure((name) => true_.get(name) as Point);
      const size = measure((name) => drawn.get(name) as Point) - should;
      const error = errorOfMeasure(measure, about, own, on);
      return { about, size, should, ...on.judged(size, error, about) };
    });
    if (judged.some(({ should }) => should < THIN)) continue;
    const [worst] = judged.sort((a, b) => Math.abs(b.size) - Math.abs(a.size));
    if (worst) {
      const { should: _, ...triangle } = worst;
      found.push(triangle);
    }
  }
  return found;
}
