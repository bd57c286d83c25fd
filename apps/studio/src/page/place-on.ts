import { generateKeyBetween } from 'fractional-indexing';
import { sheetsOf, thingsOfType, type Id, type SheetKind, type Thing } from '@deft/core';

type Things = ReadonlyMap<Id, Thing>;

/** The sheet that takes what a hand makes: the chosen one where its kind fits, else the topmost that does. */
export function sheetFor(things: Things, kind: SheetKind, chosen: Id | null = null): Id | null {
  const fitting = sheetsOf(things).filter((sheet) => sheet.kind === kind);
  const sheet = fitting.find(({ id }) => id === chosen) ?? fitting.at(-1);
  return sheet?.id ?? null;
}

/** The stacking key above everything of one type on a sheet. */
export function orderOnTop(things: Things, type: 'stroke' | 'form', sheet: Id): string {
  const top = thingsOfType(things, type).filter((thing) => thing.sheet === sheet).at(-1);
  return generateKeyBetween(top?.order ?? null, null);
}

/** Why a sheet takes nothing just now, as a sentence; null where it does. */
export function whyNot(things: Things, id: Id | null): string | null {
  const sheet = id ? things.get(id) : undefined;
  if (sheet?.type !== 'sheet') return 'This page has no sheet for that yet.';
  if (sheet.locked) return `The sheet “${sheet.name}” is locked.`;
  if (sheet.hidden) return `The sheet “${sheet.name}” is hidden.`;
  return null;
}
