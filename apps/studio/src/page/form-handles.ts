import { isOpen, pulled, shapeFromPath, type FormKind, type Shape } from '@deft/core/forms';
import {
  compose,
  distance,
  IDENTITY,
  invert,
  isInside,
  rotation,
  scaleOf,
  segmentDistance,
  transformPoint,
  translation,
  type Point,
} from '@deft/core/geometry';
import { formOutline, measureForm, type Form } from '@deft/core/page';

const SMALLEST_RADIUS = 0.5;
/** A form flattened so far is held no more by what it is made of. */
const FLAT = 1e-9;

/** The form with one handle pulled to a place: the others stay, and an ellipse turns with its axis. */
export function pullHandle(form: Form, key: string, to: Point): Pick<Form, 'shape' | 'transform'> {
  const { shape, transform } = form;
  if (shape.kind !== 'ellipse') {
    if (!(scaleOf(transform) > FLAT)) return { shape, transform };
    return { shape: pulled(shape, key, transformPoint(invert(transform), to)), transform };
  }
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

/**
 * The form that one gesture makes: an ellipse fills its box, a circle is drawn from its middle.
 * @param path page millimetres
 * @returns null for a path of no length
 */
export function formFromPath(
  kind: FormKind,
  path: readonly Point[],
): Pick<Form, 'shape' | 'transform'> | null {
  const [from, to] = [path[0], path.at(-1)];
  if (!from || !to || distance(from, to) === 0) return null;
  if (kind === 'ellipse') {
    const shape: Shape = {
      kind,
      rx: Math.max(SMALLEST_RADIUS, Math.abs(to.x - from.x) / 2),
      ry: Math.max(SMALLEST_RADIUS, Math.abs(to.y - from.y) / 2),
    };
    return { shape, transform: translation((from.x + to.x) / 2, (from.y + to.y) / 2) };
  }
  if (kind === 'circle')
    return {
      shape: { kind, rim: { x: to.x - from.x, y: to.y - from.y } },
      transform: translation(from.x, from.y),
    };
  const shape = shapeFromPath(kind, path);
  return shape && { shape, transform: IDENTITY };
}

/** How far a place lies off an open line. */
const offLine = (line: readonly Point[], p: Point): number =>
  line.slice(1).reduce((least, q, i) => Math.min(least, segmentDistance(p, line[i] as Point, q)), Infinity);

/**
 * The form under a place: a line within reach, or else the smallest that holds it.
 * @param reach millimetres
 */
export function formAt(forms: readonly Form[], p: Point, reach: number): Form | null {
  const line = forms.find(
    ({ shape, ...form }) => isOpen(shape) && offLine(formOutline({ ...form, shape }), p) < reach,
  );
  if (line) return line;
  const held = forms.filter((form) => !isOpen(form.shape) && isInside(formOutline(form), p));
  const area = (form: Form): number => measureForm(form).length * measureForm(form).width;
  return held.sort((a, b) => area(a) - area(b))[0] ?? null;
}
