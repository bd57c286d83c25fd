import { curveThrough as curve } from '../geometry/curve.ts';
import { distance, middle, type Point } from '../geometry/point.ts';
import { gaussian } from '../random/seeded.ts';
import type { StrokePoint } from '../page/stroke-code.ts';
import { edges, oval, wobbled, type Places } from './drawn-figure.ts';

/** Test help: figures drawn stroke by stroke on the clock, in an order that is planted. */

const LIMBS = ['left arm', 'right arm', 'left leg', 'right leg'] as const;
export const WORKED_PARTS = ['head', 'trunk', ...LIMBS] as const;
export type WorkedPart = (typeof WORKED_PARTS)[number];

export interface OrderDrawing {
  /** In the order in which they were drawn; times in milliseconds from each stroke's beginning. */
  readonly strokes: readonly (readonly StrokePoint[])[];
  /** The share of the pen's time after which every part had its first line. */
  readonly stood: number;
  /** The part that was worked on before others had a line; none where the whole came first. */
  readonly before: WorkedPart | null;
}

/** The first line of each part, and what it is worked out with afterwards. */
function linesOf(
  places: Places,
  height: number,
): Record<WorkedPart, { first: Point[][]; details: Point[][] }> {
  const at = (name: string): Point => places.get(name) as Point;
  const hips = middle(at('left hip'), at('right hip'));
  const trunk = [at('pit of the neck'), middle(at('pit of the neck'), hips), hips];
  const limb = (names: string[], halves: number[]) => {
    const chain = names.map(at);
    const sides = edges(
      chain,
      halves.map((half) => half * height),
    );
    return { first: [curve(chain)], details: sides.map(curve) };
  };
  const arm = (s: string) => limb([`${s} shoulder`, `${s} elbow`, `${s} wrist`], [0.03, 0.024, 0.016]);
  const leg = (s: string) => limb([`${s} hip`, `${s} knee`, `${s} ankle`], [0.052, 0.035, 0.021]);
  const sides = edges(
    trunk,
    [0.09, 0.075, 0.085].map((half) => half * height),
  );
  return {
    head: {
      first: [oval(at('crown'), at('chin'), 0.37)],
      details: [oval(at('crown'), at('chin'), 0.37, 3), [at('crown'), at('chin')]],
    },
    trunk: {
      first: [curve(trunk), [at('left shoulder'), at('right shoulder')], [at('left hip'), at('right hip')]],
      details: sides.map(curve),
    },
    'left arm': arm('left'),
    'right arm': arm('right'),
    'left leg': leg('left'),
    'right leg': leg('right'),
  };
}

/** A line on the clock: at the hand's own speed, a point about every twelve milliseconds. */
function timed(line: readonly Point[], speed: number): StrokePoint[] {
  let time = 0;
  return line.map((p, i) => {
    if (i > 0) time += (1000 * distance(p, line[i - 1] as Point)) / speed;
    return { x: p.x, y: p.y, pressure: 0.5, time };
  });
}

/**
 * A figure drawn on the clock.
 * @param places its landmarks on the page, millimetres
 * @param height of the figure, millimetres
 * @param before the part that is worked out first; null for the whole first
 */
export function drawnInOrder(
  places: Places,
  height: number,
  { before, random }: { readonly before: WorkedPart | null; readonly random: () => number },
): OrderDrawing {
  const lines = linesOf(places, height);
  const shuffled = [...WORKED_PARTS]
    .map((part) => ({ part, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map(({ part }) => part);
  const others = shuffled.filter((part) => part !== before);
  const firsts = others.flatMap((part) => lines[part].first);
  // What is worked out early is gone over several times, as one does who cannot let go of it.
  const early = before
    ? [...lines[before].first, ...Array.from({ length: 4 }, () => lines[before].details).flat()]
    : [];
  const details = others.flatMap((part) => lines[part].details);
  const speed = (0.6 + 0.6 * random()) * height;
  const draw = (list: readonly Point[][]): StrokePoint[][] =>
    list.map((line) =>
      timed(wobbled(line, 0.006 * height, 0.08 * height, random), speed * (1 + 0.15 * gaussian(random))),
    );
  const [a, b, c] = [draw(early), draw(firsts), draw(details)];
  const ms = (list: readonly StrokePoint[][]): number =>
    list.reduce((sum, stroke) => sum + (stroke.at(-1)?.time ?? 0), 0);
  return {
    strokes: [...a, ...b, ...c],
    stood: (ms(a) + ms(b)) / (ms(a) + ms(b) + ms(c)),
    before,
  };
}
