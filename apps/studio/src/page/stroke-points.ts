import { decodeStroke, distance, type Stroke, type StrokePoint } from '@deft/core';

const known = new WeakMap<Stroke, StrokePoint[]>();

/** A stroke's points, unpacked once. */
export function pointsOf(stroke: Stroke): StrokePoint[] {
  const before = known.get(stroke);
  if (before) return before;
  const points = decodeStroke(stroke.points);
  known.set(stroke, points);
  return points;
}

/** Whether a stroke passes within `reach` millimetres of a place. */
export const strokeTouches = (stroke: Stroke, x: number, y: number, reach: number): boolean => pointsOf(stroke).some((p) => distance(p, { x, y }) < reach);
