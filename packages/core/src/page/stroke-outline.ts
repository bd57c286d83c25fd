import { getStroke } from 'perfect-freehand';
import { transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { thinned } from '../geometry/polygon.ts';
import type { LinePoint } from './centre-line.ts';
import { decodeStroke, type StrokePoint } from './stroke-code.ts';
import { PEN_MANNERS } from './stroke-look.ts';
import type { Stroke } from './things.ts';

/** Corners of a closed outline, page millimetres. */
export type Outline = readonly Point[];

/** How far an outline's corners may be left out of it, millimetres: a fifth of what a printer sets. */
const OUTLINE_TOLERANCE = 0.01;

/**
 * The inked outline of a line, page millimetres. Working is done in 1/16 mm so that the
 * outliner's own fixed thresholds, made for pixels, stay far below what can be seen.
 * @param by factor on the line's width
 * @param round whether its begin and its end are: flat where it is a stretch of a longer line
 */
export function lineOutline(
  line: readonly Omit<LinePoint, 'strength'>[],
  size: number,
  by = 1,
  round: readonly [boolean, boolean] = [true, true],
): Outline {
  const unit = 16;
  const across = size * by;
  const ring = getStroke(
    line.map(({ x, y, width }) => [x * unit, y * unit, (0.5 * width) / size] as [number, number, number]),
    {
      size: across * unit,
      thinning: 1,
      smoothing: 0.4,
      streamline: 0,
      simulatePressure: false,
      last: true,
      start: { cap: round[0] },
      end: { cap: round[1] },
    },
  ).map(([x, y]) => ({ x: x / unit, y: y / unit }));
  return thinned(ring, OUTLINE_TOLERANCE);
}

/** How far a stroke's ink may reach from its points, millimetres: what must be painted anew round them. */
export const strokeReach = ({ pen, size }: Pick<Stroke, 'pen' | 'size'>): number =>
  size * PEN_MANNERS[pen].flat * 1.6;

/**
 * A stroke's points where they lie on the page, unpacked. Throws BrokenStroke where the record is not one.
 */
export function strokePoints({ points, transform }: Pick<Stroke, 'points' | 'transform'>): StrokePoint[] {
  const raw = decodeStroke(points);
  return transform ? raw.map((p) => ({ ...p, ...transformPoint(transform, p) })) : raw;
}

const round = (value: number): number => Math.round(value * 100) / 100;

/** An SVG path for an outline, millimetres; empty where it encloses nothing. */
export function outlinePath(outline: Outline): string {
  if (outline.length < 3) return '';
  return `M${outline.map(({ x, y }) => `${round(x)} ${round(y)}`).join('L')}Z`;
}

/** What a path is drawn with: a canvas' own, for one. */
export interface PathPen {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  closePath(): void;
}

/** Draws an outline with a path pen: much quicker than handing it over as text. */
export function traceOutline<T extends PathPen>(pen: T, outline: Outline): T {
  const [first, ...rest] = outline;
  if (!first || rest.length < 2) return pen;
  pen.moveTo(first.x, first.y);
  for (const { x, y } of rest) pen.lineTo(x, y);
  pen.closePath();
  return pen;
}
