import { Matrix, solve } from 'ml-matrix';
import type { Point } from '../../geometry/point.ts';
import { feetFor, offChange, offOutline, type Feet } from './nearness.ts';

/** Steps at the most, and what counts as none, as a share of the size. */
const MOST = 3;
const ENOUGH = 1e-3;

function product(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i += 1) sum += (a[i] as number) * (b[i] as number);
  return sum;
}

/**
 * The numbers of a model with which its outline lies nearest a loop, by least squares (Levenberg 1944,
 * Marquardt 1963), slopes by differences of the outline where each place lies nearest it.
 * @param loop places on the loop
 * @param begin numbers to begin with, in the loop's unit
 * @param outline the model's closed outline, clockwise as it is seen, always with as many corners
 * @param size of the loop: how far is nothing
 */
export function settle(
  loop: readonly Point[],
  begin: readonly number[],
  outline: (numbers: readonly number[]) => readonly Point[],
  size: number,
): number[] {
  const off = (of: readonly Point[], at: Feet): Float64Array => {
    const out = new Float64Array(loop.length);
    offOutline(loop, of, out, at);
    return out;
  };
  let [feet, nextFeet] = [feetFor(loop.length), feetFor(loop.length)];
  let numbers = [...begin];
  let shape = outline(numbers);
  let here = off(shape, feet);
  let damping = 1e-3;
  for (let step = 0; step < MOST; step += 1) {
    const nudge = 1e-3 * size;
    const slopes = numbers.map((value, k) => {
      const nudged = outline(numbers.map((v, i) => (i === k ? value + nudge : v)));
      const change = offChange(loop, shape, nudged, here, feet);
      for (let i = 0; i < change.length; i += 1) change[i] = (change[i] as number) / nudge;
      return change;
    });
    const normal = Matrix.zeros(numbers.length, numbers.length);
    const pull = Matrix.zeros(numbers.length, 1);
    slopes.forEach((a, i) => {
      pull.set(i, 0, -product(a, here));
      slopes.forEach((b, j) => normal.set(i, j, product(a, b)));
    });
    let moved = 0;
    for (let attempt = 0; attempt < 4; attempt += 1) {
      const damped = normal.clone();
      for (let i = 0; i < numbers.length; i += 1) damped.set(i, i, normal.get(i, i) * (1 + damping) + 1e-9);
      const by = solve(damped, pull).to1DArray();
      const next = numbers.map((v, i) => v + (by[i] as number));
      const nextShape = outline(next);
      const there = off(nextShape, nextFeet);
      if (product(there, there) < product(here, here)) {
        [numbers, shape, here] = [next, nextShape, there];
        [feet, nextFeet] = [nextFeet, feet];
        moved = Math.max(...by.map(Math.abs));
        damping /= 5;
        break;
      }
      damping *= 8;
    }
    if (moved < ENOUGH * size) break;
  }
  return numbers;
}
