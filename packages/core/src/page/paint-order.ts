import type { Id, SheetThing, Thing } from './things.ts';

/** What lies lowest on a sheet comes first; strokes and notes share one stack. */
const RANK: Readonly<Record<SheetThing['type'], number>> = {
  placement: 0,
  mass: 1,
  guide: 2,
  axis: 2,
  form: 3,
  stroke: 4,
  note: 4,
  landmark: 5,
};

const orderOf = (thing: SheetThing): string => ('order' in thing ? thing.order : '');

/** Sorts what lies on one sheet from the lowest up. */
export function byPaint(a: SheetThing, b: SheetThing): number {
  const rank = RANK[a.type] - RANK[b.type];
  if (rank !== 0) return rank;
  const [p, q] = [orderOf(a), orderOf(b)];
  return p < q ? -1 : p > q ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

export const onSheet = (thing: Thing): thing is SheetThing => 'sheet' in thing;

/** What lies on each sheet, from the lowest up. */
export function bySheet(things: ReadonlyMap<Id, Thing>): Map<Id, SheetThing[]> {
  const found = new Map<Id, SheetThing[]>();
  for (const thing of things.values()) {
    if (!onSheet(thing)) continue;
    const list = found.get(thing.sheet);
    if (list) list.push(thing);
    else found.set(thing.sheet, [thing]);
  }
  for (const list of found.values()) list.sort(byPaint);
  return found;
}
