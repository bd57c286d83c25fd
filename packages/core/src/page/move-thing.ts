import type { ShapeOf } from '../forms/shape.ts';
import {
  compose,
  IDENTITY,
  invert,
  scaleOf,
  transformPoint,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import { boxOf, longerSide } from '../geometry/box.ts';
import { middle, type Point } from '../geometry/point.ts';
import { refined, thinned } from '../geometry/polygon.ts';
import { formOutline } from './form-geometry.ts';
import { massArea } from './mass-area.ts';
import { flatMesh } from './mesh.ts';
import { encodeStroke } from './stroke-code.ts';
import { strokePoints } from './stroke-outline.ts';
import type { Form, Patch, SheetThing } from './things.ts';

/** How far a bent outline may run from the true one, millimetres. */
const OUTLINE_TOLERANCE = 0.04;

/** What changes of a thing that is moved, turned, scaled or flipped; null for what stays where it is. */
export function movedBy(thing: SheetThing, by: Affine): Patch | null {
  switch (thing.type) {
    case 'stroke':
    case 'mass':
      return { transform: compose(by, thing.transform ?? IDENTITY) };
    case 'form':
    case 'note':
    case 'placement':
      return { transform: compose(by, thing.transform) };
    case 'landmark':
      return { at: transformPoint(by, thing.at) };
    case 'axis':
      return { from: transformPoint(by, thing.from), to: transformPoint(by, thing.to) };
    case 'guide':
      return null;
  }
}

/** A line whose ends, and what it passes in between, go where they are bent to. */
function warpedLine(
  { points }: ShapeOf<'line'>,
  transform: Affine,
  map: (p: Point) => Point,
): ShapeOf<'line'> {
  const [from, to] = [points[0], points.at(-1) as Point];
  const by = points.length === 3 ? points[1] : middle(from, to);
  const there = (p: Point): Point => map(transformPoint(transform, p));
  return { kind: 'line', points: [there(from), there(by), there(to)] };
}

/** Where a bent form's joint lies, which has been its own place and is now the page's; nothing of none. */
const warpedJoint = ({ joint, transform }: Form, map: (p: Point) => Point): Pick<Form, 'joint'> =>
  joint ? { joint: { ...joint, at: map(transformPoint(transform, joint.at)) } } : {};

/**
 * What changes of a thing that is distorted or bent. Strokes keep their times and pressures; a form
 * keeps its name and becomes an outline; a piece of a picture gets a mesh.
 * @param map from page to page, millimetres
 * @returns null for what stays where it is
 */
export function warpedBy(thing: SheetThing, map: (p: Point) => Point): Patch | null {
  switch (thing.type) {
    case 'stroke':
      return {
        points: encodeStroke(strokePoints(thing).map((p) => ({ ...p, ...map(p) }))),
        transform: IDENTITY,
      };
    case 'mass': {
      const box = boxOf(massArea(thing).flat());
      const step = box ? longerSide(box) / 60 : 1;
      const bent = (outline: readonly Point[]): Point[] =>
        thinned(refined(outline, step).map(map), OUTLINE_TOLERANCE);
      return { area: massArea(thing).map(bent), transform: IDENTITY };
    }
    case 'form': {
      const own = { transform: IDENTITY, ...warpedJoint(thing, map) };
      if (thing.shape.kind === 'line')
        return { shape: warpedLine(thing.shape, thing.transform, map), ...own };
      const outline = formOutline(thing);
      const box = boxOf(outline);
      const corners = thinned(refined(outline, box ? longerSide(box) / 60 : 1).map(map), OUTLINE_TOLERANCE);
      return { shape: { kind: 'outline', corners }, ...own };
    }
    case 'note': {
      const { transform } = thing;
      const to = map({ x: transform[4], y: transform[5] });
      return { transform: compose(translation(to.x - transform[4], to.y - transform[5]), transform) };
    }
    case 'placement': {
      const box = thing.clip ? boxOf(thing.clip) : null;
      if (!box || !(scaleOf(thing.transform) > 0)) return null;
      const mesh = thing.mesh ?? flatMesh(box);
      const back = invert(thing.transform);
      return {
        mesh: {
          ...mesh,
          points: mesh.points.map((p) => transformPoint(back, map(transformPoint(thing.transform, p)))),
        },
      };
    }
    case 'landmark':
      return { at: map(thing.at) };
    case 'axis':
      return { from: map(thing.from), to: map(thing.to) };
    case 'guide':
      return null;
  }
}
