import type { Point } from '../geometry/point.ts';
import type { Id, SheetThing, Thing } from '../page/things.ts';
import { balanceOf, isOver, type Balance } from './balance.ts';
import { gapsClosing } from './closed-gaps.ts';
import { outlined, outlinesOf, roomOf } from './outlines.ts';
import { touchesAmong } from './touches.ts';

/** What lights up while a part of a drawing is moved; page millimetres. */
export interface Lit {
  /** Where outlines nearly touch, of what is moved. */
  readonly touches: readonly (readonly Point[])[];
  /** Gaps that the move has closed, as they were. */
  readonly closed: readonly (readonly Point[])[];
  /** Where the weight lies, where it was over what it stands on and no longer is. */
  readonly fallen: Balance | null;
}

/** Landmarks and the ground are read of the page: the few that are moved lie where they are now. */
function withMoved(things: ReadonlyMap<Id, Thing>, moved: readonly SheetThing[]): ReadonlyMap<Id, Thing> {
  const now = new Map(things);
  for (const thing of moved) now.set(thing.id, thing);
  return now;
}

/**
 * Looks at a drawing while some of it is moved: what nearly touched, was closed or had fallen before is not
 * lit, since that is as it was.
 * @param things as they stand before the move
 * @returns what says of moved things, as they lie just now, what lights up
 */
export function lightsOver(things: ReadonlyMap<Id, Thing>): (moved: readonly SheetThing[]) => Lit {
  const before = outlinesOf(things);
  const room = roomOf(before);
  const height = room ? room.maxY - room.minY : 0;
  const touched = new Set(
    touchesAmong(before, height).map(({ about: [a, b] }) => [a.id, b.id].sort().join(' ')),
  );
  const stood = room ? balanceOf(things, before, room) : null;
  const closing = room ? gapsClosing(before, room) : null;
  const known = new Set(before.map(({ form }) => form.id));
  return (moved) => {
    const ids = new Set(moved.map(({ id }) => id));
    const now = new Map(
      moved.flatMap((thing) => {
        const one = thing.type === 'form' ? outlined(thing) : null;
        return one ? [[thing.id, one] as const] : [];
      }),
    );
    const after = [
      ...before.flatMap((one) => (ids.has(one.form.id) ? (now.get(one.form.id) ?? []) : one)),
      ...[...now.values()].filter(({ form }) => !known.has(form.id)),
    ];
    const own = roomOf(after);
    if (!own || !closing) return { touches: [], closed: [], fallen: null };
    // What is only being drawn leaves its balance open.
    const isMade = moved.some(({ id }) => !things.has(id));
    const stands = stood !== null && !isMade && isOver(stood);
    const balance = stands ? balanceOf(withMoved(things, moved), after, own) : null;
    return {
      touches: touchesAmong(after, height, ids)
        .filter(({ about: [a, b] }) => !touched.has([a.id, b.id].sort().join(' ')))
        .map(({ along }) => along),
      closed: closing(after),
      fallen: balance && !isOver(balance) ? balance : null,
    };
  };
}
