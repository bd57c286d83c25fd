import type { Id, Thing } from '@deft/core/page';
import { handStrokes } from '@deft/core/strokes';

/**
 * What lay on a page when so many of its lines were drawn: what was drawn from the next one on is left out.
 * @param count of lines as `handStrokes` counts them; all of the page from their number on
 */
export function firstStrokes(things: ReadonlyMap<Id, Thing>, count: number): ReadonlyMap<Id, Thing> {
  const next = handStrokes(things)[count];
  if (!next) return things;
  let before = true;
  return new Map(
    [...things].filter(([id, { type }]) => {
      if (id === next.id) before = false;
      return before || type !== 'stroke';
    }),
  );
}
