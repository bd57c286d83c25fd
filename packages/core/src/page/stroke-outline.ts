import { getStroke } from 'perfect-freehand';
import type { StrokePoint } from './stroke-code.ts';
import type { PenKind, Stroke } from './things.ts';

interface PenManner {
  /** How much of the width pressure takes away, 0 to 1. */
  readonly thinning: number;
  readonly smoothing: number;
  /** How far the line settles behind the pen, 0 to 1; the tip itself is always drawn. */
  readonly streamline: number;
}

const MANNERS: Readonly<Record<PenKind, PenManner>> = {
  pencil: { thinning: 0.55, smoothing: 0.4, streamline: 0.2 },
  pen: { thinning: 0.3, smoothing: 0.5, streamline: 0.35 },
};

/**
 * The inked outline of a stroke, page millimetres. Working is done in 1/16 mm so that the
 * outliner's own fixed thresholds, made for pixels, stay far below what can be seen.
 */
export function strokeOutline(points: readonly StrokePoint[], look: Pick<Stroke, 'pen' | 'size' | 'pressure'>): [number, number][] {
  const manner = MANNERS[look.pen];
  const unit = 16;
  return getStroke(
    points.map((p) => [p.x * unit, p.y * unit, p.pressure] as [number, number, number]),
    {
      size: look.size * unit,
      thinning: look.pressure === 'even' ? 0 : manner.thinning,
      smoothing: manner.smoothing,
      streamline: manner.streamline,
      simulatePressure: look.pressure === 'speed',
      last: true,
    },
  ).map(([x, y]) => [x / unit, y / unit]);
}

const round = (value: number): number => Math.round(value * 1000) / 1000;

/** An SVG path for an outline: curves through the middles of its sides. */
export function outlinePath(outline: readonly (readonly [number, number])[]): string {
  const first = outline[0];
  if (!first || outline.length < 3) return '';
  const parts: string[] = [];
  outline.forEach(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length] as [number, number];
    const mx = round((x + nx) / 2);
    const my = round((y + ny) / 2);
    parts.push(i === 0 ? `M${mx} ${my}` : `Q${round(x)} ${round(y)} ${mx} ${my}`);
  });
  const [x, y] = first;
  const [nx, ny] = outline[1] as [number, number];
  parts.push(`Q${round(x)} ${round(y)} ${round((x + nx) / 2)} ${round((y + ny) / 2)}Z`);
  return parts.join('');
}
