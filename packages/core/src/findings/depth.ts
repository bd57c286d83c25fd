import { isOpen } from '../forms/shape.ts';

import { transformPoint, type Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { isGuides } from '../page/contents.ts';
import { formOutline } from '../page/form-geometry.ts';
import { bySheet } from '../page/paint-order.ts';
import type { Id, Thing } from '../page/things.ts';
import type { Front } from '../subjects/body-parts.ts';
import type { Item } from './item.ts';
import { overlapsOf, type Overlap } from './overlaps.ts';
import { roundsOf, type Round } from './rounds.ts';
import { frontsAmong, stackedOtherwise, type Stacked } from './stacked.ts';
import { touchesOf, type Touch } from './touches.ts';
import { turnsOf, type Turn } from './turns.ts';

/** What tells near from far in a drawing, beside its picture. */
export interface DepthReport {
  /** Parts that cover each other the other way round. */
  readonly overlaps: readonly Overlap[];
  /** How many parts cover each other as they do in the picture. */
  readonly kept: number;
  /** Forms whose outlines nearly touch. */
  readonly touches: readonly Touch[];
  /** Forms that are foreshortened too much or too little. */
  readonly rounds: readonly Round[];
  readonly turns: readonly Turn[];
}

/** Named forms of a page from the lowest up, moved by a transform. */
export const stackOn = (things: ReadonlyMap<Id, Thing>, by: Affine): Stacked[] =>
  [...bySheet(things)]
    .filter(([id]) => !isGuides(things.get(id)))
    .flatMap(([, contents]) => contents)
    .flatMap((thing) =>
      thing.type === 'form' && thing.part !== null && !isOpen(thing.shape)
        ? [{ name: thing.part, outline: formOutline(thing).map((p) => transformPoint(by, p)) }]
        : [],
    );

/**
 * What tells near from far in a drawing: what covers what, by its forms where both have some and else by its
 * lines, what nearly touches, and how forms are foreshortened and turned.
 * @param drawn everything laid on the picture, in its pixels
 * @param reference of the picture: its forms, and which parts cover which beyond what those say
 * @param on.told ids of drawn things of which something is told already
 * @returns null where nothing of it can be told
 */
export function depthOf(
  drawn: {
    readonly items: readonly Item[];
    readonly stack: readonly Stacked[];
    readonly lines: readonly (readonly Point[])[];
    readonly places: ReadonlyMap<string, Point>;
  },
  reference: {
    readonly items: readonly Item[];
    readonly stack: readonly Stacked[];
    readonly fronts: readonly Front[];
  },
  on: { readonly height: number; readonly seconds: number | null; readonly told: ReadonlySet<string> },
): DepthReport | null {
  const { height } = on;
  const fronts = [...frontsAmong(reference.stack), ...reference.fronts];
  const stacked = stackedOtherwise(drawn.stack, fronts);
  const open = fronts.filter(
    ([front, behind]) => !stacked.some((one) => one.front === front && one.behind === behind),
  );
  const overlaps = [...stacked, ...overlapsOf(drawn.lines, drawn.places, open, height)];
  const named = new Set(reference.stack.map(({ name }) => name));
  const isComparable = drawn.stack.some(({ name }) => named.has(name));
  if (overlaps.length === 0 && !isComparable) return null;
  return {
    overlaps: overlaps.filter(({ reversed }) => reversed),
    kept: overlaps.filter(({ reversed }) => !reversed).length,
    touches: touchesOf(drawn.stack, reference.stack, height),
    rounds: roundsOf(drawn.items, reference.items, on),
    turns: turnsOf(drawn, reference, on),
  };
}
