import { hull } from '../geometry/hull.ts';
import { middle, type Point } from '../geometry/point.ts';
import { besideSpine, spineAt, spineDirection } from './spine.ts';
import type { Shape, ShapeOf, Spine } from './shape.ts';

/** Corners of a whole round, of each end of a limb, and of each side of what is bent. */
export interface Fineness {
  readonly round: number;
  readonly cap: number;
  readonly side: number;
}
/** As they are drawn. */
const FINE: Fineness = { round: 64, cap: 12, side: 24 };

const turned = ({ x, y }: Point, radians: number): Point => ({
  x: x * Math.cos(radians) - y * Math.sin(radians),
  y: x * Math.sin(radians) + y * Math.cos(radians),
});

/** What stands at each of some even steps from 0 to 1, both among them. */
function steps<T>(count: number, at: (share: number) => T): T[] {
  const all: T[] = [];
  for (let i = 0; i <= count; i += 1) all.push(at(i / count));
  return all;
}

/** Corners of a prism: those of its front face and, in the same order, of the one behind it. */
export function prismFaces({ kind, corners }: ShapeOf<'box' | 'wedge'>): [Point[], Point[]] {
  const [o, a, b, behind] = corners;
  const front = kind === 'wedge' ? [o, a, b] : [o, a, { x: a.x + b.x - o.x, y: a.y + b.y - o.y }, b];
  return [front, front.map(({ x, y }) => ({ x: x + behind.x - o.x, y: y + behind.y - o.y }))];
}

/** What an end of a cylinder looks like: middle, along its long axis, along its short one. */
function cylinderEnd({ axis, widths, roundness }: ShapeOf<'cylinder'>, end: 0 | 1): [Point, Point, Point] {
  const [from, to] = axis;
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const way = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  const radius = widths[end] / 2;
  return [
    axis[end],
    { x: -way.y * radius, y: way.x * radius },
    { x: way.x * radius * roundness, y: way.y * radius * roundness },
  ];
}

/**
 * Part of the round of a cylinder's end, angles in radians: 0 across the cylinder, a quarter onward along
 * it.
 */
export function cylinderRound(
  shape: ShapeOf<'cylinder'>,
  end: 0 | 1,
  from: number,
  to: number,
  count = FINE.round / 2,
): Point[] {
  const [at, across, along] = cylinderEnd(shape, end);
  return steps(count, (s) => {
    const t = from + s * (to - from);
    return {
      x: at.x + across.x * Math.cos(t) + along.x * Math.sin(t),
      y: at.y + across.y * Math.cos(t) + along.y * Math.sin(t),
    };
  });
}

/**
 * Where the sides of a cylinder touch its ends, as the angle of `cylinderRound`, radians. Drawn out along its
 * axis until its ends are circles, the sides are the outer tangents of two circles.
 */
export function cylinderTangent({ axis, widths, roundness }: ShapeOf<'cylinder'>): number {
  const length = Math.hypot(axis[1].x - axis[0].x, axis[1].y - axis[0].y) / Math.max(roundness, 1e-9);
  const slope = (widths[0] - widths[1]) / 2 / Math.max(length, 1e-9);
  return Math.asin(Math.max(-1, Math.min(1, slope)));
}

function cylinderOutline(shape: ShapeOf<'cylinder'>, { round }: Fineness): Point[] {
  const t = cylinderTangent(shape);
  const half = round / 2;
  // Farther end outward from one side to the other, then the nearer one back.
  return [
    ...cylinderRound(shape, 1, t, Math.PI - t, half),
    ...cylinderRound(shape, 0, Math.PI - t, 2 * Math.PI + t, half),
  ];
}

/** Half of a limb's width at `t` along its spine. */
const limbHalf = ([from, to]: readonly [number, number], t: number): number => (from + (to - from) * t) / 2;

/** Half of a bean's width at `t` along its spine. */
const beanHalf = (width: number, t: number): number => (width / 2) * Math.sqrt(Math.max(0, 4 * t * (1 - t)));

/**
 * The two long sides of something bent, each from its begin to its end: to the left of its way and to the
 * right, as they are seen.
 */
export function sidesOf(
  shape: ShapeOf<'bean' | 'limb'>,
  { side: count }: Fineness = FINE,
): [Point[], Point[]] {
  // A bean's sides close in its tips, where they turn fast.
  const places = steps(count, (s) => (shape.kind === 'bean' ? (1 - Math.cos(Math.PI * s)) / 2 : s));
  const half = (t: number): number =>
    shape.kind === 'bean' ? beanHalf(shape.width, t) : limbHalf(shape.widths, t);
  const side = (way: 1 | -1): Point[] => places.map((t) => besideSpine(shape.spine, t, way * half(t)));
  return [side(-1), side(1)];
}

/** The round end of a limb, from one side round to the other, without its two ends. */
function cap(spine: Spine, t: 0 | 1, radius: number, count: number): Point[] {
  const [at, way] = [spineAt(spine, t), spineDirection(spine, t)];
  const out = t === 1 ? way : { x: -way.x, y: -way.y };
  return steps(count, (s) => {
    const { x, y } = turned(out, -Math.PI / 2 + s * Math.PI);
    return { x: at.x + x * radius, y: at.y + y * radius };
  }).slice(1, -1);
}

function limbOutline(shape: ShapeOf<'limb'>, fineness: Fineness): Point[] {
  const [left, right] = sidesOf(shape, fineness);
  const { spine, widths } = shape;
  const end = (t: 0 | 1): Point[] => cap(spine, t, widths[t] / 2, fineness.cap);
  return [...left, ...end(1), ...right.reverse(), ...end(0)];
}

function halfCircle([from, to]: ShapeOf<'half circle'>['ends'], round: number): Point[] {
  const at = middle(from, to);
  return steps(round / 2, (s) => {
    const { x, y } = turned({ x: from.x - at.x, y: from.y - at.y }, s * Math.PI);
    return { x: at.x + x, y: at.y + y };
  });
}

/** A line of a skeleton as a row of points. */
const openLine = (points: ShapeOf<'line'>['points']): Point[] =>
  points.length === 2 ? [...points] : steps(FINE.side, (t) => spineAt(points, t));

/**
 * The outline of a shape about its own origin: corners in order, without the first repeated; rounds as
 * polygons whose corners lie on them. Of a line it is the line itself, which is open.
 * @param fineness even numbers of corners
 */
export function shapeOutline(shape: Shape, fineness: Fineness = FINE): Point[] {
  const { round } = fineness;
  switch (shape.kind) {
    case 'ellipse':
      return steps(round, (s) => ({
        x: shape.rx * Math.cos(2 * Math.PI * s),
        y: shape.ry * Math.sin(2 * Math.PI * s),
      })).slice(0, -1);
    case 'circle':
      return steps(round, (s) => turned(shape.rim, 2 * Math.PI * s)).slice(0, -1);
    case 'half circle':
      return halfCircle(shape.ends, round);
    case 'bean': {
      const [left, right] = sidesOf(shape, fineness);
      return [...left, ...right.slice(1, -1).reverse()];
    }
    case 'box':
    case 'wedge':
      return hull(prismFaces(shape).flat());
    case 'cylinder':
      return cylinderOutline(shape, fineness);
    case 'limb':
      return limbOutline(shape, fineness);
    case 'line':
      return openLine(shape.points);
    case 'trapezoid':
    case 'triangle':
    case 'outline':
      return [...shape.corners];
  }
}
