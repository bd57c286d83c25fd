import { contours } from 'd3-contour';
import { invert, scaleOf, transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { polygonArea, thinned } from '../geometry/polygon.ts';
import { READER_SIDE, type PersonReading } from './reading.ts';

/** Corners of a silhouette lie within this many pixels of the mask's own outline, mask pixels. */
const TOLERANCE = 0.25;
/** Pieces and holes smaller than this share of the largest piece are left out: the net's crumbs. */
const CRUMB = 0.004;

/** How likely a place of the picture is the person's, 0 to 1; 0 outside the region that was read. */
export function likelyTheirs({ mask, toPicture }: PersonReading, at: Point): number {
  const { x, y } = transformPoint(invert(toPicture), at);
  const [u, v] = [x - 0.5, y - 0.5];
  const [left, top] = [Math.floor(u), Math.floor(v)];
  let logit = 0;
  for (const [dx, dy] of [
    [0, 0],
    [1, 0],
    [0, 1],
    [1, 1],
  ] as const) {
    const [i, j] = [left + dx, top + dy];
    if (i < 0 || j < 0 || i >= READER_SIDE || j >= READER_SIDE) return 0;
    logit += (1 - Math.abs(u - i)) * (1 - Math.abs(v - j)) * (mask[j * READER_SIDE + i] as number);
  }
  return 1 / (1 + Math.exp(-logit));
}

/**
 * The person's silhouette as closed outlines, picture pixels: where the mask is as likely theirs as not,
 * between its pixels (marching squares). Whatever lies within an odd number of outlines is theirs. Empty
 * where the mask holds nothing.
 */
export function silhouetteOf({ mask, toPicture }: PersonReading): Point[][] {
  const padded = new Array<number>((READER_SIDE + 2) ** 2).fill(-30);
  for (let y = 0; y < READER_SIDE; y += 1)
    for (let x = 0; x < READER_SIDE; x += 1)
      padded[(y + 1) * (READER_SIDE + 2) + x + 1] = mask[y * READER_SIDE + x] as number;
  const [found] = contours()
    .size([READER_SIDE + 2, READER_SIDE + 2])
    .thresholds([0])(padded);
  const rings = (found?.coordinates ?? [])
    .flat()
    .map((ring) => ring.map(([x = 0, y = 0]) => transformPoint(toPicture, { x: x - 1, y: y - 1 })));
  const areas = rings.map(polygonArea);
  const largest = Math.max(0, ...areas);
  return rings
    .filter((_, i) => (areas[i] as number) > CRUMB * largest)
    .map((ring) => thinned(ring, TOLERANCE * scaleOf(toPicture)).slice(0, -1))
    .filter((ring) => ring.length > 2);
}
