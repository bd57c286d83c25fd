import type { Point } from '@deft/core/geometry';
import { encodeStroke, newPage, type Id, type StrokePoint, type Thing } from '@deft/core/page';

let next = 1;
export const newId = (): Id => (next++).toString(16).padStart(32, '0');

/** A line as an even hand draws it: a point every eight milliseconds. */
export const evenly = (line: readonly Point[]): StrokePoint[] =>
  line.map(({ x, y }, i) => ({ x, y, pressure: 0.5, time: 8 * i }));

/** A page with strokes and set landmarks on it, millimetres; these with a standard deviation. */
export function madePage(
  strokes: readonly (readonly StrokePoint[])[],
  landmarks: ReadonlyMap<string, Point> = new Map(),
  spread = 0,
): Map<Id, Thing> {
  const things: Thing[] = newPage(newId(), newId);
  const sheetOf = (wanted: string): Id =>
    things.find((thing) => thing.type === 'sheet' && thing.kind === wanted)?.id as Id;
  for (const points of strokes)
    things.push({
      type: 'stroke',
      id: newId(),
      sheet: sheetOf('ink'),
      order: 'a0',
      points: encodeStroke(points),
      pen: 'pencil',
      size: 0.7,
      colour: '#000000',
      pressure: 'even',
    });
  for (const [name, at] of landmarks)
    things.push({
      type: 'landmark',
      id: newId(),
      sheet: sheetOf('forms'),
      name,
      at,
      spread,
      state: 'set',
    });
  return new Map(things.map((thing) => [thing.id, thing]));
}
