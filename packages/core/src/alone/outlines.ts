import { isOpen } from '../forms/shape.ts';
import { boxOf, unionOf, type Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygon.ts';
import { drawnForms } from '../page/contents.ts';
import { formOutline } from '../page/form-geometry.ts';
import { thingBox } from '../page/thing-box.ts';
import type { Form, Id, Thing } from '../page/things.ts';

/** What encloses room on the page, millimetres. */
export interface Enclosing {
  readonly outline: readonly Point[];
  readonly box: Box;
}

/** A closed form of a drawing with its outline. */
export interface Outlined extends Enclosing {
  readonly form: Form;
}

/** The room that several things take together; null of none. */
export const roomOf = (all: readonly Pick<Enclosing, 'box'>[]): Box | null =>
  all.reduce<Box | null>((room, { box }) => unionOf(room, box), null);

/** A form flattened to less has no room, square millimetres. */
const NO_ROOM = 1e-6;

/** A form with its outline; null of a line, or of one without room. */
export function outlined(form: Form): Outlined | null {
  if (isOpen(form.shape)) return null;
  const outline = formOutline(form);
  const box = boxOf(outline);
  return box && polygonArea(outline) > NO_ROOM ? { form, outline, box } : null;
}

/** The closed forms of a drawing, lowest first; none of those on sheets of guides, or without room. */
export const outlinesOf = (things: ReadonlyMap<Id, Thing>): Outlined[] =>
  drawnForms(things).flatMap((form) => outlined(form) ?? []);

/** The room that a drawing takes, forms and ink, millimetres; null of an empty page. */
export function drawnRoom(
  things: ReadonlyMap<Id, Thing>,
  points?: Parameters<typeof thingBox>[1],
): Box | null {
  let room: Box | null = null;
  for (const { box } of outlinesOf(things)) room = unionOf(room, box);
  for (const thing of things.values())
    if (thing.type === 'stroke' && thing.pen !== 'rubber' && thing.pen !== 'shade')
      room = unionOf(room, thingBox(thing, points));
  return room;
}

/** What a form is called where it is spoken of. */
export const calledOf = ({ part }: Pick<Form, 'part'>): string => (part ? `the ${part}` : 'a form');
