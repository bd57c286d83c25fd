import { distance, middle, type Point } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygon.ts';
import { shapeOutline } from './outline.ts';
import { besideSpine, spineAt, spineDirection } from './spine.ts';
import { isOpen, type Shape, type ShapeOf } from './shape.ts';

/** A place by which a shape is taken hold of, about its origin. */
export interface ShapeHandle {
  readonly key: string;
  readonly at: Point;
}

/** No width, and no length, is less than this, millimetres. */
const LEAST = 1;

const keyed = (points: readonly Point[]): ShapeHandle[] => points.map((at, i) => ({ key: String(i), at }));

/** The points with one of them elsewhere. */
const moved = <T extends readonly Point[]>(points: T, key: string, to: Point): T =>
  points.map((p, i) => (String(i) === key ? to : p)) as unknown as T;

/** A place across the end of a cylinder's axis, half its diameter off. */
function acrossEnd({ axis, widths }: ShapeOf<'cylinder'>, end: 0 | 1): Point {
  return besideSpine([axis[0], middle(...axis), axis[1]], end, widths[end] / 2);
}

/** The unit way of a cylinder's axis, from its nearer end to the farther. */
const wayOf = ({ axis }: ShapeOf<'cylinder'>): Point =>
  spineDirection([axis[0], middle(...axis), axis[1]], 0.5);

/** The tip of the nearer end's round, before the cylinder. */
function tipOf(shape: ShapeOf<'cylinder'>): Point {
  const { axis, widths, roundness } = shape;
  const [from, way] = [axis[0], wayOf(shape)];
  const radius = (widths[0] / 2) * roundness;
  return { x: from.x - way.x * radius, y: from.y - way.y * radius };
}

/** How far a place lies from the straight line along a way. */
const offLine = (p: Point, from: Point, way: Point): number =>
  Math.abs((p.x - from.x) * way.y - (p.y - from.y) * way.x);

/**
 * Where a shape is taken hold of: by its corners, by the points of its spine or axis, and by how wide it is.
 * None for an ellipse, which is held on its page (form-handles.ts), and for a free outline.
 */
export function shapeHandles(shape: Shape): ShapeHandle[] {
  switch (shape.kind) {
    case 'ellipse':
    case 'outline':
      return [];
    case 'circle':
      return [{ key: 'rim', at: shape.rim }];
    case 'half circle':
      return keyed(shape.ends);
    case 'bean':
      return [...keyed(shape.spine), { key: 'wide', at: besideSpine(shape.spine, 0.5, shape.width / 2) }];
    case 'limb':
      return [
        ...keyed(shape.spine),
        { key: 'begin', at: besideSpine(shape.spine, 0, shape.widths[0] / 2) },
        { key: 'end', at: besideSpine(shape.spine, 1, shape.widths[1] / 2) },
      ];
    case 'cylinder':
      return [
        ...keyed(shape.axis),
        { key: 'begin', at: acrossEnd(shape, 0) },
        { key: 'end', at: acrossEnd(shape, 1) },
        { key: 'tip', at: tipOf(shape) },
      ];
    case 'line':
      return keyed(shape.points);
    case 'box':
    case 'wedge':
    case 'trapezoid':
    case 'triangle':
      return keyed(shape.corners);
  }
}

function pulledCylinder(shape: ShapeOf<'cylinder'>, key: string, to: Point): Shape {
  const { axis, widths } = shape;
  const way = wayOf(shape);
  const width = (from: Point): number => Math.max(LEAST, 2 * offLine(to, from, way));
  if (key === 'begin') return { ...shape, widths: [width(axis[0]), widths[1]] };
  if (key === 'end') return { ...shape, widths: [widths[0], width(axis[1])] };
  if (key === 'tip') {
    const along = Math.abs((to.x - axis[0].x) * way.x + (to.y - axis[0].y) * way.y);
    return { ...shape, roundness: Math.min(1, along / (widths[0] / 2)) };
  }
  const pulled = moved(axis, key, to);
  return distance(pulled[0], pulled[1]) < LEAST ? shape : { ...shape, axis: pulled };
}

function pulledLimb(shape: ShapeOf<'limb'>, key: string, to: Point): Shape {
  const { spine, widths } = shape;
  const width = (t: 0 | 1): number =>
    Math.max(LEAST, 2 * offLine(to, spineAt(spine, t), spineDirection(spine, t)));
  if (key === 'begin') return { ...shape, widths: [width(0), widths[1]] };
  if (key === 'end') return { ...shape, widths: [widths[0], width(1)] };
  return { ...shape, spine: moved(spine, key, to) };
}

/** The shape with one of its handles elsewhere, whatever comes of it. */
function pulledTo(shape: Shape, key: string, to: Point): Shape {
  switch (shape.kind) {
    case 'ellipse':
    case 'outline':
      return shape;
    case 'circle':
      return distance(to, { x: 0, y: 0 }) < LEAST / 2 ? shape : { ...shape, rim: to };
    case 'half circle':
      return { ...shape, ends: moved(shape.ends, key, to) };
    case 'bean': {
      if (key !== 'wide') return { ...shape, spine: moved(shape.spine, key, to) };
      const { spine } = shape;
      return {
        ...shape,
        width: Math.max(LEAST, 2 * offLine(to, spineAt(spine, 0.5), spineDirection(spine, 0.5))),
      };
    }
    case 'limb':
      return pulledLimb(shape, key, to);
    case 'cylinder':
      return pulledCylinder(shape, key, to);
    case 'line':
      return { ...shape, points: moved(shape.points, key, to) };
    case 'box':
    case 'wedge':
      return { ...shape, corners: moved(shape.corners, key, to) };
    case 'trapezoid':
      return { ...shape, corners: moved(shape.corners, key, to) };
    case 'triangle':
      return { ...shape, corners: moved(shape.corners, key, to) };
  }
}

/** Less room than this is none, square millimetres. */
const NO_ROOM = 0.01;

/**
 * A shape with one of its handles elsewhere, the others where they were. It stays as it is for a key that it
 * has not, and where it would be left without any room.
 */
export function pulled(shape: Shape, key: string, to: Point): Shape {
  const next = pulledTo(shape, key, to);
  const outline = shapeOutline(next);
  const holds = isOpen(next)
    ? distance(outline[0] as Point, outline.at(-1) as Point) > 0
    : polygonArea(outline) > NO_ROOM;
  return holds ? next : shape;
}
