import { about, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { lineTilt } from '../geometry/angle.ts';
import { middle, type Point } from '../geometry/point.ts';
import type { Subject } from '../subjects/subject.ts';
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
  (
    ids: ReadonlySet<string>,
    make: (values: readonly number[]) => ReturnType<typeof translation>,
  ): Cause['act'] =>
  (item, values) =>
    ids.has(item.id) ? make(values) : null;

/** Scales along a line of the given tilt by `along`, across it by `across`, about `centre`. */
function stretch(centre: Point, tilt: number, along: number, across: number): ReturnType<typeof translation> {
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
    put('proportion', 'size', name, thing, [pair]);
    if (!hasTilt(pair.reference)) continue;
    if (hasTilt(pair.drawn)) put('tilt', 'tilt', name, thing, [pair]);
    put('proportion', 'width', name, thing, [pair]);
    put('proportion', 'length', name, thing, [pair]);
  }
  const named = new Map(
    pairs.filter((p) => p.reference.kind === 'landmark').map((p) => [p.reference.name, p]),
  );
  for (const axis of subject.axes) {
    const ends = axis.ends.map((name) => named.get(name)).filter((p) => p !== undefined);
    if (ends.length < 2) continue;
    put('tilt', 'tilt', axis.name, 'axis', ends);
    put('proportion', 'length', axis.name, 'axis', ends);
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

/** The ways in which one topic can come about. A wider group is left out where it holds nothing more. */
export function candidatesFor(
  topic: Topic,
  pairs: readonly ItemPair[],
  subject: Subject,
  height: number,
): Candidate[] {
  const found: Candidate[] = [];
  const put = (variant: string, count: 1 | 2, act: Cause['act']): void => {
    found.push({ id: `${topic.id}/${variant}`, count, act, topic });
  };
  const unit = height / 100;
  const turn =
    (centre: Point) =>
    ([degrees = 0]: readonly number[]) =>
      about(centre, rotation(degrees));

  if (topic.thing === 'whole') {
    const ids = new Set(pairs.map((p) => p.reference.id));
    const n = pairs.length;
    const centre = {
      x: pairs.reduce((s, p) => s + p.reference.centre.x / n, 0),
      y: pairs.reduce((s, p) => s + p.reference.centre.y / n, 0),
    };
    put('all', 1, one(ids, turn(centre)));
    return found;
  }

  if (topic.thing === 'axis') {
    const [a, b] = topic.pairs.map((p) => p.reference.centre) as [Point, Point];
    const axis = subject.axes.find(({ name }) => name === topic.about);
    const own = new Set(topic.pairs.map((p) => p.reference.id));
    const carried = axis?.carries.flatMap((name) => [name, ...hangingOn(subject, name)]) ?? [];
    const wide = new Set([...own, ...idsNamed(pairs, carried)]);
    const centre = middle(a, b);
    for (const [variant, ids] of wide.size > own.size
      ? ([
          ['own', own],
          ['carried', wide],
        ] as const)
      : ([['own', own]] as const)) {
      if (topic.measure === 'tilt') put(variant, 1, one(ids, turn(centre)));
    }
    if (topic.measure === 'length')
      put(
        'own',
        1,
        one(own, ([log = 0]) => stretch(centre, lineTilt(a, b), Math.exp(log), 1)),
      );
    return found;
  }

  const item = (topic.pairs[0] as ItemPair).reference;
  const ownNames = item.kind === 'landmark' || item.name === null ? [] : (subject.own[item.name] ?? []);
  const own = new Set([item.id, ...idsNamed(pairs, ownNames)]);
  const hanging = item.name === null ? [] : idsNamed(pairs, hangingOn(subject, item.name));
  const alone = new Set([item.id]);
  const wide = new Set([...own, ...hanging]);
  const groups = [
    ['alone', alone],
    ...(own.size > 1 ? [['own', own]] : []),
    ...(wide.size > own.size ? [['carried', wide]] : []),
  ] as [string, Set<string>][];
  const centre = item.centre;
  const tilt = item.ellipse?.tilt ?? 0;

  for (const [variant, ids] of groups) {
    if (topic.measure === 'place')
      put(
        variant,
        2,
        one(ids, ([x = 0, y = 0]) => translation(x * unit, y * unit)),
      );
    if (topic.measure === 'tilt')
      put(variant, 1, one(ids, turn(variant === 'carried' ? jointOf(item, pairs, subject) : centre)));
    if (variant === 'carried') continue;
    if (topic.measure === 'size')
      put(
        variant,
        1,
        one(ids, ([log = 0]) => about(centre, scaling(Math.exp(log)))),
      );
    if (topic.measure === 'width')
      put(
        variant,
        1,
        one(ids, ([log = 0]) => stretch(centre, tilt, 1, Math.exp(log))),
      );
    if (topic.measure === 'length')
      put(
        variant,
        1,
        one(ids, ([log = 0]) => stretch(centre, tilt, Math.exp(log), 1)),
      );
  }
  return found;
}
