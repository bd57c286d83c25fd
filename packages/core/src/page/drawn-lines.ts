import { isOpen } from '../forms/shape.ts';
import { boxOf, grow, overlaps, type Box } from '../geometry/box.ts';
import { distance, type Point } from '../geometry/point.ts';
import { thingsOfType } from './contents.ts';
import { formOutline } from './form-geometry.ts';
import { massArea } from './mass-area.ts';
import { BrokenStroke } from './stroke-code.ts';
import { strokePoints } from './stroke-outline.ts';
import { SHEET_KINDS, type Id, type Placement, type Sheet, type Stroke, type Thing } from './things.ts';

type Things = ReadonlyMap<Id, Thing>;

/** What draws a line that stands for something: shade is tone, and the rubber takes away. */
const DRAWS: readonly Stroke['pen'][] = ['pencil', 'pen'];
/** Sheets on which lines stand for something. */
const DRAWN_ON: readonly Sheet['kind'][] = ['ink', 'forms', 'tone'];

/** What is left of a line where the rubber has been, in pieces. */
function rubbedOut(line: readonly Point[], rubbers: readonly Rubbed[]): Point[][] {
  const pieces: Point[][] = [];
  let piece: Point[] = [];
  for (const p of line) {
    if (rubbers.some(({ points, half }) => points.some((q) => distance(p, q) < half))) {
      if (piece.length > 1) pieces.push(piece);
      piece = [];
    } else piece.push(p);
  }
  if (piece.length > 1) pieces.push(piece);
  return pieces;
}

interface Rubbed {
  readonly points: readonly Point[];
  readonly half: number;
  readonly box: Box;
}

/** Where a stroke of the rubber has been; none where it has no points. */
function rubbedBy(rubber: Stroke): Rubbed[] {
  const [points, half] = [pointsIn(rubber), rubber.size / 2];
  const box = boxOf(points);
  return box ? [{ points, half, box: grow(box, half) }] : [];
}

/** A place in the stack of a sheet: what lies above it was drawn later. */
type Stacked = Pick<Stroke, 'sheet' | 'order'>;

/** What the strokes of rubber among these leave of a line that lies among them. */
function rubbing(strokes: readonly Stroke[]): (line: readonly Point[], at: Stacked) => (readonly Point[])[] {
  const rubbers = strokes.filter(({ pen }) => pen === 'rubber');
  const rubbed = new Map(rubbers.map((rubber) => [rubber.id, rubbedBy(rubber)]));
  return (line, { sheet, order }) => {
    const box = boxOf(line);
    const near = rubbers
      .filter((rubber) => rubber.sheet === sheet && rubber.order > order)
      .flatMap((rubber) => rubbed.get(rubber.id) ?? [])
      .filter((rubber) => box && overlaps(rubber.box, box));
    return near.length > 0 ? rubbedOut(line, near) : [line];
  };
}

/** A line of a drawing, page millimetres, with the stroke or form that it is of. */
export interface DrawnLine {
  readonly of: Id;
  readonly points: readonly Point[];
}

/**
 * The lines of a drawing as they stand: strokes of pencil and pen less what was rubbed out of them and the
 * outlines of forms, on sheets that are shown. Shade, masses, guides, notes and pictures are no lines.
 * @returns a stroke whose record is broken gives none, one that was rubbed through gives several
 */
export function drawnLines(things: Things): DrawnLine[] {
  const shown = shownSheets(things, DRAWN_ON);
  const strokes = thingsOfType(things, 'stroke').filter(({ sheet }) => shown.has(sheet));
  const left = rubbing(strokes);
  const lines = strokes
    .filter(({ pen }) => DRAWS.includes(pen))
    .flatMap((stroke) =>
      left(pointsIn(stroke), stroke).map((points): DrawnLine => ({ of: stroke.id, points })),
    );
  const forms = thingsOfType(things, 'form')
    .filter(({ sheet }) => shown.has(sheet))
    .map((form): DrawnLine => {
      const outline = formOutline(form);
      return { of: form.id, points: isOpen(form.shape) ? outline : [...outline, ...outline.slice(0, 1)] };
    });
  return [...lines, ...forms].filter(({ points }) => points.length > 1);
}

/**
 * The edges of the masses that are shown, less what was rubbed out over them: they part what is drawn from
 * its ground as lines do, but stand for no bone.
 */
export function massEdges(things: Things): (readonly Point[])[] {
  const shown = shownSheets(things, DRAWN_ON);
  const left = rubbing(thingsOfType(things, 'stroke'));
  return thingsOfType(things, 'mass')
    .filter(({ sheet }) => shown.has(sheet))
    .flatMap((mass) => massArea(mass).flatMap((outline) => left([...outline, ...outline.slice(0, 1)], mass)));
}

/** Ink that was lifted from paper and is shown on the page, in stacking order. */
export function paperInk(things: Things): Placement[] {
  const shown = shownSheets(things, SHEET_KINDS);
  return thingsOfType(things, 'placement').filter(
    ({ of, hidden, sheet }) => of === 'paper' && !hidden && shown.has(sheet),
  );
}

/** Lines of ink that was lifted from paper, page millimetres, less what was rubbed out over it since. */
export function lessRubbed(
  things: Things,
  ink: Stacked,
  lines: readonly (readonly Point[])[],
): (readonly Point[])[] {
  const left = rubbing(thingsOfType(things, 'stroke'));
  return lines.flatMap((line) => left(line, ink));
}

/** The sheets of these kinds that are shown. */
const shownSheets = (things: Things, kinds: readonly Sheet['kind'][]): ReadonlySet<Id> =>
  new Set(
    thingsOfType(things, 'sheet')
      .filter(({ hidden, kind }) => !hidden && kinds.includes(kind))
      .map(({ id }) => id),
  );

function pointsIn(stroke: Stroke): Point[] {
  try {
    return strokePoints(stroke);
  } catch (error) {
    if (error instanceof BrokenStroke) return [];
    throw error;
  }
}
