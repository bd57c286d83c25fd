import {
  compose,
  distance,
  invert,
  isInside,
  rotation,
  transformPoint,
  translation,
  type Point,
} from '@deft/core/geometry';
import { formOutline, measureForm, type Form } from '@deft/core/page';

export interface Handle {
  readonly key: string;
  /** Page millimetres. */
  readonly at: Point;
}

/**
 * Where a form can be taken hold of: an ellipse by the ends of its axes, a trapezoid by its corners, an
 * outline only as a whole.
 */
export function handlesOf(form: Form): Handle[] {
  const { shape, transform } = form;
  if (shape.kind === 'trapezoid') return formOutline(form).map((at, i) => ({ key: String(i), at }));
  if (shape.kind === 'outline') return [];
  const ends = {
    east: { x: shape.rx, y: 0 },
    south: { x: 0, y: shape.ry },
    west: { x: -shape.rx, y: 0 },
    north: { x: 0, y: -shape.ry },
  };
  return Object.entries(ends).map(([key, p]) => ({ key, at: transformPoint(transform, p) }));
}

const SMALLEST_RADIUS = 0.5;

/** The form with one handle pulled to a place: the others stay, and an ellipse turns with its axis. */
export function pullHandle(form: Form, key: string, to: Point): Pick<Form, 'shape' | 'transform'> {
  const { shape, transform } = form;
  if (shape.kind === 'trapezoid') {
    const local = transformPoint(invert(transform), to);
    const corners = shape.corners.map((corner, i) =>
      String(i) === key ? local : corner,
    ) as unknown as typeof shape.corners;
    return { shape: { ...shape, corners }, transform };
  }
  if (shape.kind === 'outline') return { shape, transform };
  const { centre } = measureForm(form);
  const across = key === 'north' || key === 'south';
  const own = { east: 0, north: 90, west: 180, south: 270 }[key] ?? 0;
  const angle = (Math.atan2(-(to.y - centre.y), to.x - centre.x) * 180) / Math.PI;
  const radius = Math.max(SMALLEST_RADIUS, distance(centre, to));
  const by = Math.hypot(transform[0], transform[1]);
  const other = across ? shape.rx * by : shape.ry * Math.hypot(transform[2], transform[3]);
  const [rx, ry] = across ? [other, radius] : [radius, other];
  return {
    shape: { kind: 'ellipse', rx, ry },
    transform: compose(translation(centre.x, centre.y), rotation(angle - own)),
  };
}

/** The form under a place: the smallest that holds it. */
export function formAt(forms: readonly Form[], p: Point): Form | null {
  const held = forms.filter((form) => isInside(formOutline(form), p));
  const area = (form: Form): number => measureForm(form).length * measureForm(form).width;
  return held.sort((a, b) => area(a) - area(b))[0] ?? null;
}
