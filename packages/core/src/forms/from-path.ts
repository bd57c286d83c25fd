import { distance, middle, type Point } from '../geometry/point.ts';
import { polygonArea, thinned } from '../geometry/polygon.ts';
import type { FormKind, Shape, Spine } from './shape.ts';

/** Widths as shares of a form's length, where its drag says nothing about them. */
const SHARE = {
  bean: 0.5,
  limb: [0.34, 0.24],
  trapezoid: [0.34, 0.24],
  cylinder: 0.5,
  roundness: 0.35,
} as const;

/** Drawn straight across or down, a box is so wide all the same, as a share of its length. */
const LEAST_SIDE = 0.25;
/** How near a free outline follows its path, millimetres. */
const FOLLOWS = 0.3;

/** The point halfway along a path, by its length. */
function halfway(path: readonly Point[]): Point {
  const lengths = path.map((p, i) => (i === 0 ? 0 : distance(p, path[i - 1] as Point)));
  const half = lengths.reduce((sum, length) => sum + length, 0) / 2;
  let gone = 0;
  for (const [i, length] of lengths.entries()) {
    if (gone + length >= half && length > 0) {
      const [p, q] = [path[i - 1] as Point, path[i] as Point];
      const t = (half - gone) / length;
      return { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) };
    }
    gone += length;
  }
  return path.at(-1) ?? { x: 0, y: 0 };
}

/** How far the middle of a spine may lie off its straight way before it counts as bent, as a share of it. */
const STRAIGHT = 0.04;

/** The spine that a path goes: it bends as the path does, and is straight where that hardly does. */
function spineOf(path: readonly Point[], from: Point, to: Point): Spine {
  const by = halfway(path);
  const straight = middle(from, to);
  return [from, distance(by, straight) < STRAIGHT * distance(from, to) ? straight : by, to];
}

/** A path as a closed outline; null where it holds no room. */
function ownOutline(path: readonly Point[]): Shape | null {
  const corners = thinned(path, FOLLOWS);
  return corners.length >= 3 && polygonArea(corners) > 0 ? { kind: 'outline', corners } : null;
}

/**
 * The shape that one gesture makes: what is bent follows its path, a half circle is drawn along its flat
 * side, all else by the path's two ends.
 * @param path from where it was pressed to where it was let go, millimetres; the shape's origin is theirs
 * @returns null for a path of no length
 */
export function shapeFromPath(
  kind: Exclude<FormKind, 'ellipse' | 'circle'>,
  path: readonly Point[],
): Shape | null {
  const [from, to] = [path[0], path.at(-1)];
  if (kind === 'outline') return ownOutline(path);
  if (!from || !to || distance(from, to) === 0) return null;
  const length = distance(from, to);
  const way = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  /** A place along the drag, and to the right of it. */
  const at = (along: number, beside: number): Point => ({
    x: from.x + way.x * along - way.y * beside,
    y: from.y + way.y * along + way.x * beside,
  });
  const tapered = (share: number, t: number): Point[] => [
    at(t * length, -share * length),
    at(t * length, share * length),
  ];
  switch (kind) {
    case 'half circle':
      return { kind, ends: [from, to] };
    case 'bean':
      return { kind, spine: spineOf(path, from, to), width: SHARE.bean * length };
    case 'limb':
      return {
        kind,
        spine: spineOf(path, from, to),
        widths: [SHARE.limb[0] * length, SHARE.limb[1] * length],
      };
    case 'line': {
      const spine = spineOf(path, from, to);
      const bent = distance(spine[1], middle(from, to)) > 0;
      return { kind, points: bent ? spine : [from, to] };
    }
    case 'cylinder':
      return {
        kind,
        axis: [from, to],
        widths: [SHARE.cylinder * length, SHARE.cylinder * length],
        roundness: SHARE.roundness,
      };
    case 'trapezoid': {
      const [a, d] = tapered(SHARE.trapezoid[0] / 2, 0) as [Point, Point];
      const [b, c] = tapered(SHARE.trapezoid[1] / 2, 1) as [Point, Point];
      return { kind, corners: [a, b, c, d] };
    }
    case 'triangle': {
      const [a, b] = tapered(0.5, 0) as [Point, Point];
      return { kind, corners: [a, to, b] };
    }
    case 'box':
    case 'wedge': {
      // The front face fills two thirds of the box that was drawn, and what is behind lies up and to the
      // side.
      const least = LEAST_SIDE * length;
      const atLeast = (by: number): number => (by < 0 ? Math.min(by, -least) : Math.max(by, least));
      const [dx, dy] = [atLeast(to.x - from.x), atLeast(to.y - from.y)];
      const [near, side, down] = [
        { x: from.x, y: from.y + dy / 3 },
        { x: from.x + (2 / 3) * dx, y: from.y + dy / 3 },
        { x: from.x, y: from.y + dy },
      ];
      const behind = { x: near.x + dx / 3, y: near.y - dy / 3 };
      return { kind, corners: [near, side, down, behind] };
    }
  }
}
