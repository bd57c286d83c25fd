import type { Point } from '../geometry/point.ts';
import { squaredDistances } from '../mask/distances.ts';
import { emptyMask, type Mask } from '../mask/mask.ts';
import { regions } from '../mask/regions.ts';
import { guessFigure } from '../tone/figure-mask.ts';
import { centreLines } from './centre-lines.ts';
import { edgesOf, type Edges } from './edges.ts';

/** Edges count where they hold on to one at least this strong, a quantile of all. */
const STRONG = 0.6;
/** Shorter pieces are grain, as a share of the picture's longer side. */
const SHORTEST = 0.035;
/** So near to the outline of the thing, same share, a line is part of it; so far beyond it is ground. */
const NEAR = 0.012;
/** Inner edges are drawn by some: how likely beside the outline. */
const INNER = 0.5;
/** A piece lies along the outline where more than this share of it does. */
const OUTLINE = 0.5;
/** Where less than this share of all edges lies on what was guessed to be the thing, it is not the thing. */
const LEAST_SEEN = 0.5;
/** A guess of the thing that fills less or more of the picture than this is none. */
const [LEAST_FILLED, MOST_FILLED] = [0.02, 0.85];

/** A line that is to be seen in a picture. Pixels. */
export interface SeenLine {
  readonly points: readonly Point[];
  /** 1 for the outline of the thing, less for edges within it. */
  readonly weight: number;
}

/**
 * Edges that hold on to a strong one (hysteresis, Canny 1986) or lie along the outline; small pieces left
 * out.
 */
function heldEdges({ width, height, strength }: Edges, onOutline: (i: number) => boolean): Mask {
  const present = strength.filter((s) => s > 0).sort();
  const strong = present[Math.floor(STRONG * present.length)] ?? Infinity;
  const mask = emptyMask(width, height);
  const shortest = SHORTEST * Math.max(width, height);
  const all: Mask = { width, height, bits: Uint8Array.from(strength, (s) => (s > 0 ? 1 : 0)) };
  for (const region of regions(all, 1.5))
    if (
      region.length >= shortest &&
      (region.some((i) => (strength[i] as number) >= strong) ||
        region.filter(onOutline).length > Math.max(OUTLINE * region.length, 2 * shortest))
    )
      for (const i of region) mask.bits[i] = 1;
  return mask;
}

/** The rim of a mask: its pixels with a neighbour that is none. */
function rimOf({ width, height, bits }: Mask): Mask {
  const rim = emptyMask(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      if (!bits[i]) continue;
      const inside =
        (x === 0 || bits[i - 1]) &&
        (x === width - 1 || bits[i + 1]) &&
        (y === 0 || bits[i - width]) &&
        (y === height - 1 || bits[i + width]);
      if (!inside) rim.bits[i] = 1;
    }
  return rim;
}

/** A line cut where an answer about its points changes; neighbours share the point at which they are cut. */
function runs(points: readonly Point[], answer: (p: Point) => boolean): { points: Point[]; is: boolean }[] {
  const made: { points: Point[]; is: boolean }[] = [];
  for (const point of points) {
    const [is, last] = [answer(point), made.at(-1)];
    last?.points.push(point);
    if (last?.is !== is) made.push({ points: [point], is });
  }
  return made.filter((run) => run.points.length > 1);
}

/** Which pixels lie on the thing in a picture, and which along its outline. */
interface Thing {
  readonly isThing: (pixel: number) => boolean;
  readonly isOutline: (pixel: number) => boolean;
}

/** The thing in a picture as it is guessed; null where the guess fills too little or too much of it. */
function thingIn(rgba: Uint8ClampedArray, width: number, height: number): Thing | null {
  const guess = guessFigure(rgba, width, height);
  const filled = guess.bits.reduce((sum, bit) => sum + bit, 0) / guess.bits.length;
  if (!(filled > LEAST_FILLED && filled < MOST_FILLED)) return null;
  const [toRim, toThing] = [squaredDistances(rimOf(guess)), squaredDistances(guess)];
  const near = (NEAR * Math.max(width, height)) ** 2;
  const within =
    (distances: Float64Array) =>
    (pixel: number): boolean =>
      (distances[pixel] ?? Infinity) <= near;
  return { isThing: within(toThing), isOutline: within(toRim) };
}

/** Which share of a mask's pixels an answer holds for; not a number for an empty mask. */
function shareOf({ bits }: Mask, holds: (pixel: number) => boolean): number {
  let [all, held] = [0, 0];
  bits.forEach((bit, i) => {
    all += bit;
    held += bit && holds(i) ? 1 : 0;
  });
  return held / all;
}

/**
 * The lines that are to be seen in a picture of one thing: its outline and its inner edges, without what is
 * ground, as far as the thing can be told from it.
 * @param rgba four bytes a pixel; a few hundred pixels say enough
 * @returns polylines in its pixels; none for a picture without an edge
 */
export function pictureLines(rgba: Uint8ClampedArray, width: number, height: number): SeenLine[] {
  const data = new Uint8ClampedArray(3 * width * height);
  for (let i = 0; i < width * height; i += 1)
    for (let c = 0; c < 3; c += 1) data[3 * i + c] = rgba[4 * i + c] as number;
  const thing = thingIn(rgba, width, height);
  const held = heldEdges(edgesOf({ width, height, data }), thing?.isOutline ?? (() => false));
  const lines = centreLines(held);
  if (!thing || shareOf(held, thing.isThing) < LEAST_SEEN)
    return lines.map((points) => ({ points, weight: 1 }));
  const pixel = ({ x, y }: Point): number => Math.floor(y) * width + Math.floor(x);
  return lines.flatMap((points) =>
    runs(points, (p) => thing.isOutline(pixel(p))).flatMap(({ points: run, is }): SeenLine[] => {
      const onThing = run.filter((p) => thing.isThing(pixel(p))).length / run.length;
      return onThing < 0.5 ? [] : [{ points: run, weight: is ? 1 : INNER }];
    }),
  );
}
