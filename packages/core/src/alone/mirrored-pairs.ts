import { reflection, transformPoint } from '../geometry/affine.ts';
import { distance, type Point } from '../geometry/point.ts';
import { axisOf, drawnForms, thingsOfType } from '../page/contents.ts';
import type { Id, Thing } from '../page/things.ts';
import { measured } from '../recipe/traced-part.ts';

/** A left and a right that are not each other's mirror image about the page's axis of symmetry. */
export interface Unlike {
  /** Without its side. */
  readonly name: string;
  /** How far the left one lies from where the right one's image is, per cent of the height. */
  readonly off: number;
  /** How much longer the left one is than the right, as a share; null of landmarks. */
  readonly longer: number | null;
  readonly at: Point;
}

/** Less than this is alike enough, per cent of the height; and this share of length. */
export const [ALIKE, AS_LONG] = [3, 0.1] as const;

interface Side {
  readonly at: Point;
  readonly length: number | null;
}

/**
 * What of a drawing is not alike on both sides of the page's axis of symmetry, the most unlike first.
 * @param height of the drawing, millimetres
 * @returns null where the page has no axis or no pair of left and right: then nothing says that it is meant
 */
export function unlikeSides(things: ReadonlyMap<Id, Thing>, height: number): Unlike[] | null {
  const axis = axisOf(things);
  if (!axis || !(height > 0) || distance(axis.from, axis.to) === 0) return null;
  const image = reflection(axis.from, axis.to);
  const sides = new Map<string, Side>();
  for (const { name, state, at } of thingsOfType(things, 'landmark'))
    if (name && state === 'set') sides.set(name, { at, length: null });
  for (const form of drawnForms(things)) {
    const part = form.part ? measured(form.part, form) : null;
    if (part) sides.set(part.name, { at: part.centre, length: part.length });
  }
  const pairs = [...sides].flatMap(([name, left]) => {
    const right = name.startsWith('left ') ? sides.get(name.replace('left ', 'right ')) : undefined;
    return right ? [{ name: name.replace('left ', ''), left, right }] : [];
  });
  if (pairs.length === 0) return null;
  return pairs
    .map(({ name, left, right }): Unlike => {
      const longer = left.length && right.length ? left.length / right.length - 1 : null;
      return {
        name,
        off: (100 * distance(transformPoint(image, right.at), left.at)) / height,
        longer,
        at: left.at,
      };
    })
    .filter(({ off, longer }) => off > ALIKE || Math.abs(longer ?? 0) > AS_LONG)
    .sort((a, b) => b.off - a.off);
}
