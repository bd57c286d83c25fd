import { boxOf, grow, type Box } from '../geometry/box.ts';
import { formOutline } from './form-geometry.ts';
import { massArea } from './mass-area.ts';
import { pieceOutline } from './mesh.ts';
import { NOTE_LINE, noteCorners } from './note-geometry.ts';
import { strokePoints, strokeReach } from './stroke-outline.ts';
import type { StrokePoint } from './stroke-code.ts';
import type { SheetThing, Stroke } from './things.ts';

/** A guide or an axis may be seen anywhere. */
const EVERYWHERE: Box = { minX: -1e6, minY: -1e6, maxX: 1e6, maxY: 1e6 };

/**
 * The room a thing takes on the page, millimetres, without what lines of a constant width on the
 * screen add to it; null for what has no place.
 * @param points gives a stroke's points where they are unpacked already
 */
export function thingBox(
  thing: SheetThing,
  points: (stroke: Stroke) => readonly StrokePoint[] = strokePoints,
): Box | null {
  switch (thing.type) {
    case 'stroke': {
      const box = boxOf(points(thing));
      return box && grow(box, strokeReach(thing));
    }
    case 'form':
      return boxOf(formOutline(thing));
    case 'mass':
      return boxOf(massArea(thing).flat());
    case 'note': {
      const box = boxOf(noteCorners(thing));
      return box && grow(box, NOTE_LINE * 2);
    }
    case 'landmark':
      return thing.state === 'set' ? boxOf([thing.at]) : null;
    case 'placement': {
      if (thing.hidden) return null;
      const outline = pieceOutline(thing);
      return outline ? boxOf(outline) : EVERYWHERE;
    }
    case 'guide':
    case 'axis':
      return EVERYWHERE;
  }
}

/**
 * The points of a thing by which it is picked, millimetres: those that lie in a loop are counted. Empty for
 * what a loop cannot pick: guides, the axis, whole pictures, landmarks that are not set.
 */
export function pickPoints(thing: SheetThing): { x: number; y: number }[] {
  switch (thing.type) {
    case 'stroke':
      return strokePoints(thing);
    case 'form':
      return formOutline(thing);
    case 'mass':
      return massArea(thing).flat();
    case 'note':
      return noteCorners(thing);
    case 'landmark':
      return thing.state === 'set' ? [thing.at] : [];
    case 'placement':
      return thing.hidden ? [] : (pieceOutline(thing) ?? []);
    case 'guide':
    case 'axis':
      return [];
  }
}
