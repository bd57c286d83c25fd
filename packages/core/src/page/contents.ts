import type { Guide, Id, Paper, Sheet, Thing, ThingOf, ThingType } from './things.ts';

const byOrder = (a: { order: string; id: Id }, b: { order: string; id: Id }): number =>
  a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** All things of one type, in stacking order where the type has one. */
export function thingsOfType<T extends ThingType>(things: ReadonlyMap<Id, Thing>, type: T): ThingOf<T>[] {
  const found = [...things.values()].filter((thing): thing is ThingOf<T> => thing.type === type);
  return found.sort((a, b) => ('order' in a && 'order' in b ? byOrder(a, b) : 0));
}

/** The paper of a page, or null while its first operation is on the way. */
export function paperOf(things: ReadonlyMap<Id, Thing>): Paper | null {
  return thingsOfType(things, 'page')[0] ?? null;
}

/** The sheets of a page, lowest first. */
export const sheetsOf = (things: ReadonlyMap<Id, Thing>): Sheet[] => thingsOfType(things, 'sheet');

/** Where a guide runs over a page, millimetres. */
export function guideLine(guide: Pick<Guide, 'kind' | 'at'>, paper: Pick<Paper, 'width' | 'height'>): [number, number, number, number] {
  return guide.kind === 'plumb' ? [guide.at, 0, guide.at, paper.height] : [0, guide.at, paper.width, guide.at];
}
