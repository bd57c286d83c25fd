import type { Point } from '../geometry/point.ts';
import { squaredDistances } from '../mask/distances.ts';
import { maskOf, type Mask } from '../mask/mask.ts';
import { outlinesOf } from '../mask/outlines.ts';
import { regions } from '../mask/regions.ts';
import { toL, type Lightness } from '../tone/lightness.ts';

/** A place within tone that was left unfilled; the frame's pixels. */
export interface Hole {
  readonly at: Point;
  readonly outlines: readonly (readonly Point[])[];
}

/** Paper is what is lighter than this, L* below the lightest of the drawing. */
const PAPER = 3;
/**
 * A place is left unfilled that a disc of this radius fits in, and lines closer than this fill it;
 * heights.
 */
const [HOLE, HATCH] = [0.012, 0.006];
/**
 * Of what surrounds a hole this share is toned; of what the picture shows in it at the most that is
 * light.
 */
const [SURROUNDED, LIGHT_THERE] = [0.8, 0.4];
const MOST_HOLES = 4;

/**
 * Places left unfilled within tone, the largest first.
 * @param within what of the frame is the thing
 * @param isLight whether the picture is light at a pixel
 * @param height of the figure, pixels of the frame
 */
export function holesIn(
  { width, height: rows, values }: Lightness,
  within: Mask,
  isLight: (i: number) => boolean,
  height: number,
): Hole[] {
  let paper = 0;
  for (let i = 0; i < values.length; i += 1) paper = Math.max(paper, values[i] as number);
  const bare = (i: number): boolean => toL(paper - (values[i] as number)) < PAPER;
  const toned: Mask = {
    width,
    height: rows,
    bits: Uint8Array.from(values, (_, i) => (bare(i) ? 0 : 1)),
  };
  // What lies between lines that are as close as hatching is filled: grown, and drawn back.
  const far = squaredDistances(toned);
  const reach = (HATCH * height) ** 2;
  const open: Mask = {
    ...toned,
    bits: Uint8Array.from(far, (d, i) => (d > reach && within.bits[i] ? 1 : 0)),
  };
  const deep = (HOLE * height) ** 2;
  const found = regions(open).filter((region) => {
    if (!region.some((i) => (far[i] as number) >= deep)) return false;
    if (region.filter(isLight).length > LIGHT_THERE * region.length) return false;
    const hole = maskOf(open, region);
    const near = squaredDistances(hole);
    const [from, to] = [(HATCH * height + 1) ** 2, (2 * HATCH * height + 2) ** 2];
    let [all, filled] = [0, 0];
    near.forEach((d, i) => {
      if (d <= from || d > to) return;
      all += 1;
      filled += toned.bits[i] && within.bits[i] ? 1 : 0;
    });
    return all > 0 && filled >= SURROUNDED * all;
  });
  return found
    .sort((a, b) => b.length - a.length)
    .slice(0, MOST_HOLES)
    .map((region) => {
      const deepest = region.reduce((best, i) => ((far[i] as number) > (far[best] as number) ? i : best));
      return {
        at: { x: (deepest % width) + 0.5, y: Math.floor(deepest / width) + 0.5 },
        outlines: outlinesOf(maskOf(open, region)),
      };
    });
}
