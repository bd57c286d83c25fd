import { transformPoint, type Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { squaredDistances } from '../mask/distances.ts';
import type { Mask } from '../mask/mask.ts';
import { toL, type Lightness } from '../tone/lightness.ts';
import { soften } from '../tone/soften.ts';
import { VALUE_BINS, valueThresholds } from '../tone/values.ts';
import type { PlanesReport } from './planes.ts';
import type { Degree } from './sureness.ts';
import { holesIn, type Hole } from './value-holes.ts';

/** The groups of values that are told apart, the darkest first. */
export const VALUE_GROUPS = ['dark', 'middle', 'light'] as const;
export type ValueGroup = (typeof VALUE_GROUPS)[number];

/** Two neighbouring groups of values that hardly stand apart. */
export interface ValueOff {
  readonly pair: readonly ['dark', 'middle'] | readonly ['middle', 'light'];
  /** Which of the two has moved, and which way; null where that cannot be told. */
  readonly moved: { readonly group: ValueGroup; readonly way: 'light' | 'dark' } | null;
  readonly sure: Degree;
}

/** A place that is the darkest or the lightest. */
export interface ExtremePlace {
  readonly drawn: Point;
  readonly reference: Point;
  /** How far they lie apart, per cent of the figure's height. */
  readonly apart: number;
  /** Whether they are different places, which the drawing's own values tell apart. */
  readonly isOther: boolean;
}

/** The values of a drawing beside its picture's; places and outlines in the frame's pixels. */
export interface ValueReport {
  /** Of the thing, what share each group takes, by each picture's own split into three. */
  readonly shares: Readonly<Record<ValueGroup, { readonly drawn: number; readonly reference: number }>>;
  /**
   * How well the groups agree place by place, beyond chance: 1 wholly, 0 not at all (Cohen's kappa,
   * 1960).
   */
  readonly agreement: number;
  /** The group that is off most; null where none is. */
  readonly off: ValueOff | null;
  /** The group that takes far too much or too little room; null where none does. */
  readonly room: ValueGroup | null;
  readonly darkest: ExtremePlace;
  readonly lightest: ExtremePlace;
  /** Places within tone that were left unfilled, the largest first. */
  readonly holes: readonly Hole[];
  /** The planes of a box in the order of the light; null of what is no box, or where they are not known. */
  readonly planes: PlanesReport | null;
}

/** An eye that squints, parts of the figure's height. */
const SQUINT = 0.012;
/** The darkest place is looked for more softly, same parts. */
const PLACE = 0.03;
/** Less than this between the darkest and the lightest group, L*, is no tone. */
const LEAST_TONE = 8;
/** So far from its border a place is well within its group, parts of the height, if so much of it is. */
const [CORE, LEAST_CORE] = [0.018, 0.04];
/** A step between groups that is at the most this share of the other one's is sunk, perhaps or clearly. */
const [SUNK, SURELY_SUNK] = [0.55, 0.42];
/**
 * How wide the other step is beside the picture's: wider, hardly wider, and narrower than a soft hand
 * makes it.
 */
const [WIDER, AS_WIDE, SOFTEST] = [1.25, 1.05, 0.65];
/** A group takes another room from so many times as much on, if it is by this share of the thing at least. */
const [OTHER_ROOM, LEAST_ROOM] = [1.6, 0.1];
/** Places are other places from this on, per cent of the height. */
const OTHER_PLACE = 15;
/** And where the drawing itself tells them apart, L*. */
const TOLD_APART = 6;
function softened({ width, height, values }: Lightness, sigma: number): Lightness {
  const soft = Uint8ClampedArray.from(values);
  soften(soft, width, height, 1, sigma);
  return { width, height, values: soft };
}

/**
 * Which of three groups each place within a mask is in, by the mask's own split; the thing's places
 * alone.
 */
function groupsIn({ values }: Lightness, places: readonly number[]): Uint8Array {
  const histogram = new Array<number>(VALUE_BINS).fill(0);
  const binOf = (i: number): number =>
    Math.min(VALUE_BINS - 1, Math.floor(((values[i] as number) / 256) * VALUE_BINS));
  for (const i of places) histogram[binOf(i)] = (histogram[binOf(i)] as number) + 1;
  const cuts = valueThresholds(histogram, VALUE_GROUPS.length).map((l) => (l / 100) * VALUE_BINS);
  return Uint8Array.from(places, (i) => cuts.filter((cut) => cut <= binOf(i)).length);
}

function agreementOf(a: Uint8Array, b: Uint8Array): number {
  const table = VALUE_GROUPS.map(() => VALUE_GROUPS.map(() => 0));
  a.forEach((group, i) => {
    const row = table[group] as number[];
    row[b[i] as number] = (row[b[i] as number] as number) + 1;
  });
  const all = a.length;
  const seen = table.reduce((sum, row, i) => sum + (row[i] as number), 0) / all;
  const chance = table.reduce((sum, row, i) => {
    const across = row.reduce((x, y) => x + y, 0);
    const down = table.reduce((x, other) => x + (other[i] as number), 0);
    return sum + (across / all) * (down / all);
  }, 0);
  return chance < 1 ? (seen - chance) / (1 - chance) : 1;
}

/** The places of each group. */
const placesIn = (groups: Uint8Array, places: readonly number[]): number[][] =>
  VALUE_GROUPS.map((_, group) => places.filter((_place, k) => groups[k] === group));

/**
 * The places of each group that lie well within it, so that tone which lies a little beside its place does
 * not count for its neighbour; all of a group that is hardly anywhere so wide.
 */
function coresOf(groups: Uint8Array, places: readonly number[], within: Mask, height: number): number[][] {
  const deep = (CORE * height) ** 2;
  return placesIn(groups, places).map((own) => {
    const other: Mask = { ...within, bits: new Uint8Array(within.bits.length).fill(1) };
    for (const i of own) other.bits[i] = 0;
    const far = squaredDistances(other);
    const core = own.filter((i) => (far[i] as number) >= deep);
    return core.length >= LEAST_CORE * own.length ? core : own;
  });
}

/** Whether three groups are there, and apart enough for tone. */
const isToned = (means: readonly number[]): boolean =>
  !means.some(Number.isNaN) && (means[2] as number) - (means[0] as number) >= LEAST_TONE;

/**
 * Two groups that hardly stand apart, by the mean lightness of the picture's groups: the step between them
 * is much
 * smaller than the other one, beside the picture. A drawing may be lighter or softer on the whole; which of
 * the two has
 * moved is told by the other step, where it is plainly wider than the picture's, or plainly is not.
 */
function offOf(drawn: readonly number[], reference: readonly number[]): ValueOff | null {
  const [lower, upper] = [0, 1].map((i) => {
    const step = (means: readonly number[]): number => (means[i + 1] as number) - (means[i] as number);
    return step(drawn) / step(reference);
  }) as [number, number];
  const sureOf = (share: number): Degree => (share <= SURELY_SUNK ? 'clearly' : 'perhaps');
  if (lower <= SUNK * upper)
    return {
      pair: ['dark', 'middle'],
      sure: sureOf(lower / upper),
      moved:
        upper > WIDER
          ? { group: 'middle', way: 'dark' }
          : upper < AS_WIDE
            ? { group: 'dark', way: 'light' }
            : null,
    };
  if (upper > SUNK * lower) return null;
  // A soft hand narrows it as much as it is narrowed where the light has moved.
  return {
    pair: ['middle', 'light'],
    sure: sureOf(upper / lower),
    moved:
      lower > AS_WIDE
        ? { group: 'middle', way: 'light' }
        : lower < SOFTEST
          ? { group: 'light', way: 'dark' }
          : null,
  };
}

function placeOf(
  drawn: Lightness,
  reference: Lightness,
  places: readonly number[],
  better: (a: number, b: number) => boolean,
  height: number,
): ExtremePlace {
  const best = ({ values }: Lightness): number =>
    places.reduce(
      (at, i) => (better(values[i] as number, values[at] as number) ? i : at),
      places[0] as number,
    );
  const [d, r] = [best(drawn), best(reference)];
  const point = (i: number): Point => ({
    x: (i % drawn.width) + 0.5,
    y: Math.floor(i / drawn.width) + 0.5,
  });
  const [at, should] = [point(d), point(r)];
  const apart = (100 * Math.hypot(at.x - should.x, at.y - should.y)) / height;
  const differ = Math.abs(toL(drawn.values[d] as number) - toL(drawn.values[r] as number));
  return { drawn: at, reference: should, apart, isOther: apart >= OTHER_PLACE && differ >= TOLD_APART };
}

/**
 * The values of a drawing beside those of its picture, both in one frame.
 * @param within what of the frame is the thing
 * @param height of the figure, pixels of the frame
 * @returns null where the thing is not there, or hardly any tone is laid on it
 */
export function valuesOf(
  drawing: Lightness,
  picture: Lightness,
  within: Mask,
  height: number,
): ValueReport | null {
  const places: number[] = [];
  within.bits.forEach((bit, i) => bit && places.push(i));
  if (places.length === 0 || !(height > 0)) return null;
  const [own, true_] = [softened(drawing, SQUINT * height), softened(picture, SQUINT * height)];
  const [drawn, reference] = [groupsIn(own, places), groupsIn(true_, places)];
  const meansOf = ({ values }: Lightness, groups: readonly (readonly number[])[]): number[] =>
    groups.map((group) => group.reduce((sum, i) => sum + toL(values[i] as number), 0) / group.length);
  const cores = coresOf(reference, places, within, height);
  const [means, should] = [meansOf(own, cores), meansOf(true_, cores)];
  if (!isToned(meansOf(own, placesIn(drawn, places))) || !isToned(should)) return null;
  const shareOf = (groups: Uint8Array, group: number): number =>
    groups.reduce((sum, one) => sum + (one === group ? 1 : 0), 0) / groups.length;
  const shares = Object.fromEntries(
    VALUE_GROUPS.map((name, i) => [name, { drawn: shareOf(drawn, i), reference: shareOf(reference, i) }]),
  ) as ValueReport['shares'];
  const [room] = VALUE_GROUPS.filter((name) => {
    const { drawn: a, reference: b } = shares[name];
    return Math.max(a / b, b / a) >= OTHER_ROOM && Math.abs(a - b) >= LEAST_ROOM;
  }).sort(
    (p, q) =>
      Math.abs(shares[q].drawn - shares[q].reference) - Math.abs(shares[p].drawn - shares[p].reference),
  );
  const [softer, softerTrue] = [softened(drawing, PLACE * height), softened(picture, PLACE * height)];
  const groupAt = new Map(places.map((i, k) => [i, reference[k]]));
  return {
    shares,
    agreement: agreementOf(drawn, reference),
    // Where the tone lies elsewhere, its steps say nothing.
    off: isToned(means) ? offOf(means, should) : null,
    room: room ?? null,
    darkest: placeOf(softer, softerTrue, places, (a, b) => a < b, height),
    lightest: placeOf(softer, softerTrue, places, (a, b) => a > b, height),
    planes: null,
    holes: holesIn(drawing, within, (i) => groupAt.get(i) === VALUE_GROUPS.length - 1, height),
  };
}

/** The same report with its places carried elsewhere, as from a frame to a picture. */
export function movedValues(report: ValueReport, by: Affine): ValueReport {
  const place = (one: ExtremePlace): ExtremePlace => ({
    ...one,
    drawn: transformPoint(by, one.drawn),
    reference: transformPoint(by, one.reference),
  });
  return {
    ...report,
    darkest: place(report.darkest),
    lightest: place(report.lightest),
    holes: report.holes.map(({ at, outlines }) => ({
      at: transformPoint(by, at),
      outlines: outlines.map((outline) => outline.map((p) => transformPoint(by, p))),
    })),
  };
}
