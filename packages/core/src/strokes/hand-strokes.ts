import { distance } from '../geometry/point.ts';
import { thingsOfType } from '../page/contents.ts';
import { BrokenStroke, type StrokePoint } from '../page/stroke-code.ts';
import { strokePoints } from '../page/stroke-outline.ts';
import type { Id, Stroke, Thing } from '../page/things.ts';

/** A line as the hand drew it: page millimetres, milliseconds from its own beginning. */
export interface HandStroke {
  readonly id: Id;
  readonly points: readonly StrokePoint[];
  /** Millimetres. */
  readonly length: number;
  /** How long the pen was down, milliseconds; 0 where nobody knows, as of lines lifted from paper. */
  readonly ms: number;
}

/** A stroke of the given points; without length or time where it has none. */
export function handStroke(id: Id, points: readonly StrokePoint[]): HandStroke {
  let length = 0;
  for (let i = 1; i < points.length; i += 1)
    length += distance(points[i] as StrokePoint, points[i - 1] as StrokePoint);
  return { id, points, length, ms: points.at(-1)?.time ?? 0 };
}

function handStrokeOf(stroke: Stroke): HandStroke[] {
  try {
    return [handStroke(stroke.id, strokePoints(stroke))];
  } catch (error) {
    if (error instanceof BrokenStroke) return [];
    throw error;
  }
}

/**
 * The lines of a page in the order in which they were drawn: strokes of pencil and pen on shown sheets of
 * ink and forms. A stroke without length, or whose record is broken, is left out.
 */
export function handStrokes(things: ReadonlyMap<Id, Thing>): HandStroke[] {
  const shown = new Set(
    thingsOfType(things, 'sheet').flatMap(({ id, kind, hidden }) =>
      hidden || kind === 'guides' || kind === 'picture' ? [] : [id],
    ),
  );
  return thingsOfType(things, 'stroke')
    .filter(({ pen, sheet }) => (pen === 'pencil' || pen === 'pen') && shown.has(sheet))
    .flatMap(handStrokeOf)
    .filter(({ length }) => length > 0);
}
