import { scaleOf, transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import type { Note } from './things.ts';

/** Width of a note's lines, millimetres. */
export const NOTE_LINE = 0.6;
/** Line height and width of a middling letter, as shares of a text's size. */
export const LINE_HEIGHT = 1.25;
const LETTER = 0.52;
/** The typeface of words on a page, and what stands in for it where it is not there. */
export const NOTE_FONT = "'Atkinson Hyperlegible Next', AtkinsonHyperlegibleNext_400Regular, sans-serif";

const HEAD = 3.2;
const TICK = { spacing: 0.32, group: 2.1, slant: 0.12 } as const;

function arrowLines(to: Point): Point[][] {
  const length = Math.hypot(to.x, to.y) || 1;
  const [ux, uy] = [to.x / length, to.y / length];
  const head = Math.min(HEAD, length * 0.4);
  const barb = (side: number): Point => ({
    x: to.x - head * (ux - side * 0.45 * uy),
    y: to.y - head * (uy + side * 0.45 * ux),
  });
  return [
    [{ x: 0, y: 0 }, to],
    [barb(1), to, barb(-1)],
  ];
}

/** Fives as they are ticked off by hand: four uprights and one across. */
function tickLines(count: number, size: number): Point[][] {
  return Array.from({ length: count }, (_, i) => {
    const group = Math.floor(i / 5) * TICK.group * size;
    const k = i % 5;
    if (k === 4)
      return [
        { x: group - TICK.spacing * size * 0.6, y: size * 0.8 },
        { x: group + TICK.spacing * size * 3.6, y: size * 0.2 },
      ];
    const x = group + k * TICK.spacing * size;
    return [
      { x: x + TICK.slant * size, y: 0 },
      { x, y: size },
    ];
  });
}

/** The lines of an arrow or a count on the page, millimetres; none for text. */
export function noteLines({ says, transform }: Pick<Note, 'says' | 'transform'>): Point[][] {
  if (says.kind === 'text') return [];
  const lines = says.kind === 'arrow' ? arrowLines(says.to) : tickLines(says.count, says.size);
  return lines.map((line) => line.map((p) => transformPoint(transform, p)));
}

/** The corners of the room a note takes on the page, millimetres; that of a text is an estimate. */
export function noteCorners(note: Pick<Note, 'says' | 'transform'>): Point[] {
  const { says, transform } = note;
  if (says.kind !== 'text') return noteLines(note).flat();
  const rows = says.text.split('\n');
  const width = Math.max(1, ...rows.map((row) => row.length)) * LETTER * says.size;
  const height = rows.length * LINE_HEIGHT * says.size;
  return [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ].map((p) => transformPoint(transform, p));
}

/** Width of a note's lines where it lies, millimetres. */
export const noteLineWidth = ({ transform }: Pick<Note, 'transform'>): number =>
  NOTE_LINE * Math.min(4, Math.max(0.25, scaleOf(transform)));
