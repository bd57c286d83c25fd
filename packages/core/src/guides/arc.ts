import { distance, type Point } from '../geometry/point.ts';
import { straight, type GuideLine } from './guide-line.ts';

/** An arc rounder than this counts as straight: its radius in lengths of its chord. */
const FLATTEST = 1e6;

/** The circle through three places; null where they lie on a line, or two of them are one. */
export function circleThrough(a: Point, b: Point, c: Point): { centre: Point; radius: number } | null {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y];
  const twice = 2 * (bx * cy - by * cx);
  if (twice === 0) return null;
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy];
  const [x, y] = [(cy * bb - by * cc) / twice, (bx * cc - cx * bb) / twice];
  const radius = Math.hypot(x, y);
  return radius < FLATTEST * distance(a, c) ? { centre: { x: a.x + x, y: a.y + y }, radius } : null;
}

/** Degrees of an arc to each straight piece of it. */
const PIECE = 3;

/**
 * The arc of a circle from one place to another by a third; by straight pieces where the three lie on a
 * line.
 */
export function arcThrough(from: Point, by: Point, to: Point): GuideLine[] {
  const circle = circleThrough(from, by, to);
  if (!circle) return [straight(from, by), straight(by, to)];
  const { centre, radius } = circle;
  const angle = (p: Point): number => Math.atan2(p.y - centre.y, p.x - centre.x);
  const turn = (a: number, b: number): number => (b - a + 4 * Math.PI) % (2 * Math.PI);
  const begin = angle(from);
  const whole = turn(begin, angle(to));
  const sweep = turn(begin, angle(by)) <= whole ? whole : whole - 2 * Math.PI;
  const at = (t: number): Point => {
    const a = begin + t * sweep;
    return { x: centre.x + radius * Math.cos(a), y: centre.y + radius * Math.sin(a) };
  };
  return [{ at, pieces: Math.max(2, Math.ceil(Math.abs((sweep * 180) / Math.PI) / PIECE)) }];
}
