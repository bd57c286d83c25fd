import { moreBy, type SightedKind } from '../guides/measure.ts';
import type { Point } from '../geometry/point.ts';
import { isAnchored, type AnchoredGuide, type Id, type Thing } from '../page/things.ts';
import type { ReferenceMark, SightMark } from './mark.ts';
import type { PictureMark } from './picture-mark.ts';

/** Whether a thing is a sight that was taken on a page. */
export const isSight = (thing: Thing | undefined): thing is AnchoredGuide & { kind: SightedKind } =>
  thing?.type === 'guide' && isAnchored(thing) && (thing.kind === 'sighted' || thing.kind === 'tilted');

/** What is known of a picture that sights are held against, its pixels as it is seen. */
export interface PictureKnown {
  readonly marks: readonly ReferenceMark[];
  /** Landmarks by their names. */
  readonly known: ReadonlyMap<string, Point>;
}

/** The places of a sight that was taken on a picture, in the order of a sight's on a page. */
const placesOf = ({ unit, span }: SightMark): readonly Point[] => [...(unit ?? []), ...span];

/**
 * Where a sight on a page runs in the picture: as the sight there that it is held against, else where all of
 * its places are landmarks that are known in the picture. Null where neither tells.
 */
export function sightInPicture(
  sight: AnchoredGuide & { kind: SightedKind },
  things: ReadonlyMap<Id, Thing>,
  { marks, known }: PictureKnown,
): readonly Point[] | null {
  const mark = marks.find(({ id }) => id === sight.sight);
  if (mark?.kind === 'sight' && (mark.unit === null) === (sight.kind === 'tilted')) return placesOf(mark);
  const places = sight.through.flatMap(({ on }) => {
    const thing = on === undefined ? undefined : things.get(on);
    const name = thing?.type === 'landmark' ? thing.name : null;
    return (name === null ? undefined : known.get(name)) ?? [];
  });
  return places.length === sight.through.length ? places : null;
}

/**
 * The lines to show on the picture for a sight: of the one that is taken up on the page, else of the one that
 * is to be taken next. None where neither is known there.
 */
export function sightLines(
  taken: Thing | undefined,
  next: Id | null,
  things: ReadonlyMap<Id, Thing>,
  picture: PictureKnown,
): readonly PictureMark[] {
  const mark = picture.marks.find(({ id }) => id === next);
  const places = isSight(taken)
    ? sightInPicture(taken, things, picture)
    : mark?.kind === 'sight'
      ? placesOf(mark)
      : null;
  if (!places) return [];
  return [places.slice(0, 2), places.slice(2)]
    .filter((points) => points.length === 2)
    .map((points, i) => ({ kind: 'line', id: `sight ${i}`, points }));
}

/** So much is as good as equal: a share of a length, degrees of a tilt. */
const [EQUAL, LEVEL] = [0.03, 2];

/** What a sight measures on the page: "2.4 units", "32° from level". */
export const measureWords = (kind: SightedKind, value: number): string =>
  kind === 'tilted' ? `${Math.round(value)}° from level` : `${value.toFixed(2)} units`;

/** Both measures and how they differ: "2.40 units here, 2.91 units in the picture: 18 % too short." */
export function comparedWords(kind: SightedKind, drawn: number, reference: number): string {
  const both = `${measureWords(kind, drawn)} here, ${measureWords(kind, reference)} in the picture`;
  const more = moreBy(kind, drawn, reference);
  if (Math.abs(more) < (kind === 'tilted' ? LEVEL : EQUAL)) return `${both}: as good as equal.`;
  if (kind === 'tilted')
    return `${both}: turn it ${Math.round(Math.abs(more))}° ${more > 0 ? 'clockwise' : 'counter-clockwise'}.`;
  return `${both}: ${Math.round(100 * Math.abs(more))} % too ${more > 0 ? 'long' : 'short'}.`;
}
