import { boxOf, isInside, isWithin, unionOf, type Box, type Point } from '@deft/core/geometry';
import {
  massArea,
  pickPoints,
  sheetsOf,
  type Id,
  type Sheet,
  type SheetThing,
  type Thing,
} from '@deft/core/page';
import { formAt } from './form-handles';
import type { Scene } from './scene';
import { strokeTouches } from './stroke-points';

type Things = ReadonlyMap<Id, Thing>;

/** Share of a thing's points that must lie in a loop for it to be picked. */
const SHARE = 0.5;

/**
 * Whether something may be picked up: the whole reference behind a trace, guides and the rubber's own strokes
 * may not.
 */
const mayBePicked = (thing: SheetThing): boolean =>
  thing.type !== 'guide' && thing.type !== 'axis' && !(thing.type === 'placement' && !thing.clip);

interface Search {
  readonly scene: Scene;
  readonly things: Things;
  /** Only what lies on this sheet; on every sheet where null. */
  readonly sheet: Id | null;
}

const sheetsIn = ({ things, sheet }: Search): Sheet[] =>
  sheetsOf(things).filter(({ id, hidden }) => !hidden && (sheet === null || id === sheet));

export interface Picked {
  readonly ids: ReadonlySet<Id>;
  /** Sheets that hold something in the loop but are locked. */
  readonly locked: readonly Sheet[];
}

/** What lies in a loop for the most part. */
export function pickInLoop(search: Search, loop: readonly Point[]): Picked {
  const ids = new Set<Id>();
  const locked: Sheet[] = [];
  const room = boxOf(loop);
  if (!room || loop.length < 3) return { ids, locked };
  for (const sheet of sheetsIn(search)) {
    const held = search.scene.search(sheet.id, room).filter((thing) => {
      if (!mayBePicked(thing)) return false;
      const points = pickPoints(thing);
      return points.length > 0 && points.filter((p) => isInside(loop, p)).length > SHARE * points.length;
    });
    if (sheet.locked && held.length > 0) locked.push(sheet);
    else for (const { id } of held) ids.add(id);
  }
  return { ids, locked };
}

/**
 * The thing at a place: the smallest form that holds it, else a note, a piece or a stroke, from the topmost
 * sheet down.
 */
export function pickAt(search: Search, at: Point, reach: number): SheetThing | null {
  const around = { minX: at.x - reach, minY: at.y - reach, maxX: at.x + reach, maxY: at.y + reach };
  const near = sheetsIn(search)
    .filter(({ locked }) => !locked)
    .reverse()
    .flatMap(({ id }) => search.scene.search(id, around).filter(mayBePicked).reverse());
  const form = formAt(
    near.filter((thing) => thing.type === 'form'),
    at,
    reach,
  );
  return (
    form ??
    near.find((thing) => {
      if (thing.type === 'stroke') return thing.pen !== 'rubber' && strokeTouches(thing, at.x, at.y, reach);
      if (thing.type === 'landmark') return Math.hypot(thing.at.x - at.x, thing.at.y - at.y) < reach;
      if (thing.type === 'mass') return isWithin(massArea(thing), at);
      return thing.type === 'note' || (thing.type === 'placement' && isInside(pickPoints(thing), at));
    }) ??
    null
  );
}

/** The room that picked things take together, page millimetres. */
export function roomOf(scene: Scene, ids: Iterable<Id>): Box | null {
  let room: Box | null = null;
  for (const id of ids) room = unionOf(room, scene.boxOf(id));
  return room;
}
