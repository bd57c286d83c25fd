/**
 * A point or vector. Page millimetres or original-picture pixels, as the caller's type says; y grows
 * downwards.
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Point, by: number): Point => ({ x: a.x * by, y: a.y * by });
export const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);
export const lengthOf = (a: Point): number => Math.hypot(a.x, a.y);
