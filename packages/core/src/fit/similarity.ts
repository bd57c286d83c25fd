import type { Affine } from '../geometry/affine.ts';
import { toDegrees, wrapAngle } from '../geometry/angle.ts';
import type { Point } from '../geometry/point.ts';

/** What a fit may take out of a drawing before its shape is judged. */
export const FREEDOMS = ['none', 'move', 'move scale', 'move scale turn'] as const;
export type Freedom = (typeof FREEDOMS)[number];

export interface FitOptions {
  /** Default `move scale`. */
  readonly freedom?: Freedom;
  /** Non-negative weight of each pair; default 1. */
  readonly weights?: readonly number[];
  /** Lay the drawing on the reference's mirror image; default false. */
  readonly mirrored?: boolean;
}

/** A transform from the drawing onto the reference. */
export interface Fit {
  readonly transform: Affine;
  /** Reference length over drawn length. */
  readonly scale: number;
  /** Turn from drawing to reference, degrees counter-clockwise. */
  readonly turn: number;
  readonly mirrored: boolean;
  /** Laid drawing minus reference, a vector a pair, in the reference's unit. */
  readonly residuals: readonly Point[];
  /** Root of the weighted mean squared residual. */
  readonly rms: number;
}

/**
 * Lays drawn points on reference points by weighted least squares (Umeyama 1991; for the turn and
 * scale in the plane, the closed form over complex numbers). A mirrored fit first flips the drawing
 * left to right. With one pair, or none that differ, the scale and turn cannot be told and stay 1 and 0.
 * @throws RangeError where the lists differ in length or nothing has weight
 */
export function fitSimilarity(
  drawn: readonly Point[],
  reference: readonly Point[],
  options: FitOptions = {},
): Fit {
  const { freedom = 'move scale', weights, mirrored = false } = options;
  if (drawn.length !== reference.length)
    throw new RangeError('Drawn and reference points must come in pairs.');
  const flip = mirrored ? -1 : 1;
  const weight = (i: number): number => weights?.[i] ?? 1;
  let total = 0;
  const mean = { px: 0, py: 0, qx: 0, qy: 0 };
  drawn.forEach((p, i) => {
    const q = reference[i] as Point;
    const w = weight(i);
    total += w;
    mean.px += w * flip * p.x;
    mean.py += w * p.y;
    mean.qx += w * q.x;
    mean.qy += w * q.y;
  });
  if (!(total > 0)) throw new RangeError('A fit needs at least one pair.');
  const moves = freedom !== 'none';
  const [px, py, qx, qy] = moves
    ? [mean.px / total, mean.py / total, mean.qx / total, mean.qy / total]
    : [0, 0, 0, 0];
  let dot = 0;
  let cross = 0;
  let size = 0;
  let extent = 0;
  drawn.forEach((p, i) => {
    const q = reference[i] as Point;
    const w = weight(i);
    const ax = flip * p.x - px;
    const ay = p.y - py;
    const bx = q.x - qx;
    const by = q.y - qy;
    dot += w * (ax * bx + ay * by);
    cross += w * (ax * by - ay * bx);
    size += w * (ax * ax + ay * ay);
    extent += w * (bx * bx + by * by);
  });
  let c = 1;
  let s = 0;
  // A drawing that runs against its reference would ask for a negative size: it keeps its own spread instead.
  if (size > 0 && freedom === 'move scale') c = dot > 0 ? dot / size : Math.sqrt(extent / size);
  if (size > 0 && freedom === 'move scale turn') [c, s] = [dot / size, cross / size];
  const e = qx - c * px + s * py;
  const f = qy - s * px - c * py;
  const transform: Affine = [c * flip, s * flip + 0, 0 - s, c, e, f];
  let sum = 0;
  const residuals = drawn.map((p, i) => {
    const q = reference[i] as Point;
    const r = {
      x: transform[0] * p.x + transform[2] * p.y + e - q.x,
      y: transform[1] * p.x + transform[3] * p.y + f - q.y,
    };
    sum += weight(i) * (r.x * r.x + r.y * r.y);
    return r;
  });
  return {
    transform,
    scale: Math.hypot(c, s),
    turn: wrapAngle(-toDegrees(Math.atan2(s, c))),
    mirrored,
    residuals,
    rms: Math.sqrt(sum / total),
  };
}
