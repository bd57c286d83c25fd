import { boxOf, unionOf, type Box } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { pickPoints, thingBox } from './thing-box.ts';
import type { Id, SheetThing, Thing } from './things.ts';

/** A part of a page that belongs to one attempt: an outline in millimetres; null for the whole page. */
export type Region = readonly Point[] | null;

type Things = ReadonlyMap<Id, Thing>;

/**
 * A thing belongs to the region that most of its points lie in. Guides, axes and whole pictures belong to
 * every one.
 */
function belongs(thing: SheetThing, outline: readonly Point[]): boolean {
  const points = pickPoints(thing);
  return points.length === 0 || points.filter((p) => isInside(outline, p)).length * 2 > points.length;
}

/** What of a page belongs to a region: the paper, the sheets, and the things that lie in it. */
export function withinRegion(things: Things, region: Region): Things {
  if (!region) return things;
  return new Map([...things].filter(([, thing]) => !('sheet' in thing) || belongs(thing, region)));
}

/** How a drawing stands in its cell. */
export interface CellExtent {
  /** The drawing's height and width as shares of its cell's. */
  readonly height: number;
  readonly width: number;
  /** Some of it lies beyond the cell's edge. */
  readonly over: boolean;
}

/**
 * How what was drawn stands in its cell; null where nothing was. The rubber and what only helps to construct
 * do not count.
 */
export function extentInCell(things: Things, cell: readonly Point[]): CellExtent | null {
  const room = boxOf(cell);
  let drawn: Box | null = null;
  for (const thing of withinRegion(things, cell).values()) {
    if (thing.type === 'form' || thing.type === 'mass' || (thing.type === 'stroke' && thing.pen !== 'rubber'))
      drawn = unionOf(drawn, thingBox(thing));
  }
  if (!room || !drawn) return null;
  return {
    height: (drawn.maxY - drawn.minY) / (room.maxY - room.minY),
    width: (drawn.maxX - drawn.minX) / (room.maxX - room.minX),
    over:
      drawn.minX < room.minX || drawn.minY < room.minY || drawn.maxX > room.maxX || drawn.maxY > room.maxY,
  };
}
