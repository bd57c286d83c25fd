import { fitSimilarity, type Fit } from '../fit/similarity.ts';
import { toDegrees } from '../geometry/angle.ts';
import { distance, meanOf, type Point } from '../geometry/point.ts';
import { evenPlaces } from '../shape/outline-distance.ts';
import { meanRadius, type Item } from './item.ts';
import type { Stacked } from './stacked.ts';
import type { Degree } from './sureness.ts';
import { toleranceOf } from './tolerance.ts';

/** A form that is turned against the picture's. */
export interface Turn {
  readonly about: string;
  /** Drawn against reference, degrees counter-clockwise, and its standard error. */
  readonly size: number;
  readonly error: number;
  readonly sure: Degree;
  readonly at: Point;
}

/** Places along an outline. */
const PLACES = 72;
/** Outlines that differ by more than this share of their size are not the same form turned. */
const ALIKE = 0.12;
/** As good a fit as the best one within this factor: a square fits four ways. */
const AS_GOOD = 1.5;
/** So many standard errors one is worth, to be said clearly or perhaps. */
const WORTH = { clearly: 6, perhaps: 4 };

/** Of all places at which an outline may begin those from which it fits better than from the next ones. */
function bestBeginnings(way: readonly Point[], reference: readonly Point[]): Fit[] {
  const fits = way.map((_, from) =>
    fitSimilarity([...way.slice(from), ...way.slice(0, from)], reference, { freedom: 'move scale turn' }),
  );
  const rms = (i: number): number => (fits.at(i % PLACES) as Fit).rms;
  return fits.filter((fit, i) => fit.rms <= rms(i - 1) && fit.rms <= rms(i + 1));
}

/**
 * How far an outline is turned against another that is like it, degrees counter-clockwise: of all the ways in
 * which it fits about as well, the one that turns it least. Null where it is not like it in any.
 */
export function turnBetween(drawn: readonly Point[], reference: readonly Point[]): number | null {
  if (drawn.length < 3 || reference.length < 3) return null;
  const [own, its] = [evenPlaces(drawn, PLACES), evenPlaces(reference, PLACES)];
  const ways = [own, [...own.slice(0, 1), ...own.slice(1).reverse()]];
  const fits = ways.flatMap((way) => bestBeginnings(way, its));
  const middle = meanOf(its);
  const size = Math.sqrt(its.reduce((sum, p) => sum + distance(p, middle) ** 2, 0) / PLACES);
  const best = Math.min(...fits.map(({ rms }) => rms));
  if (!(size > 0) || best > ALIKE * size) return null;
  const turns = fits.filter(({ rms }) => rms <= AS_GOOD * best + 0.01 * size).map(({ turn }) => -turn);
  return turns.reduce((least, turn) => (Math.abs(turn) < Math.abs(least) ? turn : least), 180);
}

/**
 * Which named forms are turned: by their outlines (closed curves laid on each other from every beginning),
 * which tell it of a box, a wedge or a triangle that is about as wide as long, too. A form of which something
 * is told already is left out.
 * @param drawn and its outlines, laid on the reference, in its pixels
 */
export function turnsOf(
  drawn: { readonly items: readonly Item[]; readonly stack: readonly Stacked[] },
  reference: { readonly items: readonly Item[]; readonly stack: readonly Stacked[] },
  { seconds, told }: { readonly seconds: number | null; readonly told: ReadonlySet<string> },
): Turn[] {
  const formsOf = (items: readonly Item[]): Map<string, Item> =>
    new Map(items.flatMap((item) => (item.ellipse && item.name ? [[item.name, item]] : [])));
  const [own, its] = [formsOf(drawn.items), formsOf(reference.items)];
  const there = new Map(reference.stack.map((form) => [form.name, form.outline]));
  return drawn.stack
    .flatMap(({ name, outline }): Turn[] => {
      const [a, b, other] = [own.get(name), its.get(name), there.get(name)];
      if (!a || !b || !other || told.has(a.id)) return [];
      const size = turnBetween(outline, other);
      if (size === null || Math.abs(size) < toleranceOf('tilt', seconds)) return [];
      const noise = ({ spread }: Item, radius: number): number => (Math.SQRT1_2 * spread) / radius;
      const error = toDegrees(Math.hypot(noise(a, meanRadius(a)), noise(b, meanRadius(b))));
      const worth = Math.abs(size) / error;
      if (worth < WORTH.perhaps) return [];
      const sure = worth >= WORTH.clearly ? 'clearly' : 'perhaps';
      return [{ about: name, size, error, sure, at: a.centre }];
    })
    .sort((p, q) => Math.abs(q.size) - Math.abs(p.size));
}
