import { toDegrees, wrapTilt } from './angle.ts';
import type { Point } from './point.ts';

/** Area, centre and central second moments of a plane shape. */
export interface Moments {
  readonly area: number;
  readonly centre: Point;
  /** Second moments divided by the area: variances of x and y, and their covariance. */
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/**
 * Moments of a simple polygon by Green's theorem (Steger 1996, "On the calculation of
 * arbitrary moments of polygons"). Throws a RangeError where the polygon has no area.
 */
export function polygonMoments(corners: readonly Point[]): Moments {
  const origin = corners[0];
  if (!origin || corners.length < 3) throw new RangeError('A shape needs at least three corners.');
  let a = 0;
  let mx = 0;
  let my = 0;
  let mxx = 0;
  let mxy = 0;
  let myy = 0;
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length] as Point;
    const px = p.x - origin.x;
    const py = p.y - origin.y;
    const qx = q.x - origin.x;
    const qy = q.y - origin.y;
    const cross = px * qy - qx * py;
    a += cross;
    mx += cross * (px + qx);
    my += cross * (py + qy);
    mxx += cross * (px * px + px * qx + qx * qx);
    myy += cross * (py * py + py * qy + qy * qy);
    mxy += cross * (2 * px * py + px * qy + qx * py + 2 * qx * qy);
  });
  if (!(Math.abs(a) > 0)) throw new RangeError('A shape without area has no centre.');
  const cx = mx / (3 * a);
  const cy = my / (3 * a);
  return {
    area: Math.abs(a) / 2,
    centre: { x: cx + origin.x, y: cy + origin.y },
    xx: mxx / (6 * a) - cx * cx,
    xy: mxy / (12 * a) - cx * cy,
    yy: myy / (6 * a) - cy * cy,
  };
}

/** The ellipse with the same centre and second moments as a shape. */
export interface MomentEllipse {
  readonly centre: Point;
  /** Semi-axes, longer first. */
  readonly major: number;
  readonly minor: number;
  /** Tilt of the longer axis against level, degrees counter-clockwise in (-90, 90]. */
  readonly tilt: number;
}

/**
 * The ellipse with these moments, in their unit. For an ellipse it gives back the ellipse itself: the
 * variance along a semi-axis r is r²/4. Of a circle the tilt is 0.
 */
export function momentEllipse({ centre, xx, xy, yy }: Moments): MomentEllipse {
  const half = (xx + yy) / 2;
  const spread = Math.hypot((xx - yy) / 2, xy);
  return {
    centre,
    major: 2 * Math.sqrt(Math.max(0, half + spread)),
    minor: 2 * Math.sqrt(Math.max(0, half - spread)),
    tilt: wrapTilt(-toDegrees(Math.atan2(2 * xy, xx - yy)) / 2),
  };
}
