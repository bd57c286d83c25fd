import type { Point } from '../geometry/point.ts';
import { covarianceOf, type Doubt } from './doubt.ts';
import { placesBy, type Item } from './item.ts';

/** A number that follows from where landmarks lie, in whatever unit it has. */
export type Measure = (at: (name: string) => Point) => number;

/** A small step, parts of the height, for how a measure follows the landmarks. */
const STEP = 1e-4;

/**
 * The standard error of a measure, to first order, from how surely the landmarks that it rests on are placed.
 * @param names of those landmarks, all of them known
 * @param items their places, in one unit
 * @param on.height of the figure, that unit
 * @param on.doubt of items that were found together, that unit squared
 */
export function errorOfMeasure(
  measure: Measure,
  names: readonly string[],
  items: ReadonlyMap<string, Item>,
  { height, doubt }: { readonly height: number; readonly doubt: Doubt },
): number {
  const places = placesBy([...items.values()]);
  const at = (moved: ReadonlyMap<string, Point>) => (name: string) => moved.get(name) as Point;
  const base = measure(at(places));
  const step = STEP * height;
  const slopes = names.map((name) =>
    (['x', 'y'] as const).map((axis) => {
      const place = places.get(name) as Point;
      const moved = new Map(places).set(name, { ...place, [axis]: place[axis] + step });
      return (measure(at(moved)) - base) / step;
    }),
  );
  let variance = 0;
  names.forEach((a, i) =>
    names.forEach((b, k) => {
      const between = covarianceOf(items.get(a) as Item, items.get(b) as Item, doubt);
      for (const d of [0, 1])
        for (const e of [0, 1])
          variance += (slopes[i]?.[d] as number) * (slopes[k]?.[e] as number) * (between[d]?.[e] as number);
    }),
  );
  return Math.sqrt(Math.max(0, variance));
}
