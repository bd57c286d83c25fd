import { add, scale, type Point } from '../geometry/point.ts';
import { drawnLine } from '../guides/guide-line.ts';
import type { DrawnGuide, GuideMark } from '../guides/kinds.ts';
import type { Guide, GuideKind, MirrorAxis } from './things.ts';

/** How a guide is drawn; sizes in CSS pixels, which a file takes half a millimetre for. */
export interface GuideLook {
  readonly width: number;
  /** Lengths of dashes and of what lies between them; empty for a line that goes through. */
  readonly dash: readonly number[];
  /** Its places are shown as dots. */
  readonly dots?: boolean;
}

export const GUIDE_PIXEL = 0.5;
const THIN = 1.2;
const DASHES = [7, 5];

const LOOKS: Readonly<Record<GuideKind, GuideLook>> = {
  ground: { width: 1.6, dash: [] },
  level: { width: THIN, dash: DASHES },
  plumb: { width: THIN, dash: DASHES },
  axis: { width: THIN, dash: DASHES },
  centre: { width: THIN, dash: DASHES },
  divided: { width: THIN, dash: [] },
  stepped: { width: THIN, dash: [] },
  carried: { width: THIN, dash: [] },
  sighted: { width: THIN, dash: [] },
  tilted: { width: THIN, dash: [] },
  arc: { width: THIN, dash: [] },
  envelope: { width: THIN, dash: [10, 4] },
  through: { width: THIN, dash: [3, 4], dots: true },
};
const SYMMETRY: GuideLook = { width: THIN, dash: [12, 4, 2, 4] };

export const guideLook = (guide: Guide | MirrorAxis): GuideLook =>
  guide.type === 'axis' ? SYMMETRY : LOOKS[guide.kind];

/** Half of the length of a tick, and the radius of a dot, CSS pixels. */
const TICK = 5;
const DOT = 2.2;

/** A tick across a line, from end to end. @param pixel millimetres to a CSS pixel */
const tick = ({ at, across }: GuideMark, pixel: number): Point[] =>
  across ? [add(at, scale(across, -TICK * pixel)), add(at, scale(across, TICK * pixel))] : [];

/**
 * What is drawn of a guide, page millimetres: its lines, the ticks across them, which are never dashed, and
 * dots with their radius.
 * @param pixel millimetres to a CSS pixel
 */
export function guideStrokes(
  { lines, marks }: DrawnGuide,
  { dots = false }: GuideLook,
  pixel: number,
): { readonly lines: Point[][]; readonly ticks: Point[][]; readonly dots: Point[]; readonly radius: number } {
  return {
    lines: lines.map(drawnLine),
    ticks: marks.map((mark) => tick(mark, pixel)).filter((one) => one.length > 0),
    dots: dots ? marks.map(({ at }) => at) : [],
    radius: DOT * pixel,
  };
}
