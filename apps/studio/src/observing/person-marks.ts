import type { MarkChange, Reference } from '@deft/contract';
import type { ProposedPerson } from '@deft/core/person';
import type { LandmarkMark, ReferenceMark } from '@deft/core/reference';
import { otherSide } from '@deft/core/subjects';
import { newId } from '../data/new-id';

type Marked = Pick<Reference, 'marks' | 'truth'>;

/** A landmark that the desk found and nobody has said is right. */
const isFound = (mark: ReferenceMark): mark is LandmarkMark =>
  mark.kind === 'landmark' && mark.spread !== undefined;

/** Landmarks of a reference that the desk found and nobody has said are right. */
export const foundMarks = ({ marks }: Pick<Reference, 'marks'>): LandmarkMark[] => marks.filter(isFound);

/**
 * What lays a person's landmarks and silhouette on a reference: what was found before goes, what the student
 * has placed and what a made picture knows stays.
 */
export function personMarks({ marks, truth }: Marked, person: ProposedPerson): MarkChange {
  const known = new Set([
    ...marks.flatMap((mark) => (mark.kind === 'landmark' && mark.spread === undefined ? [mark.name] : [])),
    ...(truth?.landmarks ?? []).map(({ name }) => name),
  ]);
  return {
    remove: marks.flatMap((mark) => (isFound(mark) || mark.kind === 'silhouette' ? [mark.id] : [])),
    put: [
      ...person.landmarks.flatMap(({ name, at, spread, hidden }): ReferenceMark[] =>
        known.has(name) ? [] : [{ kind: 'landmark', id: newId(), name, at, hidden, spread }],
      ),
      ...(person.silhouette.length > 0
        ? [{ kind: 'silhouette' as const, id: newId(), outlines: person.silhouette }]
        : []),
    ],
  };
}

/** They are right: as if the student had placed them. */
export const acceptedMarks = (reference: Pick<Reference, 'marks'>): MarkChange => ({
  remove: [],
  put: foundMarks(reference).map(({ kind, id, name, at, hidden }) => ({ kind, id, name, at, hidden })),
});

/** What was found goes, its silhouette too. */
export const refusedMarks = ({ marks }: Pick<Reference, 'marks'>): MarkChange => ({
  put: [],
  remove: marks.flatMap((mark) => (isFound(mark) || mark.kind === 'silhouette' ? [mark.id] : [])),
});

/** Left is right: the person is seen from behind, or not, other than the desk thought. */
export const swappedMarks = (reference: Pick<Reference, 'marks'>): MarkChange => ({
  remove: [],
  put: foundMarks(reference).map((mark) => ({ ...mark, name: otherSide(mark.name) })),
});

/** What takes a change of marks back. */
export function undoneMarks({ marks }: Pick<Reference, 'marks'>, { put, remove }: MarkChange): MarkChange {
  const before = new Map(marks.map((mark) => [mark.id, mark]));
  return {
    put: [...put.map(({ id }) => id), ...remove].flatMap((id) => before.get(id) ?? []),
    remove: put.flatMap(({ id }) => (before.has(id) ? [] : [id])),
  };
}
