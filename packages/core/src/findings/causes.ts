import {
  about,
  compose,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import { lineTilt } from '../geometry/angle.ts';
import { middle, type Point } from '../geometry/point.ts';
import type { Axis, Subject } from '../subjects/subject.ts';
import { hangingOn } from '../subjects/subjects.ts';
import type { FindingKind } from './finding.ts';
import { hasTilt, type Item } from './item.ts';
import type { Cause, ItemPair } from './model.ts';

/** What a finding measures about a thing. `size` for a form is its mean radius. */
export type Measure = 'place' | 'tilt' | 'size' | 'width' | 'length';

/** One thing that a check can say, before it is known whether it does. */
export interface Topic {
  readonly id: string;
  readonly kind: FindingKind;
  readonly measure: Measure;
  readonly about: string | null;
  readonly thing: 'landmark' | 'form' | 'axis' | 'whole';
  /** Pairs it is measured on: one for a landmark or form, two for an axis, all for the whole. */
  readonly pairs: readonly ItemPair[];
}

/** A topic with one way of explaining it: which things move along. */
export interface Candidate extends Cause {
  readonly topic: Topic;
}

const one =
  (ids: ReadonlySet<string>, make: (values: readonly number[]) => Affine): Cause['act'] =>
  (item, values) =>
    ids.has(item.id) ? make(values) : null;

/** Scales along a line of the given tilt by `along`, across it by `across`, about `centre`. */
function stretch(centre: Point, tilt: number, along: number, across: number): Affine {
  return about(centre, compose(rotation(tilt), scaling(along, across), rotation(-tilt)));
}

/** All topics of a drawing, from its pairs. */
export function topicsOf(pairs: readonly ItemPair[], subject: Subject): Topic[] {
  const topics: Topic[] = [];
  const put = (
    kind: FindingKind,
    measure: Measure,
    aboutName: string | null,
    thing: Topic['thing'],
    on: readonly ItemPair[],
  ): void => {
    const key = on.length === 1 ? (on[0] as ItemPair).reference.id : (aboutName ?? '');
    topics.push({ id: `${measure}:${key}`, kind, measure, about: aboutName, thing, pairs: on });
  };
  for (const pair of pairs) {
    const { name, kind } = pair.reference;
    const thing = kind === 'landmark' ? 'landmark' : 'form';
    put('place', 'place', name, thing, [pair]);
    if (thing === 'landmark' || !pair.drawn.ellipse) continue;
    if (kind !== 'line') put('proportion', 'size', name, thing, [pair]);
    if (!hasTilt(pair.reference)) continue;
    if (hasTilt(pair.drawn)) put('tilt', 'tilt', name, thing, [pair]);
    if (kind !== 'line') put('proportion', 'width', name, thing, [pair]);
    put('proportion', 'length', name, thing, [pair]);
  }
  const named = new Map(
    pairs.filter((p) => p.reference.kind === 'landmark').map((p) => [p.reference.name, p]),
  );
  const forms = new Set(pairs.filter((p) => p.drawn.ellipse).map((p) => p.reference.name));
  for (const axis of subject.axes) {
    const ends = axis.ends.map((name) => named.get(name)).filter((p) => p !== undefined);
    // A form of the same name says it more surely.
    if (ends.length < 2 || forms.has(axis.name)) continue;
    if (axis.kind !== 'chain') put('tilt', 'tilt', axis.name, 'axis', ends);
    put('proportion', axis.kind === 'part' ? 'size' : 'length', axis.name, 'axis', ends);
  }
  if (pairs.length >= 3) put('tilt', 'tilt', 'whole figure', 'whole', pairs);
  return topics;
}

function idsNamed(pairs: readonly ItemPair[], names: Iterable<string>): string[] {
  const wanted = new Set(names);
  return pairs
    .filter(({ reference }) => reference.name !== null && wanted.has(reference.name))
    .map(({ reference }) => reference.id);
}

/** Where a part turns: the landmark it hangs on, else its own middle. */
function jointOf(item: Item, pairs: readonly ItemPair[], subject: Subject): Point {
  const on = item.name === null ? undefined : subject.hangs[item.name];
  return (
    pairs.find(({ reference }) => reference.kind === 'landmark' && reference.name === on)?.reference.centre ??
    item.centre
  );
}

const turnAbout =
  (centre: Point) =>
  ([degrees = 0]: readonly number[]): Affine =>
    about(centre, rotation(degrees));

const growAbout =
  (centre: Point) =>
  ([log = 0]: readonly number[]): Affine =>
    about(centre, scaling(Math.exp(log)));

/** One way in which a topic comes about: its name, how many numbers it takes, and what they do. */
interface Way {
  readonly variant: string;
  readonly count: 1 | 2;
  readonly act: Cause['act'];
}

function waysOfWhole(pairs: readonly ItemPair[]): Way[] {
  const ids = new Set(pairs.map((p) => p.reference.id));
  const n = pairs.length;
  const centre = {
    x: pairs.reduce((s, p) => s + p.reference.centre.x / n, 0),
    y: pairs.reduce((s, p) => s + p.reference.centre.y / n, 0),
  };
  return [{ variant: 'all', count: 1, act: one(ids, turnAbout(centre)) }];
}

/** A line that turns about its middle, alone or with what it carries, or is longer than it is. */
function waysOfLine(topic: Topic, axis: Axis, pairs: readonly ItemPair[], subject: Subject): Way[] {
  const [a, b] = topic.pairs.map((p) => p.reference.centre) as [Point, Point];
  const own = new Set(topic.pairs.map((p) => p.reference.id));
  const carried = axis.carries.flatMap((name) => [name, ...hangingOn(subject, name)]);
  const wide = new Set([...own, ...idsNamed(pairs, carried)]);
  const centre = middle(a, b);
  if (topic.measure === 'length') {
    const act = one(own, ([log = 0]) => stretch(centre, lineTilt(a, b), Math.exp(log), 1));
    return [{ variant: 'own', count: 1, act }];
  }
  const ways: Way[] = [{ variant: 'own', count: 1, act: one(own, turnAbout(centre)) }];
  if (wide.size === own.size) return ways;
  ways.push({ variant: 'carried', count: 1, act: one(wide, turnAbout(centre)) });
  // What hangs on either end goes along with it and keeps its own direction.
  const sides = topic.pairs.map(({ reference }) => ({
    at: reference.centre,
    ids: new Set([reference.id, ...idsNamed(pairs, hangingOn(subject, limbOn(subject, reference.name)))]),
  }));
  ways.push({
    variant: 'taken along',
    count: 1,
    act: (item, values) => {
      const side = sides.find(({ ids }) => ids.has(item.id));
      return side ? shift(side.at, transformPoint(turnAbout(centre)(values), side.at)) : null;
    },
  });
  return ways;
}

/** The name of what begins at a landmark: the limb whose first end it is, else the landmark itself. */
export function limbOn(subject: Subject, name: string | null): string {
  return subject.axes.find((axis) => axis.kind === 'limb' && axis.ends[0] === name)?.name ?? name ?? '';
}

const shift = (from: Point, to: Point): Affine => translation(to.x - from.x, to.y - from.y);

/**
 * A foot stays on the ground, whatever the leg does: all turn or grow but what hangs on the last joint,
 * which only goes along with it. Null where nothing hangs there.
 */
function keptLevel(
  beyond: ReadonlySet<string>,
  moved: (values: readonly number[]) => Affine,
  pairs: readonly ItemPair[],
  subject: Subject,
): Way | null {
  const ends = new Map(
    pairs.flatMap(({ reference: item }) => {
      const on = beyond.has(item.id) && item.name !== null ? subject.hangs[item.name] : undefined;
      const joint = pairs.find(({ reference }) => reference.name === on && beyond.has(reference.id));
      const last = joint && limbOn(subject, joint.reference.name) === joint.reference.name;
      return joint && last ? [[item.id, joint.reference.centre] as const] : [];
    }),
  );
  if (ends.size === 0) return null;
  return {
    variant: 'its end kept',
    count: 1,
    act: (item, values) => {
      if (!beyond.has(item.id)) return null;
      const joint = ends.get(item.id);
      return joint ? shift(joint, transformPoint(moved(values), joint)) : moved(values);
    },
  };
}

/** A limb that turns or grows about its near end: what hangs on the far end goes along, turned or not. */
function waysOfLimb(topic: Topic, axis: Axis, pairs: readonly ItemPair[], subject: Subject): Way[] {
  const [near, far] = topic.pairs.map((p) => p.reference) as [Item, Item];
  const beyond = new Set(idsNamed(pairs, hangingOn(subject, axis.name)));
  beyond.add(far.id);
  beyond.delete(near.id);
  const moved = (values: readonly number[]): Affine =>
    topic.measure === 'tilt' ? turnAbout(near.centre)(values) : growAbout(near.centre)(values);
  const whole: Way = { variant: 'carried', count: 1, act: one(beyond, moved) };
  if (beyond.size === 1) return [whole];
  const along: Way = {
    variant: 'taken along',
    count: 1,
    act: (item, values) =>
      beyond.has(item.id) ? shift(far.centre, transformPoint(moved(values), far.centre)) : null,
  };
  if (topic.measure !== 'tilt') return [along];
  const level = keptLevel(beyond, moved, pairs, subject);
  return level ? [whole, along, level] : [whole, along];
}

/** A limb's whole length, from its first end, with all that hangs there. */
function waysOfChain(topic: Topic, axis: Axis, pairs: readonly ItemPair[], subject: Subject): Way[] {
  const near = (topic.pairs[0] as ItemPair).reference;
  const names = axis.carries.flatMap((name) => [name, ...hangingOn(subject, limbOn(subject, name))]);
  const ids = new Set([...idsNamed(pairs, names), (topic.pairs[1] as ItemPair).reference.id]);
  const grown = growAbout(near.centre);
  return [keptLevel(ids, grown, pairs, subject) ?? { variant: 'carried', count: 1, act: one(ids, grown) }];
}

function waysOfAxis(topic: Topic, pairs: readonly ItemPair[], subject: Subject): Way[] {
  const axis = subject.axes.find(({ name }) => name === topic.about);
  if (!axis) return [];
  const ends = topic.pairs.map((p) => p.reference);
  const own = new Set(ends.map(({ id }) => id));
  switch (axis.kind) {
    case 'line':
      return waysOfLine(topic, axis, pairs, subject);
    case 'limb':
      return waysOfLimb(topic, axis, pairs, subject);
    case 'chain':
      return waysOfChain(topic, axis, pairs, subject);
    case 'part': {
      const [a, b] = ends.map(({ centre }) => centre) as [Point, Point];
      const act = topic.measure === 'tilt' ? turnAbout(middle(a, b)) : growAbout(middle(a, b));
      return [{ variant: 'own', count: 1, act: one(own, act) }];
    }
  }
}

/** A landmark or form: alone, with its own landmarks, or with all that hangs on it. */
function waysOfItem(topic: Topic, pairs: readonly ItemPair[], subject: Subject, height: number): Way[] {
  const item = (topic.pairs[0] as ItemPair).reference;
  const ownNames = item.kind === 'landmark' || item.name === null ? [] : (subject.own[item.name] ?? []);
  const own = new Set([item.id, ...idsNamed(pairs, ownNames)]);
  const hanging =
    item.name === null
      ? []
      : idsNamed(pairs, [
          ...hangingOn(subject, item.name),
          ...(item.kind === 'landmark' ? hangingOn(subject, limbOn(subject, item.name)) : []),
        ]);
  const wide = new Set([...own, ...hanging]);
  const groups = [
    ['alone', new Set([item.id])],
    ...(own.size > 1 ? [['own', own]] : []),
    ...(wide.size > own.size ? [['carried', wide]] : []),
  ] as [string, Set<string>][];
  const unit = height / 100;
  const { centre } = item;
  const tilt = item.ellipse?.tilt ?? 0;
  return groups.flatMap(([variant, ids]): Way[] => {
    const way = (count: 1 | 2, act: (values: readonly number[]) => Affine): Way[] => [
      { variant, count, act: one(ids, act) },
    ];
    if (topic.measure === 'place') return way(2, ([x = 0, y = 0]) => translation(x * unit, y * unit));
    if (topic.measure === 'tilt')
      return way(1, turnAbout(variant === 'carried' ? jointOf(item, pairs, subject) : centre));
    if (variant === 'carried') return [];
    if (topic.measure === 'size') return way(1, growAbout(centre));
    if (topic.measure === 'width') return way(1, ([log = 0]) => stretch(centre, tilt, 1, Math.exp(log)));
    return way(1, ([log = 0]) => stretch(centre, tilt, Math.exp(log), 1));
  });
}

/** The ways in which one topic can come about. A wider group is left out where it holds nothing more. */
export function candidatesFor(
  topic: Topic,
  pairs: readonly ItemPair[],
  subject: Subject,
  height: number,
): Candidate[] {
  const ways =
    topic.thing === 'whole'
      ? waysOfWhole(pairs)
      : topic.thing === 'axis'
        ? waysOfAxis(topic, pairs, subject)
        : waysOfItem(topic, pairs, subject, height);
  return ways.map(({ variant, count, act }) => ({ id: `${topic.id}/${variant}`, count, act, topic }));
}
