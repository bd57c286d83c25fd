import { middle, type Point } from '../geometry/point.ts';
import { gaussian } from '../random/seeded.ts';
import { BODY_PARTS } from '../subjects/body-parts.ts';
import { edges, outside, oval, wobbled, type Places } from './drawn-figure.ts';

/**
 * Test help: figures drawn as outlines of their parts, in which what is behind leaves off at what is in
 * front.
 */

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
    names.map((name) => places.get(name) as Point).reduce(middle);
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
      return lines.flatMap((line) => outside(line, before, 0.004 * height));
    })
    .map((line) => wobbled(line, (wobble / 100) * height, 0.08 * height, random));
}
