import { distance, type Point } from '../geometry/point.ts';
import type { Axis } from '../subjects/subject.ts';
import type { Doubt } from './doubt.ts';
import { landmarksBy, placesBy, type Item } from './item.ts';
import { lineUpsOf, type LineUp } from './line-ups.ts';
import { errorOfMeasure } from './measured-by.ts';
import type { Related } from './related.ts';
import { asymmetriesOf, type Asymmetry } from './symmetry.ts';
import { toleranceOf } from './tolerance.ts';
import { trianglesOf, type Triangle } from './triangles.ts';

/** A length between two landmarks, in the picture's pixels. */
export interface NamedLength {
  readonly name: string;
  readonly ends: readonly [string, string];
  readonly drawn: number;
  readonly reference: number;
}

/** One length in units of another. */
export interface Proportion {
  readonly drawn: number;
  readonly reference: number;
  /** One standard error of the drawing's. */
  readonly error: number;
}

export interface RelationsReport {
  /** Line-ups that are not kept and nothing else accounts for, the most off first. */
  readonly lineUps: readonly LineUp[];
  /** Line-ups that go with what is told already, the most off first. */
  readonly following: readonly LineUp[];
  /** How many there are in the picture, and how many of them are kept. */
  readonly count: number;
  readonly kept: number;
  /** The triangle that is off most, where nothing else accounts for it; null where none is. */
  readonly triangle: Triangle | null;
  /** The pair of left and right that is off most in a view from the front, likewise; null where none is. */
  readonly asymmetry: Asymmetry | null;
  readonly lengths: readonly NamedLength[];
  /** Each length in units of each other: rows and columns as in `lengths`. */
  readonly proportions: readonly (readonly Proportion[])[];
  /** Where the landmarks lie: the picture's, and the drawing's as it is laid; the picture's pixels. */
  readonly places: ReadonlyMap<string, { readonly drawn: Point; readonly reference: Point }>;
}

/** What three places on a line count beside two that are plumb or level. */
const LESS_PLAIN = 0.7;
/** As many line-ups are told at the most, and as many that go with something. */
const [AT_MOST, FOLLOWING] = [4, 2];
/** So many standard errors one must be worth: more than for one that is asked for, since there are many. */
const WORTH = { clearly: 6, perhaps: 4.5 };

/** Of some that are off, those of which no landmark has been named by a worse one. */
function apart<R extends { readonly about: readonly string[] }>(list: readonly R[], most: number): R[] {
  const named = new Set<string>();
  const fresh = list.filter(({ about }) => {
    if (about.some((name) => named.has(name))) return false;
    about.forEach((name) => named.add(name));
    return true;
  });
  return fresh.slice(0, most);
}

const between = (names: readonly [string, string], at: (name: string) => Point): number =>
  distance(at(names[0]), at(names[1]));

/**
 * How the landmarks of a drawing lie to each other, beside the picture: what lines up there and is it kept,
 * which triangle between neighbours is off most, and every named length in units of every other.
 * @param drawn its landmarks laid on the reference, in its pixels
 * @param on.told ids of drawn landmarks of which something is told already
 * @param on.axes the subject's named lines
 * @param on.unlike of which landmarks, without their side, left and right are not meant to be alike
 * @returns null where fewer than four landmarks are known in both, or the height is not above 0
 */
export function relationsOf(
  drawn: readonly Item[],
  reference: readonly Item[],
  on: {
    readonly height: number;
    readonly doubt: Doubt;
    readonly seconds: number | null;
    readonly told: ReadonlySet<string>;
    readonly axes: readonly Axis[];
    readonly unlike?: ReadonlySet<string>;
  },
): RelationsReport | null {
  const { height, doubt, seconds, told, axes, unlike } = on;
  const [own, true_] = [landmarksBy(drawn), placesBy(reference)];
  const names = [...true_.keys()].filter((name) => own.has(name));
  if (names.length < 4 || !(height > 0)) return null;
  const placed = placesBy(drawn);
  const judge =
    (kind: 'place' | 'tilt'): Related['judged'] =>
    (size, error, about) => {
      const past = Math.abs(size) >= toleranceOf(kind, seconds);
      const worth = Math.abs(size) / error;
      const said = worth >= WORTH.clearly ? 'clearly' : worth >= WORTH.perhaps ? 'perhaps' : null;
      const explained = about.some((name) => told.has((own.get(name) as Item).id));
      return { error, past, sure: past ? said : null, explained };
    };
  const related = { names, reference: true_, drawn: placed, own, height, doubt };
  const lineUps = lineUpsOf({ ...related, judged: judge('place') });
  // What one sees at a glance goes first.
  const weight = ({ kind, size }: LineUp): number => (kind === 'through' ? LESS_PLAIN : 1) * Math.abs(size);
  const off = lineUps.filter(({ sure }) => sure).sort((a, b) => weight(b) - weight(a));
  const [triangle] = trianglesOf({ ...related, judged: judge('tilt') })
    .filter(({ sure, explained }) => sure && !explained)
    .sort((a, b) => Math.abs(b.size) / b.error - Math.abs(a.size) / a.error);
  const [asymmetry] = (asymmetriesOf({ ...related, judged: judge('place') }, unlike) ?? [])
    .filter(({ sure, explained }) => sure && !explained)
    .sort((a, b) => Math.abs(b.size) - Math.abs(a.size));
  const known = axes.filter(({ ends }) => ends.every((name) => names.includes(name)));
  const at = (places: ReadonlyMap<string, Point>) => (name: string) => places.get(name) as Point;
  const lengths = known.map(({ name, ends }): NamedLength => ({
    name,
    ends,
    drawn: between(ends, at(placed)),
    reference: between(ends, at(true_)),
  }));
  return {
    lineUps: apart(
      off.filter(({ explained }) => !explained),
      AT_MOST,
    ),
    following: apart(
      off.filter(({ explained }) => explained),
      FOLLOWING,
    ),
    count: lineUps.length,
    kept: lineUps.filter(({ past }) => !past).length,
    triangle: triangle ?? null,
    asymmetry: asymmetry ?? null,
    lengths,
    proportions: lengths.map((a) =>
      lengths.map((b) => ({
        drawn: a.drawn / b.drawn,
        reference: a.reference / b.reference,
        error: errorOfMeasure(
          (of) => between(a.ends, of) / between(b.ends, of),
          [...new Set([...a.ends, ...b.ends])],
          own,
          on,
        ),
      })),
    ),
    places: new Map(
      names.map((name) => [name, { drawn: placed.get(name) as Point, reference: true_.get(name) as Point }]),
    ),
  };
}
