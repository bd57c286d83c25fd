import { getStroke } from 'perfect-freehand';
import { transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { thinned } from '../geometry/polygon.ts';
import { CentreLine, type LinePoint } from './centre-line.ts';
import { decodeStroke, type StrokePoint } from './stroke-code.ts';
import { lookOf, PEN_MANNERS, type StrokeLook } from './stroke-look.ts';
import type { Stroke } from './things.ts';

/** Corners of a closed outline, page millimetres. */
export type Outline = readonly Point[];

/** One filled outline of a stroke. A soft edge is several, each narrower than the one before. */
export interface StrokeLayer {
  readonly outline: Outline;
  /** 0 to 1. */
  readonly alpha: number;
}

/** From this hardness on an edge is crisp. */
const CRISP = 0.98;
const SOFT_LAYERS = 9;
/** How far an outline's corners may be left out of it, millimetres: a fifth of what a printer sets. */
const OUTLINE_TOLERANCE = 0.01;

/** Whether a stroke is one opaque outline, so that pieces of it may overlap unseen. */
export const isPlain = (look: Pick<StrokeLook, 'hardness' | 'pen'>): boolean =>
  look.hardness >= CRISP && PEN_MANNERS[look.pen].strength === 1;

/**
 * The inked outline of a line, page millimetres. Working is done in 1/16 mm so that the
 * outliner's own fixed thresholds, made for pixels, stay far below what can be seen.
 * @param by factor on the line's width
 */
export function lineOutline(line: readonly LinePoint[], size: number, by = 1): Outline {
  const unit = 16;
  const across = size * by;
  const ring = getStroke(
    line.map(({ x, y, width }) => [x * unit, y * unit, (0.5 * width) / size] as [number, number, number]),
    { size: across * unit, thinning: 1, smoothing: 0.4, streamline: 0, simulatePressure: false, last: true },
  ).map(([x, y]) => ({ x: x / unit, y: y / unit }));
  return thinned(ring, OUTLINE_TOLERANCE);
}

/**
 * How wide and how dark each layer of a stroke is, the widest first; together they are as dark as the pen is
 * strong.
 */
function layersOf(look: Pick<StrokeLook, 'pen' | 'hardness'>): { by: number; alpha: number }[] {
  const { strength } = PEN_MANNERS[look.pen];
  if (look.hardness >= CRISP) return [{ by: 1, alpha: strength }];
  const soft = 1 - look.hardness;
  return Array.from({ length: SOFT_LAYERS }, (_, j) => {
    const before = (strength * j) / SOFT_LAYERS;
    const now = (strength * (j + 1)) / SOFT_LAYERS;
    return { by: 1 + 0.6 * soft * (1 - (2 * j) / (SOFT_LAYERS - 1)), alpha: 1 - (1 - now) / (1 - before) };
  });
}

/** The layers of a line that is shown with a look, the lowest first. */
export const lineLayers = (line: readonly LinePoint[], look: StrokeLook): StrokeLayer[] =>
  layersOf(look).map(({ by, alpha }) => ({ outline: lineOutline(line, look.size, by), alpha }));

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

/** A stroke as it is shown. @param points where they lie on the page, if they are unpacked already */
export function strokeLayers(
  stroke: Stroke,
  points: readonly StrokePoint[] = strokePoints(stroke),
): StrokeLayer[] {
  const look = lookOf(stroke);
  return lineLayers(new CentreLine(look).push(points).points(), look);
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
