import type { Subject } from '../subjects/subject.ts';
import type { Finding } from './finding.ts';

/**
 * What a student means to draw otherwise than it is in the picture. `size`: a part larger or smaller, by a
 * factor, or as it comes (null). `pose`: where a part lies and how it is turned, not how large it is; of
 * the whole figure, how it leans. `flipped`: turned over. `view`: seen from elsewhere. `inspired`: only
 * inspired by the picture. The last two are of a part, or of the whole (null). `unlike`: left and right
 * of a pair are not to be alike, of which the part is one, without its side.
 */
export type Departure =
  | { readonly kind: 'size'; readonly part: string; readonly by: number | null }
  | { readonly kind: 'pose' | 'unlike'; readonly part: string }
  | { readonly kind: 'flipped' }
  | { readonly kind: 'view' | 'inspired'; readonly part: string | null };

/** The name of the whole where its lean is meant. */
export const WHOLE_FIGURE = 'whole figure';

/** So many departures one attempt may have, and so far a size may be meant: a factor either way. */
export const MOST_DEPARTURES = 24;
export const LARGEST_CHANGE = 8;

/** The part that a departure is about; null for the whole. */
export const partOf = (departure: Departure): string | null =>
  departure.kind === 'flipped' ? null : departure.part;

/** Whether two departures are about the same thing, so that one takes the other's place. */
const isOfTheSame = (a: Departure, b: Departure): boolean =>
  (a.kind === 'flipped') === (b.kind === 'flipped') &&
  partOf(a) === partOf(b) &&
  (a.kind === b.kind || ['view', 'inspired'].includes(a.kind) || ['view', 'inspired'].includes(b.kind));

/** What is meant, with one thing more: it takes the place of what it contradicts. */
export const meaning = (meant: readonly Departure[], also: Departure): readonly Departure[] => [
  ...meant.filter((one) => !isOfTheSame(one, also)),
  also,
];

/**
 * What a finding becomes where it was meant: of a size that it comes as it does, of a place or a tilt
 * that the thing lies otherwise; null of a thing without a name.
 */
export function asIntended({
  kind,
  about,
  thing,
}: Pick<Finding, 'kind' | 'about' | 'thing'>): Departure | null {
  if (thing === 'whole') return { kind: 'pose', part: WHOLE_FIGURE };
  if (about === null) return null;
  return kind === 'proportion' ? { kind: 'size', part: about, by: null } : { kind: 'pose', part: about };
}

/**
 * The parts of which a departure can be meant: its named lines and limbs, and what is named in the picture.
 * @param names of the picture's forms and landmarks
 */
export function partsToMean(subject: Subject, names: readonly string[]): readonly string[] {
  const known = new Set(names);
  const lines = subject.axes.filter(({ ends }) => ends.every((name) => known.has(name)));
  const landmarks = new Set(subject.landmarks);
  const forms = names.filter((name) => !landmarks.has(name));
  return [...new Set([...forms, ...lines.map(({ name }) => name)])];
}
