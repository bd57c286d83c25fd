import { transformPoint, type Point } from '@deft/core/geometry';
import { thingsOfType, type Change, type Id, type Landmark, type Thing } from '@deft/core/page';
import { newId } from '../data/new-id';
import { sheetFor } from '../page/place-on';
import type { Answer } from './use-checked';

type Things = ReadonlyMap<Id, Thing>;

/** A landmark as it is shown on the laid drawing: where the student set it, or where the desk sees it. */
export interface Ring {
  readonly name: string;
  /** Reference pixels. */
  readonly at: Point;
  /** Two standard deviations, reference pixels. */
  readonly doubt: number;
  readonly set: boolean;
}

/** All landmarks of a laid drawing; none where it cannot be laid. */
export function ringsOf(things: Things, { report, seen }: Pick<Answer, 'report' | 'seen'>): Ring[] {
  const { toReference } = report;
  if (!toReference) return [];
  const scale = Math.hypot(toReference[0], toReference[1]);
  const answered = thingsOfType(things, 'landmark');
  const ring = (name: string, at: Point, spread: number, set: boolean): Ring => ({
    name,
    at: transformPoint(toReference, at),
    doubt: 2 * spread * scale,
    set,
  });
  return [
    ...openLandmarks(things, seen).map(({ name, at, spread }) => ring(name, at, spread, false)),
    ...answered.flatMap(({ name, state, at, spread }) =>
      state === 'set' && name !== null ? [ring(name, at, spread, true)] : [],
    ),
  ];
}

/** What the desk sees and the student has said nothing of. */
export function openLandmarks(
  things: Things,
  seen: Answer['seen'],
): { name: string; at: Point; spread: number }[] {
  const answered = new Set(thingsOfType(things, 'landmark').map((l) => l.name));
  return (seen?.landmarks ?? []).filter(({ name }) => !answered.has(name));
}

/** The change that answers for landmarks: where they are, or that they are not drawn or hidden. */
export function answers(
  page: Things,
  given: readonly Pick<Landmark, 'name' | 'at' | 'spread' | 'state'>[],
  existing: Things = page,
): Change {
  const sheet = sheetFor(page, ['forms', 'ink']);
  const known = thingsOfType(existing, 'landmark');
  const add = [];
  const set = [];
  for (const { name, at, spread, state } of given) {
    const own = known.find((l) => l.name === name);
    if (own) set.push({ id: own.id, to: { at, spread, state } });
    else if (sheet) add.push({ type: 'landmark' as const, id: newId(), sheet, name, at, spread, state });
  }
  return { ...(add.length > 0 ? { add } : {}), ...(set.length > 0 ? { set } : {}) };
}

/** The change that puts one landmark where the student says it is. Page millimetres. */
export const landmarkAt = (things: Things, page: Things, name: string, at: Point, spread: number): Change =>
  answers(page, [{ name, at, spread, state: 'set' }], things);

/** What the student has said of a landmark; null where nothing. */
export const landmarkOf = (things: Things, name: string): Landmark | null =>
  thingsOfType(things, 'landmark').find((landmark) => landmark.name === name) ?? null;

/** Landmarks that the student has said are not drawn, or hidden. */
export const saidAway = (things: Things): Landmark[] =>
  thingsOfType(things, 'landmark').filter(({ state, name }) => state !== 'set' && name !== null);
