import type { Point } from './point.ts';

const DEGREE = Math.PI / 180;

/** Degrees as radians. */
export const toRadians = (degrees: number): number => degrees * DEGREE;
/** Radians as degrees. */
export const toDegrees = (radians: number): number => radians / DEGREE;

/** An angle in degrees wrapped into (-180, 180]. */
export function wrapAngle(degrees: number): number {
  const wrapped = degrees - 360 * Math.ceil((degrees - 180) / 360);
  return wrapped === -180 ? 180 : Math.min(180, wrapped);
}

/** The tilt of an undirected line, degrees, wrapped into (-90, 90]. */
export function wrapTilt(degrees: number): number {
  // What is hardly off -90 rounds to a whole turn of the line, and would come out a hair beyond 90.
  return Math.min(90, degrees - 180 * Math.ceil((degrees - 90) / 180));
}

/** The direction from `a` to `b`, degrees counter-clockwise from level on the page, in (-180, 180]. */
export const directionOf = (a: Point, b: Point): number => toDegrees(Math.atan2(a.y - b.y, b.x - a.x));

/**
 * Tilt of the undirected line through `a` and `b` against level, in degrees,
 * counter-clockwise as seen on the page (y grows downwards), in (-90, 90].
 */
export function lineTilt(a: Point, b: Point): number {
  return wrapTilt(toDegrees(Math.atan2(-(b.y - a.y), b.x - a.x)));
}
