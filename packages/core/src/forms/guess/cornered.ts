import { IDENTITY } from '../../geometry/affine.ts';
import { add, lengthOf, middle, scale, subtract, type Point } from '../../geometry/point.ts';
import { shapeOutline } from '../outline.ts';
import type { Shape } from '../shape.ts';
import { polygonsAround } from './corners.ts';
import { apart, offBy, roughOutline } from './nearness.ts';
import { sharpness, turns } from './sharpness.ts';
import type { Candidate } from './rounds.ts';

type Four = [Point, Point, Point, Point];

/** The one of some polygons' readings as a shape that lies nearest a loop. */
function nearest(loop: readonly Point[], shapes: readonly Shape[]): Candidate[] {
  // One way round is enough to choose by.
  const [best] = shapes
    .map((shape) => ({ shape, off: shapes.length > 1 ? offBy(loop, shapeOutline(shape)) : 0 }))
    .sort((a, b) => a.off - b.off);
  if (!best) return [];
  const { shape } = best;
  return [{ shape, transform: IDENTITY, off: apart(loop, roughOutline(shape)) }];
}

/**
 * A box by the six corners of its outline: opposite sides are alike, and the corner in front is where its
 * three edges lead from. Of the two corners that could be in front, the lower on the page is taken: one
 * mostly looks down on things.
 */
function boxes(six: readonly Point[]): Shape[] {
  const [p, q, r, s, t, u] = six as [Point, Point, Point, Point, Point, Point];
  const side = (a: Point, b: Point, c: Point, d: Point): Point =>
    scale(add(subtract(b, a), subtract(c, d)), 0.5);
  const [a, b, c] = [side(p, q, s, t), side(q, r, t, u), side(r, s, u, p)];
  const centre = scale(six.reduce(add), 1 / 6);
  // Round the outline the sides go a, b, c and back. The corner inside is one from which -a, b and -c lead.
  const inner = [
    [scale(a, -1), b, scale(c, -1)],
    [a, scale(b, -1), c],
  ].map((edges) => {
    const [e, f, g] = edges as [Point, Point, Point];
    const front = subtract(centre, scale(add(add(e, f), g), 0.5));
    return { kind: 'box', corners: [front, add(front, e), add(front, f), add(front, g)] } as const;
  });
  return inner.sort((m, n) => n.corners[0].y - m.corners[0].y).slice(0, 1);
}

/**
 * Wedges by the five corners of their outline: two sides are alike, and what lies between them is the face in
 * front, or behind.
 */
function wedges(five: readonly Point[]): Shape[] {
  const at = (i: number): Point => five[((i % 5) + 5) % 5] as Point;
  return five.map((_, i) => {
    // Sides i → i+1 and i+3 → i+2 are the depth; between their ends lies one edge, and a corner opposite.
    const depth = scale(add(subtract(at(i + 1), at(i)), subtract(at(i + 2), at(i + 3))), 0.5);
    const [tip, one, two] = [
      at(i + 4),
      middle(at(i), subtract(at(i + 1), depth)),
      middle(at(i + 3), subtract(at(i + 2), depth)),
    ];
    return { kind: 'wedge', corners: [tip, one, two, add(tip, depth)] } as const;
  });
}

/** What a loop is like as something with corners. */
export interface Cornered {
  readonly forms: readonly Candidate[];
  /** How much of its turn it makes in the corners of one of them: see sharpness.ts. */
  readonly sharp: number;
  /** The same for any corners. */
  readonly sharpIn: (corners: readonly Point[]) => number;
}

/** No side is so short, as a share of the longest, and no corner so blunt, degrees. */
const SHORTEST = 0.14;
const BLUNTEST = 18;

/** Whether each of a polygon's corners is one. */
function isSound(corners: readonly Point[]): boolean {
  const n = corners.length;
  const sides = corners.map((p, i) => subtract(corners[(i + 1) % n] as Point, p));
  const lengths = sides.map(lengthOf);
  if (Math.min(...lengths) < SHORTEST * Math.max(...lengths)) return false;
  return sides.every((side, i) => {
    const next = sides[(i + 1) % n] as Point;
    const turn = Math.atan2(side.x * next.y - side.y * next.x, side.x * next.x + side.y * next.y);
    return (turn * 180) / Math.PI > BLUNTEST;
  });
}

/**
 * What has corners: the triangle, trapezoid, wedge and box that lie nearest a loop.
 * @param fine the same loop with more places
 */
export function cornered(fine: readonly Point[], loop: readonly Point[]): Cornered {
  const polygons = polygonsAround(fine, [3, 4, 5, 6]);
  const turned = turns(fine);
  const sound = [3, 4, 5, 6].map((count) => {
    const corners = polygons.get(count);
    return corners && isSound(corners) ? corners : null;
  });
  const [three, four, five, six] = sound;
  const sharpIn = (corners: readonly Point[]): number => sharpness(fine, turned, corners);
  const sharp = sound.map((corners) => (corners ? sharpIn(corners) : 0));
  return {
    sharp: Math.max(...sharp),
    sharpIn,
    forms: [
      ...nearest(
        loop,
        three ? [{ kind: 'triangle', corners: three as unknown as [Point, Point, Point] }] : [],
      ),
      ...nearest(loop, four ? [{ kind: 'trapezoid', corners: four as unknown as Four }] : []),
      ...nearest(loop, five ? wedges(five) : []),
      ...nearest(loop, six ? boxes(six) : []),
    ],
  };
}
