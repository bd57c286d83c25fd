import type { Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { gaussian } from '../random/seeded.ts';
import { BODY_PARTS } from '../subjects/body-parts.ts';
import { edges, oval, wobbled, type Places } from './drawn-figure.ts';

/**
 * Test help: figures drawn as outlines of their parts, in which what is behind leaves off at what is in
 * front.
 */

const mid = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

/** The pieces of a line outside of some shapes, looked at in small steps. */
function outsideOf(line: readonly Point[], shapes: readonly (readonly Point[])[], step: number): Point[][] {
  const out: Point[][] = [];
  let run: Point[] = [];
  const end = (): void => {
    if (run.length > 1) out.push(run);
    run = [];
  };
  for (let i = 1; i < line.length; i += 1) {
    const [p, q] = [line[i - 1] as Point, line[i] as Point];
    const n = Math.max(1, Math.ceil(Math.hypot(q.x - p.x, q.y - p.y) / step));
    for (let k = 0; k < n; k += 1) {
      const at = { x: p.x + (k / n) * (q.x - p.x), y: p.y + (k / n) * (q.y - p.y) };
      if (shapes.some((shape) => isInside(shape, at))) end();
      else run.push(at);
    }
  }
  end();
  return out;
}

/**
 * Draws a figure part by part.
 * @param order names of parts, what is farthest back first; parts that are not named are left out
 * @param wobble per cent of the height
 * @param through whether what is behind is drawn through, as in a construction
 */
export function drawParts(
  places: Places,
  height: number,
  on: {
    readonly order: readonly string[];
    readonly wobble: number;
    readonly random: () => number;
    readonly through?: boolean;
  },
): Point[][] {
  const { order, random, wobble, through = false } = on;
  const end = (names: readonly string[]): Point =>
    names.map((name) => places.get(name) as Point).reduce((a, b) => mid(a, b));
  const shapes = order.map((name) => {
    const part = BODY_PARTS.find((one) => one.name === name);
    if (!part) throw new Error(`There is no part ${name}.`);
    const half = part.half * height * (1 + 0.12 * gaussian(random));
    const [a, b] = [end(part.from), end(part.to)];
    if (name === 'head') {
      const outline = oval(a, b, 0.37);
      return { lines: [outline], outline };
    }
    const [left, right] = edges([a, b], [half, half * 0.9]);
    return { lines: [left, right], outline: [...left, ...[...right].reverse()] };
  });
  return shapes
    .flatMap(({ lines }, i) => {
      const before = through ? [] : shapes.slice(i + 1).map(({ outline }) => outline);
      return lines.flatMap((line) => outsideOf(line, before, 0.004 * height));
    })
    .map((line) => wobbled(line, (wobble / 100) * height, 0.08 * height, random));
}
