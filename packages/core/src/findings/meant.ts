import {
  about,
  compose,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import { directionOf, wrapAngle, wrapTilt } from '../geometry/angle.ts';
import { distance, subtract, meanOf, type Point } from '../geometry/point.ts';
import { tellMirrored } from '../fit/mirror.ts';
import { fitRobust } from '../fit/robust.ts';
import type { Freedom } from '../fit/similarity.ts';
import type { Axis, Subject } from '../subjects/subject.ts';
import { hangingOn } from '../subjects/subjects.ts';
import { limbOn } from './causes.ts';
import { partOf, WHOLE_FIGURE, type Departure } from './departure.ts';
import { hasTilt, meanRadius, moveItem, type Item } from './item.ts';
import { withoutSide } from './symmetry.ts';

/** What came of a size that was meant: drawn over picture; null where it cannot be measured. */
export interface Came {
  readonly departure: Departure;
  readonly by: number | null;
}

/** A drawing and its picture as the student meant to draw it. */
export interface Meant {
  readonly departures: readonly Departure[];
  /** Of the drawing, page millimetres; without parts of which nothing is said. */
  readonly drawn: readonly Item[];
  /** Of the picture, its pixels: changed as is meant, and without those parts. */
  readonly reference: readonly Item[];
  /** What is to be taken out: the lean of the whole too, where that is meant. */
  readonly freedom: Freedom;
  /** Names of which nothing is said. */
  readonly untold: ReadonlySet<string>;
  /** Why nothing is said of the whole; null where it is. */
  readonly wholly: 'view' | 'inspired' | null;
  readonly came: readonly Came[];
  /** Landmarks, without their side, of which left and right are not to be alike. */
  readonly unlike: ReadonlySet<string>;
}

/** So much a part that is resized may be held elsewhere while it grows, in parts of its growth. */
const HELD_ELSEWHERE = 0.5;

const keyOf = ({ kind, name }: Item): string => `${kind === 'landmark' ? 'landmark' : 'form'} ${name}`;
const named = (items: readonly Item[]): Map<string, Item> =>
  new Map(items.flatMap((item) => (item.name === null ? [] : [[keyOf(item), item]])));

/**
 * The limbs of a line between landmarks, from the trunk outwards: one, or all those of a whole arm or leg.
 */
function limbsOf(axis: Axis, subject: Subject): Axis[] {
  if (axis.kind === 'limb') return [axis];
  if (axis.kind !== 'chain') return [];
  const limbs: Axis[] = [];
  let at: string = axis.ends[0];
  while (at !== axis.ends[1]) {
    const next = subject.axes.find(({ kind, ends }) => kind === 'limb' && ends[0] === at);
    if (!next) break;
    limbs.push(next);
    at = next.ends[1];
  }
  return limbs;
}

/** Names that go with a part: its own landmarks, and of a limb all that hangs on it. */
export function namesOf(part: string, subject: Subject): ReadonlySet<string> {
  const axis = subject.axes.find(({ name }) => name === part);
  const names = new Set([part, ...(subject.own[part] ?? [])]);
  if (!axis) return names;
  const limbs = limbsOf(axis, subject);
  if (limbs.length === 0) for (const end of axis.ends) names.add(end);
  for (const limb of limbs) {
    names.add(limb.name);
    names.add(limb.ends[1]);
    for (const name of hangingOn(subject, limb.name)) names.add(name);
  }
  return names;
}

/** An item's moves by the names that go along. */
type Moves = ReadonlyMap<string, Affine>;

const moveAll = (items: readonly Item[], moves: Moves): Item[] =>
  items.map((item) => {
    const by = item.name === null ? undefined : moves.get(item.name);
    return by ? moveItem(item, by) : item;
  });

const all = (names: Iterable<string>, by: Affine): Map<string, Affine> =>
  new Map([...names].map((name) => [name, by]));

const shift = (from: Point, to: Point): Affine => translation(to.x - from.x, to.y - from.y);

/** A drawing laid on its picture, to see in it what is left open. */
interface Sides {
  readonly subject: Subject;
  readonly reference: readonly Item[];
  readonly laid: ReadonlyMap<string, Item>;
}

/** A landmark's place, or else a form's middle, by its name. */
function placeOf(name: string, items: ReadonlyMap<string, Item>): Point | null {
  return (items.get(`landmark ${name}`) ?? items.get(`form ${name}`))?.centre ?? null;
}

/** How long a part is: a form's mean radius, else between its line's ends; null where neither is known. */
function sizeOf(part: string, items: ReadonlyMap<string, Item>, subject: Subject): number | null {
  const form = items.get(`form ${part}`);
  if (form) return meanRadius(form);
  const axis = subject.axes.find(({ name }) => name === part);
  const [a, b] = (axis?.ends ?? []).map((name) => items.get(`landmark ${name}`)?.centre);
  return a && b ? distance(a, b) : null;
}

/** A limb or a chain of them grows from its first end; what hangs on it goes along, as large as it is. */
function grownLimbs(
  limbs: readonly Axis[],
  by: number,
  items: ReadonlyMap<string, Item>,
): Map<string, Affine> {
  const moves = new Map<string, Affine>();
  let [x, y] = [0, 0];
  for (const limb of limbs) {
    const [near, far] = limb.ends.map((name) => placeOf(name, items));
    if (!near || !far) continue;
    const centre = { x: (near.x + far.x) / 2, y: (near.y + far.y) / 2 };
    const longer = compose(
      translation(x + ((by - 1) * (far.x - near.x)) / 2, y + ((by - 1) * (far.y - near.y)) / 2),
      about(centre, scaling(by)),
    );
    moves.set(limb.name, longer);
    x += (by - 1) * (far.x - near.x);
    y += (by - 1) * (far.y - near.y);
    moves.set(limb.ends[1], translation(x, y));
  }
  return moves;
}

/** A part as large as is meant; where it is held while it grows is left open. */
function resized(part: string, by: number, { subject, reference, laid }: Sides): Item[] {
  const items = named(reference);
  const axis = subject.axes.find(({ name }) => name === part);
  const limbs = axis ? limbsOf(axis, subject) : [];
  if (axis && limbs.length > 0) {
    const moves = grownLimbs(limbs, by, items);
    const last = moves.get((limbs.at(-1) as Axis).ends[1]);
    const beyond = [...hangingOn(subject, (limbs.at(-1) as Axis).name)].filter((name) => !moves.has(name));
    return moveAll(reference, last ? new Map([...moves, ...all(beyond, last)]) : moves);
  }
  const names = [...namesOf(part, subject)];
  const own = reference.filter(({ name }) => name !== null && names.includes(name));
  if (own.length === 0) return [...reference];
  const centre = items.get(`form ${part}`)?.centre ?? meanOf(own.map((item) => item.centre));
  const grown = about(centre, scaling(by));
  const misses = own.flatMap((item) => {
    const drawn = laid.get(keyOf(item));
    return drawn ? [subtract(drawn.centre, transformPoint(grown, item.centre))] : [];
  });
  const miss = misses.length > 0 ? meanOf(misses) : { x: 0, y: 0 };
  const size = sizeOf(part, items, subject) ?? 0;
  const length = items.has(`form ${part}`) ? 2 * size : size;
  const most = HELD_ELSEWHERE * Math.abs(by - 1) * length;
  const share = Math.min(1, most / (Math.hypot(miss.x, miss.y) || 1));
  return moveAll(reference, all(names, compose(translation(share * miss.x, share * miss.y), grown)));
}

/** Limbs turned at their joints to how they are drawn, each as long as it is. */
function turnedLimbs(limbs: readonly Axis[], { subject, reference, laid }: Sides): Item[] {
  let now = [...reference];
  for (const limb of limbs) {
    const items = named(now);
    const [near, far] = limb.ends.map((name) => placeOf(name, items));
    const [drawnNear, drawnFar] = limb.ends.map((name) => placeOf(name, laid));
    if (!near || !far || !drawnNear || !drawnFar) continue;
    const turn = wrapAngle(directionOf(drawnNear, drawnFar) - directionOf(near, far));
    const names = [limb.name, limb.ends[1], ...hangingOn(subject, limb.name)];
    now = moveAll(now, all(names, about(near, rotation(turn))));
  }
  return now;
}

/** How far from the picture a drawing lies, each place by itself. */
function missOf(items: readonly Item[], laid: ReadonlyMap<string, Item>): number {
  let sum = 0;
  for (const item of items) {
    const drawn = laid.get(keyOf(item));
    if (drawn) sum += distance(drawn.centre, item.centre);
  }
  return sum;
}

/**
 * A part moved and turned to how it is drawn, alone or with what hangs on it: whichever accounts for more.
 */
function reposed(part: string, on: Sides): Item[] {
  const { subject, reference, laid } = on;
  const items = named(reference);
  const axis = subject.axes.find(({ name }) => name === part);
  const limbs = axis ? limbsOf(axis, subject) : [];
  if (limbs.some(({ ends }) => ends.every((name) => placeOf(name, laid)))) return turnedLimbs(limbs, on);
  const own = [...namesOf(part, subject)].flatMap((name) => {
    const [from, to] = [placeOf(name, items), placeOf(name, laid)];
    return from && to ? [{ name, from, to }] : [];
  });
  if (own.length === 0) return [...reference];
  const [from, to] = [meanOf(own.map((p) => p.from)), meanOf(own.map((p) => p.to))];
  const ends = axis ? axis.ends.map((name) => own.find((p) => p.name === name)) : [];
  const [a, b] = ends;
  const [form, drawn] = [items.get(`form ${part}`), laid.get(`form ${part}`)];
  const turn =
    a && b
      ? wrapAngle(directionOf(a.to, b.to) - directionOf(a.from, b.from))
      : form?.ellipse && drawn?.ellipse && hasTilt(form) && hasTilt(drawn)
        ? wrapTilt(drawn.ellipse.tilt - form.ellipse.tilt)
        : 0;
  const moved = compose(shift(from, to), about(from, rotation(turn)));
  const alone = all(namesOf(part, subject), moved);
  const along = new Map(alone);
  for (const { name, from: at } of own)
    for (const hanging of hangingOn(subject, limbOn(subject, name)))
      if (!along.has(hanging)) along.set(hanging, shift(at, transformPoint(moved, at)));
  const rigid = new Map([...all(along.keys(), moved), ...alone]);
  return [alone, along, rigid]
    .map((moves) => moveAll(reference, moves))
    .reduce((best, one) => (missOf(one, laid) < missOf(best, laid) ? one : best));
}

/** Of which landmarks, without their side, left and right are unlike where something is meant otherwise. */
function unlikeBy(departure: Departure, subject: Subject): string[] {
  if (departure.kind === 'unlike') return [departure.part];
  if (departure.kind !== 'pose') return [];
  return [...namesOf(departure.part, subject)].map(withoutSide);
}

/** Lays a drawing on its picture by what is meant to be as it is; by all, where that is too little. */
function laidBy(
  drawn: readonly Item[],
  reference: readonly Item[],
  departed: ReadonlySet<string>,
  noise: number,
): Map<string, Item> {
  const there = named(reference);
  const pairs = drawn.flatMap((item) => {
    const other = item.name === null ? undefined : there.get(keyOf(item));
    return other ? [{ item, from: item.centre, to: other.centre }] : [];
  });
  const kept = pairs.filter(({ item }) => !departed.has(item.name as string));
  const used = kept.length >= 3 ? kept : pairs;
  if (used.length === 0) return new Map();
  const [from, to] = [used.map((p) => p.from), used.map((p) => p.to)];
  const mirrored = tellMirrored(from, to, noise).mirrored === true;
  const { transform, scale } = fitRobust(from, to, { freedom: 'move scale', noise, mirrored });
  if (!(scale > 0)) return new Map();
  return named(drawn.map((item) => moveItem(item, transform)));
}

/**
 * A picture as the student meant to draw it, so that a drawing is held against that: parts as large as is
 * meant, or as they came where that is left open; what is meant to lie otherwise as it is drawn, so that only
 * its size is compared; and nothing of what is only inspired by the picture or seen from elsewhere. A part
 * that is not known on both sides stays as it is.
 * @param drawn page millimetres; empty before it is known where anything lies in the drawing
 * @param reference original-picture pixels
 * @param height of the figure, pixels; where it is not above 0 nothing is changed
 */
export function asMeant(
  drawn: readonly Item[],
  reference: readonly Item[],
  on: { readonly departures: readonly Departure[]; readonly subject: Subject; readonly height: number },
): Meant {
  const { departures, subject, height } = on;
  const parts = departures.map(partOf).filter((part) => part !== null);
  const leaning = departures.some(({ kind }) => kind === 'pose') && parts.includes(WHOLE_FIGURE);
  const untold = new Set(
    departures.flatMap((one) =>
      (one.kind === 'view' || one.kind === 'inspired') && one.part !== null
        ? [...namesOf(one.part, subject)]
        : [],
    ),
  );
  const told = (items: readonly Item[]): Item[] =>
    items.filter(({ name }) => name === null || !untold.has(name));
  const departed = new Set(parts.flatMap((part) => [...namesOf(part, subject)]));
  const [own, there] = [told(drawn), told(reference)];
  const laid = height > 0 ? laidBy(own, there, departed, height / 1000) : new Map<string, Item>();
  let now: Item[] = there;
  const came: Came[] = [];
  for (const departure of departures) {
    const sides = { subject, reference: now, laid };
    if (departure.kind === 'pose' && departure.part !== WHOLE_FIGURE) now = reposed(departure.part, sides);
    if (departure.kind !== 'size') continue;
    const [is, was] = [sizeOf(departure.part, laid, subject), sizeOf(departure.part, named(now), subject)];
    const by = is !== null && was !== null && was > 0 && is > 0 ? is / was : null;
    came.push({ departure, by });
    const meant = departure.by ?? by;
    if (meant !== null) now = resized(departure.part, meant, sides);
  }
  const whole = departures.find((one) => partOf(one) === null && one.kind !== 'flipped');
  return {
    departures,
    drawn: own,
    reference: now,
    freedom: leaning ? 'move scale turn' : 'move scale',
    untold,
    wholly: whole?.kind === 'view' || whole?.kind === 'inspired' ? whole.kind : null,
    came,
    unlike: new Set(departures.flatMap((one) => unlikeBy(one, subject))),
  };
}

/** Where the landmarks of a picture lie as it is meant, each by its name, with where they are in it. */
export function movedPlaces(
  reference: readonly Item[],
  meant: readonly Item[],
): Map<string, { readonly from: Point; readonly to: Point }> {
  const to = named(meant);
  return new Map(
    reference.flatMap((item) => {
      const there = item.kind === 'landmark' && item.name !== null ? to.get(keyOf(item)) : undefined;
      return there ? [[item.name as string, { from: item.centre, to: there.centre }] as const] : [];
    }),
  );
}
