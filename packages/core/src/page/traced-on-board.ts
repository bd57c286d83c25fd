import { invert, scaleOf, type Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { boxOf, overlaps } from '../geometry/box.ts';
import { isInside } from '../geometry/polygon.ts';
import { drawnForms, thingsOfType } from './contents.ts';
import { formOutline } from './form-geometry.ts';
import { pieceOutline } from './mesh.ts';
import { movedBy } from './move-thing.ts';
import type { Form, Id, Landmark, Placement, Thing } from './things.ts';

export type Traced = Form | Landmark;

/** A picture of a board with what was traced over it. */
export interface TracedPicture {
  readonly placement: Placement;
  /** In the pixels of the picture as the placement shows it; forms from the lowest up, then landmarks. */
  readonly traced: readonly Traced[];
}

const pointsOf = (thing: Traced): readonly Point[] =>
  thing.type === 'form' ? formOutline(thing) : [thing.at];

/**
 * On which picture each form and set landmark of a board lies: the one that holds most of its outline, of
 * several the topmost; one that is hidden only where no other holds any. What lies on none is left out. A
 * bent picture takes none.
 */
export function pictureUnder(things: ReadonlyMap<Id, Thing>): Map<Id, Id> {
  const pictures = thingsOfType(things, 'placement')
    .filter(({ mesh }) => !mesh)
    .reverse()
    .sort((p, q) => Number(p.hidden ?? false) - Number(q.hidden ?? false))
    .map((placement) => {
      const outline = pieceOutline(placement) ?? [];
      return { placement, outline, room: boxOf(outline) };
    });
  const landmarks = thingsOfType(things, 'landmark').filter(({ state }) => state === 'set');
  const under = new Map<Id, Id>();
  for (const thing of [...drawnForms(things), ...landmarks]) {
    let [best, most] = [null as Id | null, 0];
    const points = pointsOf(thing);
    const own = boxOf(points);
    for (const { placement, outline, room } of pictures) {
      if (placement.hidden && best !== null) break;
      if (!own || !room || !overlaps(own, room)) continue;
      const held = points.filter((p) => isInside(outline, p)).length;
      if (held > most) [best, most] = [placement.id, held];
    }
    if (best !== null) under.set(thing.id, best);
  }
  return under;
}

/** A thing with all that is measured in lengths carried along: a landmark's spread too. */
function carried(thing: Traced, by: Affine): Traced {
  const moved = { ...thing, ...movedBy(thing, by) } as Traced;
  return moved.type === 'landmark' ? { ...moved, spread: moved.spread * scaleOf(by) } : moved;
}

/**
 * A board's pictures, each with what was traced over it; pictures with nothing on them are left out. A form
 * that hangs on one of another picture hangs on nothing.
 */
export function tracedOnBoard(things: ReadonlyMap<Id, Thing>): TracedPicture[] {
  const under = pictureUnder(things);
  return thingsOfType(things, 'placement').flatMap((placement): TracedPicture[] => {
    const on = [...under].filter(([, picture]) => picture === placement.id).map(([id]) => id);
    if (on.length === 0) return [];
    const toPicture = invert(placement.transform);
    const traced = on.map((id) => {
      const thing = carried(things.get(id) as Traced, toPicture);
      const hangsElsewhere = thing.type === 'form' && thing.joint && !on.includes(thing.joint.on);
      return hangsElsewhere ? { ...thing, joint: null } : thing;
    });
    return [{ placement, traced }];
  });
}

/** The same, laid on another page: from a picture's pixels to its millimetres. */
export const laidFrom = (thing: Traced, by: Affine, sheet: Id): Traced => ({
  ...carried(thing, by),
  sheet,
});

/** With some pictures of a board also what was traced over them, which goes where they go. */
export function withTraced(things: ReadonlyMap<Id, Thing>, ids: ReadonlySet<Id>): ReadonlySet<Id> {
  if (![...ids].some((id) => things.get(id)?.type === 'placement')) return ids;
  const along = [...pictureUnder(things)].filter(([, picture]) => ids.has(picture)).map(([id]) => id);
  return new Set([...ids, ...along]);
}
