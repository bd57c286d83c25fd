import type { Box } from '../geometry/box.ts';
import type { Form, MirrorAxis, Id, Page, Placement, Sheet, Thing, ThingOf, ThingType } from './things.ts';

const byOrder = (a: { order: string; id: Id }, b: { order: string; id: Id }): number =>
  a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** All things of one type, in stacking order where the type has one; empty where there are none. */
export function thingsOfType<T extends ThingType>(things: ReadonlyMap<Id, Thing>, type: T): ThingOf<T>[] {
  const found = [...things.values()].filter((thing): thing is ThingOf<T> => thing.type === type);
  return found.sort((a, b) => ('order' in a && 'order' in b ? byOrder(a, b) : 0));
}

/** The paper of a page, or null while its first operation is on the way. */
export function pageOf(things: ReadonlyMap<Id, Thing>): Page | null {
  // It is the first thing a page gets.
  for (const thing of things.values()) if (thing.type === 'page') return thing;
  return null;
}

/** A reference where it lies whole on a page, as behind a trace; null where at most pieces of it do. */
export const wholePicture = (things: ReadonlyMap<Id, Thing>, reference: Id): Placement | null =>
  thingsOfType(things, 'placement').find(
    (p) => p.reference === reference && p.of === undefined && !p.clip && !p.hidden,
  ) ?? null;

/** Whether a thing is a sheet of guides. */
export const isGuides = (thing: Thing | undefined): boolean =>
  thing?.type === 'sheet' && thing.kind === 'guides';

/** The forms of a drawing, lowest first: those on a sheet of guides only help to draw it. */
export const drawnForms = (things: ReadonlyMap<Id, Thing>): Form[] =>
  thingsOfType(things, 'form').filter(({ sheet }) => !isGuides(things.get(sheet)));

/** Whether something lies on a sheet that is shown. */
export function isShown(things: ReadonlyMap<Id, Thing>, { sheet }: { readonly sheet: Id }): boolean {
  const on = things.get(sheet);
  return on?.type === 'sheet' && !on.hidden;
}

/** The axis of symmetry that the page has; null where it has none, the last where it has several. */
export const axisOf = (things: ReadonlyMap<Id, Thing>): MirrorAxis | null =>
  thingsOfType(things, 'axis').at(-1) ?? null;

/** The sheets of a page, lowest first; empty for a page that has not come. */
export const sheetsOf = (things: ReadonlyMap<Id, Thing>): Sheet[] => thingsOfType(things, 'sheet');

/** The paper's edges, millimetres; paper that was never grown to the left or upwards begins at 0, 0. */
export const pageBox = ({
  x = 0,
  y = 0,
  width,
  height,
}: Pick<Page, 'x' | 'y' | 'width' | 'height'>): Box => ({
  minX: x,
  minY: y,
  maxX: x + width,
  maxY: y + height,
});

/**
 * The lines between the cells of a page, as x and y of both ends, millimetres: upright ones first; none for
 * a page without cells.
 */
export function cellLines(paper: Page): [number, number, number, number][] {
  const { minX, minY, maxX, maxY } = pageBox(paper);
  const { columns = 1, rows = 1 } = paper.cells ?? {};
  const upright = Array.from({ length: columns - 1 }, (_, i): [number, number, number, number] => {
    const x = minX + ((i + 1) * paper.width) / columns;
    return [x, minY, x, maxY];
  });
  const level = Array.from({ length: rows - 1 }, (_, i): [number, number, number, number] => {
    const y = minY + ((i + 1) * paper.height) / rows;
    return [minX, y, maxX, y];
  });
  return [...upright, ...level];
}
