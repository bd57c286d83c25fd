import { boxOf } from '../geometry/box.ts';
import { distance, type Point } from '../geometry/point.ts';

/** How near a landmark must be for a place to be called by it, parts of the figure's height. */
const NEAR = 0.2;

/**
 * What a place is called by: the name of the landmark that lies nearest to it; null far from all.
 * @param places of the landmarks, in the unit of the place @param height of the figure, that unit
 */
export function nearestName(at: Point, places: ReadonlyMap<string, Point>, height: number): string | null {
  let [best, least]: [string | null, number] = [null, NEAR * height];
  for (const [name, place] of places) {
    const far = distance(at, place);
    if (far < least) [best, least] = [name, far];
  }
  return best;
}

/** A third of a thing to either side of its middle is its middle. */
const MIDDLE = 1 / 6;

/** On which side of a thing a place lies, as one says it: "at its upper left"; "in its middle". */
export function sideOf(at: Point, outline: readonly Point[]): string {
  const box = boxOf(outline);
  if (!box) return 'in its middle';
  const x = (at.x - box.minX) / (box.maxX - box.minX || 1) - 0.5;
  const y = (at.y - box.minY) / (box.maxY - box.minY || 1) - 0.5;
  const across = x < -MIDDLE ? 'left' : x > MIDDLE ? 'right' : null;
  if (Math.abs(y) <= MIDDLE) return across ? `at its ${across}` : 'in its middle';
  if (!across) return y < 0 ? 'at its top' : 'at its foot';
  return `at its ${y < 0 ? 'upper' : 'lower'} ${across}`;
}
