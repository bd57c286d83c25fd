import { drawnForms, isShown, thingsOfType } from './contents.ts';
import { MASS_VALUES, type Id, type Thing } from './things.ts';

/** How much there is on a page of what can be counted. */
export interface Counted {
  /** Forms of the drawing, on sheets that are shown. */
  readonly forms: number;
  /** Different values that something is filled with. */
  readonly values: number;
}

/** Counts what stands on a page; what is hidden does not count. */
export function countedOn(things: ReadonlyMap<Id, Thing>): Counted {
  const shown = (thing: { readonly sheet: Id }): boolean => isShown(things, thing);
  const filled = new Set(
    thingsOfType(things, 'mass')
      .filter(shown)
      .map(({ value }) => value),
  );
  return {
    forms: drawnForms(things).filter(shown).length,
    values: MASS_VALUES.filter((value) => filled.has(value)).length,
  };
}
