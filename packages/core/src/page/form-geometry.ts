import { scaleOf, transformPoint } from '../geometry/affine.ts';
import { lineTilt } from '../geometry/angle.ts';
import { momentEllipse, polygonMoments, type MomentEllipse } from '../geometry/moments.ts';
import { distance, middle, type Point } from '../geometry/point.ts';
import type { Form, Shape } from './things.ts';

const ELLIPSE_CORNERS = 64;

/** The outline of a shape about its own origin: corners in order, without the first repeated. */
export function shapeOutline(shape: Shape): Point[] {
  if (shape.kind !== 'ellipse') return [...shape.corners];
  return Array.from({ length: ELLIPSE_CORNERS }, (_, i) => {
    const t = (2 * Math.PI * i) / ELLIPSE_CORNERS;
    return { x: shape.rx * Math.cos(t), y: shape.ry * Math.sin(t) };
  });
}

/** The outline of a form on its page, millimetres; an ellipse as a polygon. */
export function formOutline(form: Pick<Form, 'shape' | 'transform'>): Point[] {
  return shapeOutline(form.shape).map((p) => transformPoint(form.transform, p));
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

/** The ellipse of the same moments, in closed form for an ellipse and by Green's theorem for corners. */
export function formEllipse({ shape, transform }: Pick<Form, 'shape' | 'transform'>): MomentEllipse {
  if (shape.kind !== 'ellipse') return momentEllipse(polygonMoments(formOutline({ shape, transform })));
  const [a, b, c, d, e, f] = transform;
  const { rx, ry } = shape;
  return momentEllipse({
    area: Math.PI * rx * ry * scaleOf(transform) ** 2,
    centre: { x: e, y: f },
    xx: ((a * rx) ** 2 + (c * ry) ** 2) / 4,
    xy: (a * b * rx * rx + c * d * ry * ry) / 4,
    yy: ((b * rx) ** 2 + (d * ry) ** 2) / 4,
  });
}

/**
 * Centre, millimetres, and ellipse of the same moments of a form on its page. Throws a RangeError where its
 * outline has no area.
 */
export function measureForm(form: Pick<Form, 'shape' | 'transform'>): FormMeasure {
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
