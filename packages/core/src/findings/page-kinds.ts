import { transformPoint } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import type { Front } from '../subjects/body-parts.ts';
import { SUBJECTS } from '../subjects/subjects.ts';
import { actionOf, type ActionReport } from './action-line.ts';
import type { CheckReport } from './check.ts';
import type { CheckedReference } from './checked-reference.ts';
import { depthOf, type DepthReport } from './depth.ts';
import { moveDoubt, type Doubt } from './doubt.ts';
import { moveItem, placesBy, type Item } from './item.ts';
import { movedPlaces, type Meant } from './meant.ts';
import { measuredSights, type MeasuredSight } from './noticed.ts';
import { relationsOf, type RelationsReport } from './relations.ts';
import { carriedLines, shapeOf, type Outlines, type ShapeAnswer } from './shape.ts';
import { toldRules, type ToldRule } from './rules.ts';
import type { Stacked } from './stacked.ts';
import { GESTURE_SECONDS, toleranceOf } from './tolerance.ts';
import { weightOf, type WeightReport } from './weight.ts';

/** What is told of a drawing as a whole. */
export interface WholeKinds {
  /** Where the weight lies over the feet; null of what is no figure, or where too little of it is known. */
  readonly weight: WeightReport | null;
  /** Its line of action; null of what is no figure, where too little is known, or where it is straight. */
  readonly action: ActionReport | null;
  /** How its landmarks lie to each other; null where too few are known, or the time was too short. */
  readonly relations: RelationsReport | null;
  /** What tells near from far; null where nothing of it can be told, or the time was too short. */
  readonly depth: DepthReport | null;
  /** What was measured by eye on the picture, in the drawing. */
  readonly noticed: readonly MeasuredSight[];
  /** What was noticed of how its places lie to each other; empty of a short gesture. */
  readonly rules: readonly ToldRule[];
}

/**
 * Of how landmarks lie to each other, only what is as well seen from elsewhere: lengths in each other's
 * units.
 */
const proportionsOnly = (relations: RelationsReport): RelationsReport => ({
  ...relations,
  lineUps: [],
  following: [],
  count: 0,
  kept: 0,
  triangle: null,
  asymmetry: null,
});

/** A drawing with how it lies on its picture, to see in it what covers what. */
interface Laid {
  readonly report: CheckReport;
  readonly height: number;
  readonly seconds: number | null;
  /** Page millimetres. */
  readonly lines: readonly (readonly Point[])[];
  /** The drawing's forms, page millimetres, and the picture's, its pixels; each from the lowest up. */
  readonly stacks: { readonly drawn: readonly Stacked[]; readonly reference: readonly Stacked[] };
  /** Which parts cover which in the picture, beyond what its forms say. */
  readonly fronts: readonly Front[];
}

const NOTHING: WholeKinds = {
  weight: null,
  action: null,
  relations: null,
  depth: null,
  noticed: [],
  rules: [],
};

/** What tells near from far in a drawing that is laid on its picture. */
function depthIn(
  { report: { toReference }, height, seconds, lines, stacks, fronts }: Laid,
  items: readonly Item[],
  reference: readonly Item[],
  told: ReadonlySet<string>,
  untold: ReadonlySet<string>,
): DepthReport | null {
  if (!toReference) return null;
  const laid = (line: readonly Point[]): Point[] => line.map((p) => transformPoint(toReference, p));
  return depthOf(
    {
      items,
      stack: stacks.drawn
        .filter(({ name }) => !untold.has(name))
        .map(({ name, outline }) => ({ name, outline: laid(outline) })),
      lines: lines.map(laid),
      // What is covered has no place in the drawing: it is looked for where it should lie.
      places: new Map([...placesBy(reference), ...placesBy(items)]),
    },
    {
      items: reference,
      stack: stacks.reference,
      fronts: fronts.filter((pair) => !pair.some((name) => untold.has(name))),
    },
    { height, seconds, told },
  );
}

/**
 * What is told of a drawing as a whole, once it is laid on its picture: how its landmarks lie to each
 * other, of a figure its weight and movement; in a short gesture its movement alone.
 */
export function wholeKinds(
  { drawn, reference: items, wholly, unlike, untold }: Meant,
  on: Laid & {
    readonly reference: CheckedReference;
    readonly doubt: Doubt;
  },
): WholeKinds {
  const { toReference } = on.report;
  if (!toReference) return NOTHING;
  const laid = drawn.map((item) => moveItem(item, toReference));
  const there = { height: on.height, doubt: moveDoubt(on.doubt, toReference), seconds: on.seconds };
  const isGesture = (on.seconds ?? Infinity) <= GESTURE_SECONDS;
  const isFigure = on.reference.subject === 'figure';
  const { axes } = SUBJECTS[on.reference.subject];
  const told = new Set([...on.report.findings, ...on.report.perhaps].flatMap(({ drawn: ids }) => ids));
  const relations = isGesture ? null : relationsOf(laid, items, { ...there, told, axes, unlike });
  if (wholly) return { ...NOTHING, relations: relations && proportionsOnly(relations) };
  return {
    weight:
      isGesture || !isFigure ? null : weightOf(laid, items, { ...there, loads: on.reference.loads ?? [] }),
    action: isFigure ? actionOf(laid, items, there) : null,
    relations,
    depth: isGesture ? null : depthIn(on, laid, items, told, untold),
    noticed: measuredSights(on.reference.sights ?? [], laid, items, there),
    rules: isGesture
      ? []
      : toldRules(on.reference.rules?.map(({ rule }) => rule) ?? [], laid, items, {
          ...there,
          told,
          own: new Set(on.reference.rules?.flatMap(({ rule, isOwn }) => (isOwn ? [rule.id] : []))),
        }),
  };
}

/**
 * The shape of a drawing that is laid on its picture. Where something is told of its parts already, the
 * picture is held against it as if they lay where they do in the drawing.
 */
export function shapeIn(
  lines: readonly (readonly Point[])[],
  items: readonly Item[],
  on: {
    readonly meant: Meant;
    readonly reference: CheckedReference;
    readonly report: CheckReport;
    readonly height: number;
    readonly seconds: number | null;
    /** What belongs to the picture's thing, in each of the ways in which it may be drawn. */
    readonly silhouettes: readonly Outlines[];
  },
): ShapeAnswer | null {
  const { meant } = on;
  const { toReference, findings, perhaps } = on.report;
  const isShort = (on.seconds ?? Infinity) <= GESTURE_SECONDS;
  if (!toReference || meant.wholly || !(on.height > 0) || isShort) return null;
  const places = placesBy(items);
  const drawn = placesBy(meant.drawn.map((item) => moveItem(item, toReference)));
  const ends = new Map(
    [...places].flatMap(([name, from]) => {
      const to = drawn.get(name);
      return to ? [[name, { from, to }] as const] : [];
    }),
  );
  const isTold = findings.length + perhaps.length > 0;
  const axes = SUBJECTS[on.reference.subject].axes.map((axis) => axis.ends);
  return shapeOf(
    lines.map((line) => line.map((p) => transformPoint(toReference, p))),
    on.silhouettes,
    {
      height: on.height,
      tolerance: toleranceOf('place', on.seconds),
      meant: meant.departures.length > 0 ? carriedLines(movedPlaces(items, meant.reference), axes) : [],
      carried: isTold ? carriedLines(ends, axes) : [],
      untold: meant.untold,
      places,
      laid: on.report.averageMiss ? 'by landmarks' : 'by lines',
    },
  );
}
