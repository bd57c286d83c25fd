import type { Shape } from '../forms/shape.ts';
import type { Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { drawnForms } from '../page/contents.ts';
import { measureForm } from '../page/form-geometry.ts';
import type { Id, Thing } from '../page/things.ts';

/** A named form of a trace with what it measures: page millimetres and degrees. */
export interface TracedPart {
  readonly name: string;
  readonly shape: Shape;
  readonly transform: Affine;
  readonly centre: Point;
  readonly length: number;
  readonly width: number;
  /** Null where it is nearly as wide as long. */
  readonly tilt: number | null;
}

/** A form so much longer than wide lies in a direction. */
const LONGER = 1.15;

/**
 * The named forms of a trace, lowest first. Of several with one name the largest stands for it; what has no
 * name, no length or lies on a sheet of guides is left out. Empty of a page without forms.
 */
export function tracedParts(things: ReadonlyMap<Id, Thing>): TracedPart[] {
  const parts = new Map<string, TracedPart>();
  for (const form of drawnForms(things)) {
    const name = form.part?.trim();
    if (!name) continue;
    const part = measured(name, form);
    const other = parts.get(name);
    if (part && (!other || part.length > other.length)) parts.set(name, part);
  }
  return [...parts.values()];
}

/** What a form of this name measures; null where it has no length. */
export function measured(name: string, form: { shape: Shape; transform: Affine }): TracedPart | null {
  try {
    const { centre, length, width, tilt } = measureForm(form);
    if (!(length > 0)) return null;
    const { shape, transform } = form;
    return { name, shape, transform, centre, length, width, tilt: length > LONGER * width ? tilt : null };
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
