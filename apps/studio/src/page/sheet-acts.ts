import { generateKeyBetween } from 'fractional-indexing';
import { sheetsOf, type Change, type Id, type Sheet, type SheetKind, type Thing } from '@deft/core/page';
import { newSheet } from './selection-acts';

type Things = ReadonlyMap<Id, Thing>;

/** How faint what lies under a fresh sheet becomes. */
const FAINT = 0.35;

/** A new ink sheet over the faded ones, in one act. */
export function refiningOver(things: Things): { change: Change; sheet: Id } {
  const sheet = newSheet(things, 'ink', 'Ink');
  const drawn = sheetsOf(things).filter(({ kind, hidden }) => kind !== 'picture' && !hidden);
  return {
    sheet: sheet.id,
    change: {
      add: [sheet],
      set: drawn.map(({ id, opacity }) => ({ id, to: { opacity: Math.min(opacity, FAINT) } })),
    },
  };
}

/** A new sheet above the current one; one for tone multiplies, as shade laid over ink does. */
export function addingSheet(
  things: Things,
  kind: SheetKind,
  above: Id | null,
): { change: Change; sheet: Id } {
  const sheet = {
    ...newSheet(things, kind, kind === 'tone' ? 'Tone' : 'Ink', above ?? undefined),
    multiply: kind === 'tone',
  };
  return { sheet: sheet.id, change: { add: [sheet] } };
}

/** One place up or down in the stack; nothing where there is no such place. */
export function reordering(things: Things, id: Id, by: 1 | -1): Change | null {
  const sheets = sheetsOf(things);
  const at = sheets.findIndex((sheet) => sheet.id === id);
  const to = at + by;
  if (at < 0 || !sheets[to]) return null;
  const [below, above] = by > 0 ? [sheets[to], sheets[to + 1]] : [sheets[to - 1], sheets[to]];
  return { set: [{ id, to: { order: generateKeyBetween(below?.order ?? null, above?.order ?? null) } }] };
}

/** What hiding, fading or locking a sheet does to all of its group. */
export function settingGroup(
  things: Things,
  sheet: Sheet,
  to: Partial<Pick<Sheet, 'hidden' | 'locked' | 'opacity'>>,
): Change {
  const all = sheet.group ? sheetsOf(things).filter(({ group }) => group === sheet.group) : [sheet];
  return { set: all.map(({ id }) => ({ id, to })) };
}

/** Takes a sheet away with all that lies on it. */
export function removingSheet(things: Things, id: Id): Change {
  return {
    remove: [
      id,
      ...[...things.values()]
        .filter((thing) => 'sheet' in thing && thing.sheet === id)
        .map((thing) => thing.id),
    ],
  };
}

/** What one act hides or shows together. */
export const PARTS = {
  picture: ['picture'],
  construction: ['forms', 'guides'],
  drawing: ['ink', 'tone'],
} as const satisfies Record<string, readonly SheetKind[]>;
export type PartName = keyof typeof PARTS;

/** Whether all sheets of a part are hidden; null where the page has none. */
export function partHidden(things: Things, part: PartName): boolean | null {
  const own = sheetsOf(things).filter(({ kind }) => (PARTS[part] as readonly SheetKind[]).includes(kind));
  return own.length === 0 ? null : own.every(({ hidden }) => hidden);
}

export function hidingPart(things: Things, part: PartName): Change {
  const hidden = !partHidden(things, part);
  return {
    set: sheetsOf(things)
      .filter(({ kind }) => (PARTS[part] as readonly SheetKind[]).includes(kind))
      .map(({ id }) => ({ id, to: { hidden } })),
  };
}
