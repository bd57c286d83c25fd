import { innerLines, type InnerLines } from '../forms/inner-lines.ts';
import { shapeOutline } from '../forms/outline.ts';
import { isOpen, type Shape } from '../forms/shape.ts';
import { scaleOf, transformPoint } from '../geometry/affine.ts';
import { lineTilt } from '../geometry/angle.ts';
import { momentEllipse, polygonMoments, type MomentEllipse, type Moments } from '../geometry/moments.ts';
import { distance, middle, type Point } from '../geometry/point.ts';
import type { Form } from './things.ts';

/**
 * What was worked out of shapes and forms that are still there: neither ever changes, and one that is moved
 * is asked for at every frame.
 */
const outlines = new WeakMap<Shape, readonly Point[]>();
const moments = new WeakMap<Shape, Moments>();
const measures = new WeakMap<object, FormMeasure>();

function outlineOf(shape: Shape): readonly Point[] {
  const known = outlines.get(shape) ?? shapeOutline(shape);
  outlines.set(shape, known);
  return known;
}

/** The outline of a form on its page, millimetres; rounds as polygons, and a line as itself. */
export function formOutline(form: Pick<Form, 'shape' | 'transform'>): Point[] {
  return outlineOf(form.shape).map((p) => transformPoint(form.transform, p));
}

/** The lines inside a form's outline on its page, millimetres: those that are seen and those behind it. */
export function formInnerLines({ shape, transform }: Pick<Form, 'shape' | 'transform'>): InnerLines {
  const { seen, hidden } = innerLines(shape);
  const placed = (lines: InnerLines['seen']): Point[][] =>
    lines.map((line) => line.map((p) => transformPoint(transform, p)));
  return { seen: placed(seen), hidden: placed(hidden) };
}

/** What every kind of form can say of itself, millimetres and degrees on its page. */
export interface FormMeasure {
  readonly centre: Point;
  readonly axis: readonly [Point, Point];
  /** Along the long axis. */
  readonly length: number;
  /** Area over length for flat corners, the short axis for an ellipse and for the ellipse of an outline. */
  readonly width: number;
  readonly tilt: number;
  /** The ellipse with the same centre and second moments. */
  readonly ellipse: MomentEllipse;
}

/** Moments of a shape in its own millimetres: in closed form for an ellipse, else by its corners. */
function momentsOf(shape: Shape): Moments {
  const known = moments.get(shape);
  if (known) return known;
  const found =
    shape.kind === 'ellipse'
      ? {
          ...{ area: Math.PI * shape.rx * shape.ry, centre: { x: 0, y: 0 } },
          ...{ xx: shape.rx ** 2 / 4, xy: 0, yy: shape.ry ** 2 / 4 },
        }
      : polygonMoments(outlineOf(shape));
  moments.set(shape, found);
  return found;
}

/**
 * The ellipse of the same moments, which go with the form's transform. Throws a RangeError where corners
 * enclose no area.
 */
export function formEllipse({ shape, transform }: Pick<Form, 'shape' | 'transform'>): MomentEllipse {
  const { area, centre, xx, xy, yy } = momentsOf(shape);
  const [a, b, c, d] = transform;
  const scale = scaleOf(transform);
  if (shape.kind !== 'ellipse' && !(scale > 0)) throw new RangeError('A shape without area has no centre.');
  return momentEllipse({
    area: area * scale ** 2,
    centre: transformPoint(transform, centre),
    xx: a * a * xx + 2 * a * c * xy + c * c * yy,
    xy: a * b * xx + (a * d + b * c) * xy + c * d * yy,
    yy: b * b * xx + 2 * b * d * xy + d * d * yy,
  });
}

/** A line by the way from its one end to its other: without any width. */
function measureLine(points: readonly Point[]): FormMeasure {
  const [from, to] = [points[0], points.at(-1)] as [Point, Point];
  const [centre, length, tilt] = [middle(from, to), distance(from, to), lineTilt(from, to)];
  const ellipse = { centre, major: length / 2, minor: 0, tilt };
  return { centre, axis: [from, to], length, width: 0, tilt, ellipse };
}

/**
 * Centre, millimetres, and ellipse of the same moments of a form on its page; a line by its ends. Throws a
 * RangeError where its outline has no area.
 */
export function measureForm(form: Pick<Form, 'shape' | 'transform'>): FormMeasure {
  const known = measures.get(form) ?? measured(form);
  measures.set(form, known);
  return known;
}

function measured(form: Pick<Form, 'shape' | 'transform'>): FormMeasure {
  if (isOpen(form.shape)) return measureLine(formOutline(form));
  const ellipse = formEllipse(form);
  const { centre } = ellipse;
  if (form.shape.kind !== 'trapezoid') {
    const t = (-ellipse.tilt * Math.PI) / 180;
    const dx = ellipse.major * Math.cos(t);
    const dy = ellipse.major * Math.sin(t);
    const axis = [
      { x: centre.x - dx, y: centre.y - dy },
      { x: centre.x + dx, y: centre.y + dy },
    ] as const;
    return { centre, axis, length: 2 * ellipse.major, width: 2 * ellipse.minor, tilt: ellipse.tilt, ellipse };
  }
  const [p, q, r, s] = formOutline(form) as [Point, Point, Point, Point];
  const across = [middle(p, q), middle(r, s)] as const;
  const along = [middle(q, r), middle(s, p)] as const;
  const axis = distance(...across) >= distance(...along) ? across : along;
  const length = distance(...axis);
  return {
    centre,
    axis,
    length,
    width: polygonMoments([p, q, r, s]).area / length,
    tilt: lineTilt(...axis),
    ellipse,
  };
}
