import type { Shape } from '../forms/shape.ts';
import {
  compose,
  invert,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import { wrapTilt } from '../geometry/angle.ts';
import { subtract, type Point } from '../geometry/point.ts';
import { alignPlaces, type Laying } from './align.ts';
import { equalMeasures, type EqualMeasures } from './equal-measures.ts';
import { estimate, estimateRatio, estimateTilt, type Estimate } from './estimate.ts';
import type { TracedPart } from './traced-part.ts';

/** The parts of one trace. */
export type TracedParts = readonly TracedPart[];

/** A part as it is on the average: lengths in those of the unit part, places from the unit part's middle. */
export interface RecipePart {
  readonly name: string;
  /** A form of the mean's measures, of the kind that is used most. */
  readonly shape: Shape;
  readonly transform: Affine;
  readonly length: Estimate;
  /** Null of a line. */
  readonly width: Estimate | null;
  /** Degrees; null where it is mostly nearly as wide as long. */
  readonly tilt: Estimate | null;
  readonly x: Estimate;
  readonly y: Estimate;
  /** How much it differs from trace to trace in size and place, as a share of the whole; null of a few. */
  readonly varies: number | null;
}

/** What the traces of one subject have in common. */
export interface Recipe {
  /** The part whose length is one. */
  readonly unit: string;
  /** How many traces it was made from: those with named forms. */
  readonly traces: number;
  /** In the order in which they are drawn. */
  readonly parts: readonly RecipePart[];
  /** The parts that hardly vary: the subject's character. */
  readonly character: readonly string[];
  /** Measures that are alike, the steadiest first. */
  readonly equal: readonly EqualMeasures[];
}

/** From so many traces on one can say whether a part varies. */
const VARIES_FROM = 3;
/** A part varies hardly by less than this share, where it is seen in so many of the traces. */
const HARDLY = 0.06;
const NEARLY_ALWAYS = 0.8;

/** A trace with how it is laid on the mean, and where its unit lies. */
interface Laid {
  readonly parts: ReadonlyMap<string, TracedPart>;
  readonly laying: Laying;
  readonly unit: { readonly length: number; readonly centre: Point };
}

/** The part that most traces have; of those that are as frequent the first in order. */
function mostFrequent(traces: readonly TracedParts[], order: readonly string[]): string {
  const times = (name: string): number =>
    traces.filter((parts) => parts.some((part) => part.name === name)).length;
  return order.reduce((best, name) => (times(name) > times(best) ? name : best), order[0] as string);
}

/**
 * Where every trace's unit part lies: as it was traced, or where it has none, as the parts that it shares
 * with the mean have it. Traces that share too little are left out.
 */
function layTraces(traces: readonly TracedParts[], unit: string): Laid[] {
  const { mean, layings } = alignPlaces(
    traces.map((parts) => new Map(parts.map(({ name, centre }) => [name, centre]))),
  );
  const lengths = traces.flatMap((parts, i) =>
    parts.filter(({ name }) => name === unit).map(({ length }) => length * (layings[i] as Laying).scale),
  );
  const length = estimateRatio(lengths)?.mean ?? 1;
  return traces.flatMap((list, i) => {
    const laying = layings[i] as Laying;
    const parts = new Map(list.map((part) => [part.name, part]));
    const own = parts.get(unit);
    if (own) return [{ parts, laying, unit: own }];
    const centre = mean.get(unit);
    if (!centre || list.length < 2 || !(laying.scale > 0)) return [];
    const there = transformPoint(invert(laying.transform), centre);
    return [{ parts, laying, unit: { length: length / laying.scale, centre: there } }];
  });
}

interface Seen {
  readonly part: TracedPart;
  readonly laid: Laid;
}

/** The mean part of a name over the traces that have it. */
function meanPart(name: string, seen: readonly Seen[]): RecipePart | null {
  const inUnits = (measure: (part: TracedPart) => number): Estimate | null =>
    estimateRatio(seen.map(({ part, laid }) => measure(part) / laid.unit.length).filter((r) => r > 0));
  const places = seen.map(({ part, laid: { unit, laying } }) =>
    transformPoint(
      compose(rotation(laying.turn), scaling(1 / unit.length)),
      subtract(part.centre, unit.centre),
    ),
  );
  const tilts = seen.flatMap(({ part: { tilt }, laid: { laying } }) =>
    tilt === null ? [] : [wrapTilt(tilt + laying.turn)],
  );
  const length = inUnits((part) => part.length);
  const [x, y] = [estimate(places.map((p) => p.x)), estimate(places.map((p) => p.y))];
  if (!length || !x || !y) return null;
  const width = inUnits((part) => part.width);
  const tilt = 2 * tilts.length > seen.length ? estimateTilt(tilts, wrapTilt) : null;
  const form = meanForm(seen, { length: length.mean, width: width?.mean ?? 0, tilt: tilt?.mean ?? null });
  const transform = compose(translation(x.mean, y.mean), form.transform);
  return { name, shape: form.shape, transform, length, width, tilt, x, y, varies: variation(seen) };
}

/** The form of the kind used most that is nearest to the mean's measures, made to have them. */
function meanForm(
  seen: readonly Seen[],
  mean: { readonly length: number; readonly width: number; readonly tilt: number | null },
): { shape: Shape; transform: Affine } {
  const times = (kind: string): number => seen.filter(({ part }) => part.shape.kind === kind).length;
  const most = Math.max(...seen.map(({ part }) => times(part.shape.kind)));
  const off = ({ part, laid: { unit } }: Seen): number =>
    Math.abs(Math.log(part.length / unit.length / mean.length)) +
    (mean.width > 0 && part.width > 0 ? Math.abs(Math.log(part.width / unit.length / mean.width)) : 0);
  const [nearest] = seen
    .filter(({ part }) => times(part.shape.kind) === most)
    .sort((a, b) => off(a) - off(b)) as [Seen];
  const { part, laid } = nearest;
  const along = part.tilt ?? 0;
  const turned = mean.tilt === null ? along + laid.laying.turn : mean.tilt;
  // Nearer ends stay where they are: a tilt is that of a line, and a form has a top and a bottom.
  const turn = along + wrapTilt(turned - along);
  const across = part.width > 0 && mean.width > 0 ? mean.width / part.width : mean.length / part.length;
  return {
    shape: part.shape,
    transform: compose(
      rotation(turn),
      scaling(mean.length / part.length, across),
      rotation(-along),
      translation(-part.centre.x, -part.centre.y),
      part.transform,
    ),
  };
}

/** How much a part differs from trace to trace once these are laid on each other, as a share of the whole. */
function variation(seen: readonly Seen[]): number | null {
  if (seen.length < VARIES_FROM) return null;
  const places = seen.map(({ part, laid: { laying } }) => transformPoint(laying.transform, part.centre));
  const spreads = [
    estimate(places.map((p) => p.x)),
    estimate(places.map((p) => p.y)),
    estimate(seen.map(({ part, laid: { laying } }) => Math.log(part.length * laying.scale))),
    estimate(
      seen.flatMap(({ part, laid: { laying } }) =>
        part.width > 0 ? [Math.log(part.width * laying.scale)] : [],
      ),
    ),
  ].flatMap((found) => (found?.spread === null || found === null ? [] : [found.spread]));
  return Math.sqrt(spreads.reduce((sum, spread) => sum + spread * spread, 0) / spreads.length);
}

/**
 * What several traces of a subject have in common: each named part's size, tilt and place relative to one
 * part, with the spread from trace to trace and the interval of the mean (generalised Procrustes analysis for
 * how they are turned and for what varies; Student's intervals of ratios within each trace).
 * @param order names in the order in which they are drawn; names that are not in it come last
 * @param unit the part whose length is one; by itself the first in order of those that most traces have
 * @returns null where no trace has a named form
 */
export function makeRecipe(
  traces: readonly TracedParts[],
  options: { readonly order?: readonly string[]; readonly unit?: string | null } = {},
): Recipe | null {
  const told = traces.filter((parts) => parts.length > 0);
  const names = new Set(told.flatMap((parts) => parts.map(({ name }) => name)));
  if (names.size === 0) return null;
  const order = [...new Set([...(options.order ?? []).filter((name) => names.has(name)), ...names])];
  const wished = options.unit ?? null;
  const unit = wished !== null && names.has(wished) ? wished : mostFrequent(told, order);
  const laid = layTraces(told, unit);
  const parts = order.flatMap((name) => {
    const seen = laid.flatMap((one): Seen[] => {
      const part = one.parts.get(name);
      return part ? [{ part, laid: one }] : [];
    });
    return seen.length > 0 ? (meanPart(name, seen) ?? []) : [];
  });
  const often = Math.max(VARIES_FROM, NEARLY_ALWAYS * laid.length);
  return {
    unit,
    traces: told.length,
    parts,
    character: parts
      .filter(({ varies, x }) => varies !== null && varies < HARDLY && x.of >= often)
      .sort((a, b) => (a.varies as number) - (b.varies as number))
      .map(({ name }) => name),
    equal: equalMeasures(laid.map((one) => one.parts)),
  };
}
