import { boxOf, grow } from '../geometry/box.ts';
import { distance, type Point } from '../geometry/point.ts';
import { refined } from '../geometry/polygon.ts';
import { FLATTEST, STEP } from './near-touch.ts';
import { angleBetween, nearestSide } from './nearest-side.ts';

/** A stretch of an open line along which it lies near another. */
export interface NearStretch {
  readonly along: readonly Point[];
  /** Whether it crosses the other there at 10° or more. */
  readonly crossed: boolean;
}

/** A place of a line with where the other lies. */
interface Seen {
  readonly p: Point;
  readonly far: number;
  readonly side: number;
}

/** Points along an open line, none farther from the next than a step, in the line's unit. */
function stepped(line: readonly Point[], step: number): Point[] {
  const way = line.slice(1).flatMap((q, i) => {
    // A closed outline of two corners goes there and back.
    const both = refined([line[i] as Point, q], step);
    return both.slice(0, both.length / 2);
  });
  return [...way, ...line.slice(-1)];
}

/**
 * Stretches along which one open line lies nearer than `near` to another, in the unit of the lines.
 * @returns each along the first line, however short; none where either is a mere dot
 */
export function nearStretches(own: readonly Point[], other: readonly Point[], near: number): NearStretch[] {
  const box = boxOf(other);
  if (own.length < 2 || other.length < 2 || !(near > 0) || !box) return [];
  const { minX, minY, maxX, maxY } = grow(box, near);
  const found: NearStretch[] = [];
  let run: Point[] = [];
  let crossed = false;
  let before: Seen | null = null;
  const end = (): void => {
    if (run.length > 0) found.push({ along: run, crossed });
    [run, crossed] = [[], false];
    before = null;
  };
  for (const p of stepped(own, STEP * near)) {
    const outside = p.x < minX || p.x > maxX || p.y < minY || p.y > maxY;
    const { far, ux, uy, side } = outside ? FAR : nearestSide(other, p, false);
    if (far >= near) {
      end();
      continue;
    }
    const last = before as Seen | null;
    const gone = last ? distance(last.p, p) : 0;
    if (last && gone > 0 && side * last.side < 0 && Math.min(far, last.far) < gone) {
      const angle = angleBetween((p.x - last.p.x) / gone, (p.y - last.p.y) / gone, ux, uy);
      crossed ||= angle >= FLATTEST;
    }
    run.push(p);
    // On the line itself it is on the side that it comes from.
    before = { p, far, side: side || last?.side || 0 };
  }
  end();
  return found;
}

const FAR = { far: Infinity, ux: 1, uy: 0, side: 0 };
