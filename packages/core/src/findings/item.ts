import type { Affine } from '../geometry/affine.ts';
import { transformPoint } from '../geometry/affine.ts';
import { toRadians } from '../geometry/angle.ts';
import { momentEllipse, type MomentEllipse } from '../geometry/moments.ts';
import type { Point } from '../geometry/point.ts';
import { isOpen } from '../forms/shape.ts';
import { measureForm } from '../page/form-geometry.ts';
import type { Form, Landmark } from '../page/things.ts';

/**
 * A landmark or form as the check sees it: where it is, and for a form the ellipse of the same
 * moments. In page millimetres on the drawn side, original-picture pixels on the reference side.
 */
export interface Item {
  readonly id: string;
  readonly kind: 'landmark' | Form['shape']['kind'];
  readonly name: string | null;
  readonly centre: Point;
  /** Null for a landmark. */
  readonly ellipse: MomentEllipse | null;
  /** Standard deviation of one placed coordinate, in the item's own unit. */
  readonly spread: number;
}

/** A landmark as the check sees it, in the unit of its place: without an ellipse. */
export function landmarkItem(landmark: Pick<Landmark, 'id' | 'name' | 'at' | 'spread'>): Item {
  return {
    id: landmark.id,
    kind: 'landmark',
    name: landmark.name,
    centre: landmark.at,
    ellipse: null,
    spread: landmark.spread,
  };
}

/** Landmarks among some items by their names; forms, and landmarks without a name, are left out. */
export const landmarksBy = (items: readonly Item[]): Map<string, Item> =>
  new Map(items.flatMap((item) => (item.kind === 'landmark' && item.name ? [[item.name, item]] : [])));

/** Where landmarks lie, by their names. */
export const placesBy = (items: readonly Item[]): Map<string, Point> =>
  new Map([...landmarksBy(items)].map(([name, { centre }]) => [name, centre]));

/** How much longer than wide a line is held to be. */
const THIN = 50;

/**
 * A form as the check sees it.
 * @param spread of the form's placed ends, millimetres
 * @throws RangeError for a form without area
 */
export function formItem(form: Form, spread: number): Item {
  const { centre, ellipse: own } = measureForm(form);
  // A line has a length and a tilt, and no width: it is held as a very thin form.
  const ellipse = isOpen(form.shape) ? { ...own, minor: own.major / THIN } : own;
  return { id: form.id, kind: form.shape.kind, name: form.part, centre, ellipse, spread };
}

/**
 * The symmetric matrix whose square maps the unit circle's moments onto the ellipse: smooth through circles.
 */
export interface Spread2 {
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/**
 * An ellipse as the symmetric matrix that takes the unit circle to it (the root of its covariance, times
 * two), in the unit of its axes: it changes smoothly where the ellipse becomes a circle and its tilt jumps.
 */
export function ellipseMatrix({ major, minor, tilt }: MomentEllipse): Spread2 {
  const c = Math.cos(toRadians(tilt));
  const s = -Math.sin(toRadians(tilt));
  return {
    xx: major * c * c + minor * s * s,
    xy: (major - minor) * c * s,
    yy: major * s * s + minor * c * c,
  };
}

/** An item under a transform, in the unit that this maps to; its spread grows with the transform's scale. */
export function moveItem(item: Item, transform: Affine): Item {
  const by = Math.sqrt(Math.abs(transform[0] * transform[3] - transform[1] * transform[2]));
  const centre = transformPoint(transform, item.centre);
  if (!item.ellipse) return { ...item, centre, spread: item.spread * by };
  const root = ellipseMatrix(item.ellipse);
  const [a, b, c, d] = transform;
  // Columns of transform × root; the product with its own transpose is the moved ellipse's moments.
  const p = { x: a * root.xx + c * root.xy, y: b * root.xx + d * root.xy };
  const q = { x: a * root.xy + c * root.yy, y: b * root.xy + d * root.yy };
  const ellipse = momentEllipse({
    area: 0,
    centre,
    xx: (p.x * p.x + q.x * q.x) / 4,
    xy: (p.x * p.y + q.x * q.y) / 4,
    yy: (p.y * p.y + q.y * q.y) / 4,
  });
  return { ...item, centre, ellipse, spread: item.spread * by };
}

/** Mean radius of a form, in its unit: the root of its semi-axes' product; 0 for a landmark. */
export const meanRadius = (item: Item): number =>
  item.ellipse ? Math.sqrt(item.ellipse.major * item.ellipse.minor) : 0;

/** Whether a form has a tilt to speak of: not where it is nearly as wide as long. Never for a landmark. */
export const hasTilt = (item: Item): boolean =>
  item.ellipse !== null && item.ellipse.major > 1.25 * item.ellipse.minor;
