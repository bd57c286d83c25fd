import { distance, type Point } from '../geometry/point.ts';
import { cylinderRound, cylinderTangent, prismFaces, sidesOf } from './outline.ts';
import { spineAt, spineSag } from './spine.ts';
import type { Shape, ShapeOf } from './shape.ts';

/** Lines within a shape's outline, each a row of points about its origin. */
export interface InnerLines {
  readonly seen: readonly (readonly Point[])[];
  /** Behind the shape itself. */
  readonly hidden: readonly (readonly Point[])[];
}

const NONE: InnerLines = { seen: [], hidden: [] };

/** Whether each side face of a prism, over an edge of its front, is turned to who looks at it. */
export function facing(front: readonly Point[], back: readonly Point[]): boolean[] {
  const [first, behind] = [front[0] as Point, back[0] as Point];
  const depth = { x: behind.x - first.x, y: behind.y - first.y };
  const next = (i: number): Point => front[(i + 1) % front.length] as Point;
  const area = front.reduce((sum, p, i) => sum + p.x * next(i).y - p.y * next(i).x, 0);
  return front.map((p, i) => {
    const q = next(i);
    // Outward from the edge is to the right of its way where the front runs clockwise as it is seen.
    return ((q.y - p.y) * depth.x - (q.x - p.x) * depth.y) * Math.sign(area) > 1e-9;
  });
}

/**
 * Edges of a prism that do not lie on its outline: between two faces that are seen, or between two that are
 * not.
 */
function prismLines(shape: ShapeOf<'box' | 'wedge'>): InnerLines {
  const [front, back] = prismFaces(shape);
  const faces = facing(front, back);
  const count = front.length;
  const [seen, hidden]: [Point[][], Point[][]] = [[], []];
  for (let i = 0; i < count; i += 1) {
    const j = (i + 1) % count;
    const [here, before] = [faces[i] as boolean, faces[(i + count - 1) % count] as boolean];
    if (here) seen.push([front[i] as Point, front[j] as Point]);
    else hidden.push([back[i] as Point, back[j] as Point]);
    const edge = [front[i] as Point, back[i] as Point];
    if (here && before) seen.push(edge);
    if (!here && !before) hidden.push(edge);
  }
  return { seen, hidden };
}

/** Less of a bend than this, as a share of the way from end to end, is none. */
const BENT = 0.06;
/** Where folds lie on the side that is squeezed, as shares of it, and how far they run inward. */
const FOLDS = [0.38, 0.5, 0.62] as const;
const FOLD_DEPTH = 0.22;

/**
 * The long sides of something bent, each from its begin to its end: that within the bend is squeezed, the
 * other stretched. Null where it is straight.
 */
export function bentSides(
  shape: ShapeOf<'bean' | 'limb'>,
): { readonly squeezed: readonly Point[]; readonly stretched: readonly Point[] } | null {
  const { spine } = shape;
  const sag = spineSag(spine);
  if (Math.abs(sag) <= BENT * distance(spine[0], spine[2])) return null;
  const [left, right] = sidesOf(shape);
  return sag > 0 ? { squeezed: left, stretched: right } : { squeezed: right, stretched: left };
}

/** Short lines inward from the side of something bent that is squeezed, where it folds. */
function folds(shape: ShapeOf<'bean' | 'limb'>, squeezed: readonly Point[]): Point[][] {
  return FOLDS.map((share) => {
    const from = squeezed[Math.round(share * (squeezed.length - 1))] as Point;
    const inward = spineAt(shape.spine, share);
    const by = 2 * FOLD_DEPTH;
    return [from, { x: from.x + by * (inward.x - from.x), y: from.y + by * (inward.y - from.y) }];
  });
}

/**
 * What is seen and what is hidden inside the outline of a shape; none for flat ones, straight ones and
 * lines.
 */
export function innerLines(shape: Shape): InnerLines {
  switch (shape.kind) {
    case 'box':
    case 'wedge':
      return prismLines(shape);
    case 'cylinder': {
      const t = cylinderTangent(shape);
      return {
        seen: [cylinderRound(shape, 0, t, Math.PI - t)],
        hidden: [cylinderRound(shape, 1, Math.PI - t, 2 * Math.PI + t)],
      };
    }
    case 'circle': {
      const { x, y } = shape.rim;
      return {
        seen: [
          [{ x: -x, y: -y }, shape.rim],
          [
            { x: y, y: -x },
            { x: -y, y: x },
          ],
        ],
        hidden: [],
      };
    }
    case 'bean':
    case 'limb': {
      const sides = bentSides(shape);
      return sides ? { seen: folds(shape, sides.squeezed), hidden: [] } : NONE;
    }
    default:
      return NONE;
  }
}

/** A box or wedge with what was behind in front; a cylinder turned round; others as they are. */
export function reversed(shape: Shape): Shape {
  if (shape.kind === 'cylinder')
    return { ...shape, axis: [shape.axis[1], shape.axis[0]], widths: [shape.widths[1], shape.widths[0]] };
  if (shape.kind !== 'box' && shape.kind !== 'wedge') return shape;
  const [o, a, b, behind] = shape.corners;
  const by = (p: Point): Point => ({ x: p.x + behind.x - o.x, y: p.y + behind.y - o.y });
  return { ...shape, corners: [behind, by(a), by(b), o] };
}
