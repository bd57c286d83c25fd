import { distance, type Point } from '../geometry/point.ts';
import { errorOfMeasure, type Measure } from './measured-by.ts';
import type { Related, Relation } from './related.ts';

/**
 * Landmarks of the picture that line up: one plumb or level with another, or on the line through two
 * others.
 */
export interface LineUp extends Relation {
  readonly kind: 'plumb' | 'level' | 'through';
  /** Of two, the upper or the left one first; of three, the one that the line meets last. */
  readonly about: readonly string[];
  /**
   * How far the last one lies from where it should, per cent of the figure's height: plumb to the picture's
   * right, level downwards, through to the right of the line as one looks along it.
   */
  readonly size: number;
}

/** Two line up where the line between them is within so many degrees of plumb or level. */
const UPRIGHT = 3;
/** A third is met where the line passes within this of it, parts of the figure's height. */
const MET = 0.02;
/** Nearer to each other they say nothing, parts of the figure's height. */
const [PAIR_APART, LINE_APART] = [0.15, 0.2];

const slope = Math.tan((UPRIGHT * Math.PI) / 180);

/** How far a place lies to the right of the line from `a` to `b`, as one looks along it, y downwards. */
function rightOf(a: Point, b: Point, p: Point): number {
  const length = distance(a, b) || 1;
  return ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length;
}

interface Line {
  readonly kind: LineUp['kind'];
  readonly about: readonly string[];
  readonly measure: Measure;
}

function pairsIn(names: readonly string[], at: (name: string) => Point, height: number): Line[] {
  return names.flatMap((one, i) =>
    names.slice(i + 1).flatMap((other): Line[] => {
      const [p, q] = [at(one), at(other)];
      const [dx, dy] = [Math.abs(p.x - q.x), Math.abs(p.y - q.y)];
      if (Math.hypot(dx, dy) < PAIR_APART * height) return [];
      if (dx <= slope * dy) {
        const [upper, lower] = p.y < q.y ? [one, other] : [other, one];
        return [{ kind: 'plumb', about: [upper, lower], measure: (of) => of(lower).x - of(upper).x }];
      }
      if (dy <= slope * dx) {
        const [left, right] = p.x < q.x ? [one, other] : [other, one];
        return [{ kind: 'level', about: [left, right], measure: (of) => of(right).y - of(left).y }];
      }
      return [];
    }),
  );
}

function linesIn(names: readonly string[], at: (name: string) => Point, height: number): Line[] {
  const found: Line[] = [];
  names.forEach((a, i) =>
    names.slice(i + 1).forEach((b) => {
      if (distance(at(a), at(b)) < LINE_APART * height) return;
      for (const c of names) {
        if (c === a || c === b || Math.abs(rightOf(at(a), at(b), at(c))) > MET * height) continue;
        const far = Math.min(distance(at(a), at(c)), distance(at(b), at(c)));
        // Every three on a line are found once, by the two that are farthest apart.
        const isMiddle = distance(at(a), at(b)) > Math.max(distance(at(a), at(c)), distance(at(b), at(c)));
        if (far >= PAIR_APART * height && isMiddle)
          found.push({ kind: 'through', about: [a, b, c], measure: (of) => rightOf(of(a), of(b), of(c)) });
      }
    }),
  );
  return found;
}

/** What lines up in a picture, and how far each is off in the drawing. */
export function lineUpsOf(on: Related): LineUp[] {
  const { names, own, height } = on;
  const [true_, drawn] = [
    (name: string) => on.reference.get(name) as Point,
    (name: string) => on.drawn.get(name) as Point,
  ];
  return [...pairsIn(names, true_, height), ...linesIn(names, true_, height)].map(
    ({ kind, about, measure }): LineUp => {
      const size = (100 * (measure(drawn) - measure(true_))) / height;
      const error = (100 * errorOfMeasure(measure, about, own, on)) / height;
      return { kind, about, size, ...on.judged(size, error, about) };
    },
  );
}
