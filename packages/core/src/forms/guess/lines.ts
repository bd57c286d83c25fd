import { IDENTITY } from '../../geometry/affine.ts';
import { distance, middle, type Point } from '../../geometry/point.ts';
import { spineAt } from '../spine.ts';
import type { Shape, Spine } from '../shape.ts';
import type { Candidate } from './rounds.ts';

/** How far evenly spread places of a line are from a curve, in their order. */
function offCurve(line: readonly Point[], at: (t: number) => Point): number {
  const curve = Array.from({ length: 2 * line.length }, (_, i) => at(i / (2 * line.length - 1)));
  const squares = line.map((p) => Math.min(...curve.map((q) => (p.x - q.x) ** 2 + (p.y - q.y) ** 2)));
  return Math.sqrt(squares.reduce((sum, v) => sum + v, 0) / squares.length);
}

/** The spine through a line's ends that passes nearest its places, by least squares over its way. */
function spineThrough(line: readonly Point[]): Spine {
  const [from, to] = [line[0] as Point, line.at(-1) as Point];
  let [x, y, weight] = [0, 0, 0];
  line.forEach((p, i) => {
    const t = i / (line.length - 1);
    const bulge = 4 * t * (1 - t);
    const [a, c] = [(2 * t - 1) * (t - 1), t * (2 * t - 1)];
    x += bulge * (p.x - a * from.x - c * to.x);
    y += bulge * (p.y - a * from.y - c * to.y);
    weight += bulge * bulge;
  });
  return [from, { x: x / weight, y: y / weight }, to];
}

/** The straight and the curved line nearest an open one. */
export function lines(line: readonly Point[]): { straight: Candidate; curved: Candidate } {
  const spine = spineThrough(line);
  const [from, to] = [spine[0], spine[2]];
  const shapes: readonly Shape[] = [
    { kind: 'line', points: [from, to] },
    { kind: 'line', points: spine },
  ];
  const straight: Spine = [from, middle(from, to), to];
  const [a, b] = [straight, spine].map((one) => offCurve(line, (t) => spineAt(one, t))) as [number, number];
  return {
    straight: { shape: shapes[0] as Shape, transform: IDENTITY, off: a },
    curved: { shape: shapes[1] as Shape, transform: IDENTITY, off: b },
  };
}

/** How much longer an open line is than the way from its one end to its other. */
export const detour = (line: readonly Point[]): number =>
  line.reduce((sum, p, i) => sum + (i === 0 ? 0 : distance(p, line[i - 1] as Point)), 0) /
  Math.max(1e-9, distance(line[0] as Point, line.at(-1) as Point));
