import { compose, invert, scaling, transformPoint, translation, type Affine } from '../geometry/affine.ts';
import { boxOf, grow } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';

/** So many pixels of the frame are the figure's height. */
export const FRAME_HEIGHT = 256;
/** So much is looked at round the picture's silhouette, parts of the figure's height. */
const AROUND = 0.2;

/** The frame in which silhouettes are held against each other: a grid over the picture. */
export interface ShapeFrame {
  readonly width: number;
  readonly height: number;
  /** The picture's pixels to the frame's. */
  readonly toFrame: Affine;
}

/**
 * The frame round a silhouette, the picture's pixels.
 * @param height of the figure, the picture's pixels, above 0
 * @returns null where there is no outline
 */
export function frameRound(outlines: readonly (readonly Point[])[], height: number): ShapeFrame | null {
  const own = boxOf(outlines.flat());
  if (!own) return null;
  const box = grow(own, AROUND * height);
  const by = FRAME_HEIGHT / height;
  return {
    width: Math.ceil(by * (box.maxX - box.minX)),
    height: Math.ceil(by * (box.maxY - box.minY)),
    toFrame: compose(scaling(by), translation(-box.minX, -box.minY)),
  };
}

/** Lines of the picture in the frame. */
export const inFrame = (lines: readonly (readonly Point[])[], { toFrame }: ShapeFrame): Point[][] =>
  lines.map((line) => line.map((p) => transformPoint(toFrame, p)));

/** Lines of the frame in the picture. */
export function inPicture(lines: readonly (readonly Point[])[], { toFrame }: ShapeFrame): Point[][] {
  const back = invert(toFrame);
  return lines.map((line) => line.map((p) => transformPoint(back, p)));
}
