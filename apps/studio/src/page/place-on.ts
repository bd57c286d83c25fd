import { generateKeyBetween } from 'fractional-indexing';
import { sheetsOf, type Change, type Id, type SheetKind, type Thing } from '@deft/core/page';
import type { Scene } from './scene';

type Things = ReadonlyMap<Id, Thing>;

/** Why something cannot be done just now, and what would let it go on; null where nothing would. */
export interface Obstacle {
  readonly sentence: string;
  readonly goOn: { readonly label: string; readonly change: Change } | null;
}

/** What is said where the browser itself would not keep a change. */
export const NOT_WRITTEN: Obstacle = {
  sentence: 'This browser would not write that down. Reload the page before you go on.',
  goOn: null,
};

/** The sheet that takes what a hand makes: the chosen one where its kind fits, else the topmost that does. */
export function sheetFor(things: Things, kinds: readonly SheetKind[], chosen: Id | null = null): Id | null {
  const fitting = sheetsOf(things).filter((sheet) => kinds.includes(sheet.kind));
  const sheet =
    fitting.find(({ id }) => id === chosen) ??
    fitting.filter(({ kind }) => kind === kinds[0]).at(-1) ??
    fitting.at(-1);
  return sheet?.id ?? null;
}

/** The stacking key above everything that a sheet has had. */
export const orderOnTop = (scene: Pick<Scene, 'top'>, sheet: Id): string =>
  generateKeyBetween(scene.top(sheet), null);

/** Why a sheet takes nothing just now; null where it does. */
export function whyNot(things: Things, id: Id | null): Obstacle | null {
  if (things.size === 0) return { sentence: 'The page has not come yet. Try again in a moment.', goOn: null };
  const sheet = id ? things.get(id) : undefined;
  if (!id || sheet?.type !== 'sheet') return { sentence: 'This page has no sheet for that.', goOn: null };
  if (!sheet.locked && !sheet.hidden) return null;
  const state = [sheet.locked ? 'locked' : '', sheet.hidden ? 'hidden' : ''].filter(Boolean).join(' and ');
  const label = [sheet.locked ? 'Unlock' : '', sheet.hidden ? 'Show' : '']
    .filter(Boolean)
    .join(' and ')
    .replace('and Show', 'and show');
  return {
    sentence: `The sheet “${sheet.name}” is ${state}.`,
    goOn: { label: `${label} it and go on`, change: { set: [{ id, to: { locked: false, hidden: false } }] } },
  };
}
