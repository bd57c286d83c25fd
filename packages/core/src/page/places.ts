import { shapeHandles } from '../forms/handles.ts';
import { isOpen } from '../forms/shape.ts';
import { transformPoint } from '../geometry/affine.ts';
import { middle, scale, subtract, add, type Point } from '../geometry/point.ts';
import { measureForm } from './form-geometry.ts';
import type { Form, MirrorAxis } from './things.ts';

/** A place of something on the page that can be named again, wherever the thing has gone. */
export interface Place {
  readonly key: string;
  /** Page millimetres. */
  readonly at: Point;
}

/** Corners of a free outline that are places: an outline with more is drawn by hand, and has none. */
const MOST_CORNERS = 12;

/** Where a form can be taken hold of: an ellipse by the ends of its axes, an outline only as a whole. */
export function handlesOf({ shape, transform }: Pick<Form, 'shape' | 'transform'>): Place[] {
  const own =
    shape.kind === 'ellipse'
      ? [
          { key: 'east', at: { x: shape.rx, y: 0 } },
          { key: 'south', at: { x: 0, y: shape.ry } },
          { key: 'west', at: { x: -shape.rx, y: 0 } },
          { key: 'north', at: { x: 0, y: -shape.ry } },
        ]
      : shapeHandles(shape);
  return own.map(({ key, at }) => ({ key, at: transformPoint(transform, at) }));
}

/** A round's four ends, the first of them its handle, each a quarter of a turn on. */
function quarters({ shape, transform }: Pick<Form, 'shape' | 'transform'>): Place[] {
  if (shape.kind !== 'circle') return [];
  const { x, y } = shape.rim;
  const ends = [
    { x, y },
    { x: -y, y: x },
    { x: -x, y: -y },
    { x: y, y: -x },
  ];
  return ends.map((at, i) => ({ key: `quarter ${i}`, at: transformPoint(transform, at) }));
}

/** The ends of the longer and of the shorter axis of a closed form, by its ellipse of the same moments. */
function crossEnds(form: Pick<Form, 'shape' | 'transform'>): Place[] {
  if (isOpen(form.shape)) return [];
  const { centre, ellipse } = measureForm(form);
  const t = (-ellipse.tilt * Math.PI) / 180;
  const along = scale({ x: Math.cos(t), y: Math.sin(t) }, ellipse.major);
  const beside = scale({ x: -Math.sin(t), y: Math.cos(t) }, ellipse.minor);
  return [
    { key: 'end 0', at: subtract(centre, along) },
    { key: 'end 1', at: add(centre, along) },
    { key: 'side 0', at: subtract(centre, beside) },
    { key: 'side 1', at: add(centre, beside) },
  ];
}

/**
 * Every place of a form by which guides are laid: where it can be taken hold of, its middle, the ends of its
 * axes and the corners of a free outline with few of them. Empty of a form without room.
 */
export function formPlaces(form: Pick<Form, 'shape' | 'transform'>): Place[] {
  try {
    const { centre, axis } = measureForm(form);
    const corners =
      form.shape.kind === 'outline' && form.shape.corners.length <= MOST_CORNERS
        ? form.shape.corners.map((at, i) => ({ key: `corner ${i}`, at: transformPoint(form.transform, at) }))
        : [];
    return [
      ...handlesOf(form).filter(({ key }) => key !== 'rim'),
      { key: 'centre', at: isOpen(form.shape) ? middle(...axis) : centre },
      ...quarters(form),
      ...corners,
      ...(form.shape.kind === 'ellipse' || form.shape.kind === 'circle' ? [] : crossEnds(form)),
    ];
  } catch (error) {
    if (error instanceof RangeError) return [];
    throw error;
  }
}

/** The two places that an axis of symmetry was drawn by. */
export const axisPlaces = ({ from, to }: MirrorAxis): Place[] => [
  { key: 'from', at: from },
  { key: 'to', at: to },
];

/** The four ends of a round or other closed form, opposite ones together; null of a line or a flat form. */
export function crossOf(form: Form): readonly [readonly [Place, Place], readonly [Place, Place]] | null {
  const keys = {
    ellipse: ['north', 'south', 'east', 'west'],
    circle: ['quarter 0', 'quarter 2', 'quarter 1', 'quarter 3'],
  }[form.shape.kind as string] ?? ['end 0', 'end 1', 'side 0', 'side 1'];
  const known = new Map(formPlaces(form).map((place) => [place.key, place]));
  const [a, b, c, d] = keys.map((key) => known.get(key));
  return a && b && c && d
    ? [
        [a, b],
        [c, d],
      ]
    : null;
}
