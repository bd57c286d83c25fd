import type { Point } from '../geometry/point.ts';
import { areaOf } from '../mask/mask.ts';
import { outlinesOf } from '../mask/outlines.ts';
import { drawnSilhouette } from '../shape/drawn-silhouette.ts';
import { FRAME_HEIGHT, frameRound, inFrame, inPicture } from './shape-frame.ts';
import type { Outlines } from './shape.ts';

/** An opening as wide as this in a traced contour is closed, parts of the figure's height. */
const REACH = 0.03;
/** Lines that enclose less than this of the room they take are no contour. */
const LEAST_ENCLOSED = 0.15;

/**
 * The silhouette of a picture by the contour that the student traced over it: all that its lines enclose.
 * @param lines of the trace, the picture's pixels
 * @param height of the figure, likewise
 * @returns null where nothing is traced, or no line encloses anything to speak of
 */
export function tracedSilhouette(lines: readonly (readonly Point[])[], height: number): Outlines | null {
  const frame = height > 0 ? frameRound(lines, height) : null;
  if (!frame) return null;
  const { width, height: rows } = frame;
  const mask = drawnSilhouette(inFrame(lines, frame), {
    width,
    height: rows,
    reach: REACH * FRAME_HEIGHT,
    isGap: () => false,
  });
  if (areaOf(mask) < LEAST_ENCLOSED * width * rows) return null;
  return inPicture(outlinesOf(mask), frame);
}
