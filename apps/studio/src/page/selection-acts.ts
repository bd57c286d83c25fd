import { generateKeyBetween } from 'fractional-indexing';
import {
  about,
  compose,
  IDENTITY,
  invert,
  reflection,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
  type Box,
  type Point,
} from '@deft/core/geometry';
import {
  movedBy,
  onSheet,
  sheetsOf,
  thingsOfType,
  warpedBy,
  type Change,
  type Id,
  type Sheet,
  type SheetKind,
  type SheetThing,
  type Thing,
} from '@deft/core/page';
import { otherSide } from '@deft/core/subjects';
import { newId } from '../data/new-id';
import { orderOnTop } from './place-on';
import type { Scene } from './scene';

type Things = ReadonlyMap<Id, Thing>;
type Ids = ReadonlySet<Id>;

/** How far a copy lies from what it was made of, millimetres. */
const ASIDE = 6;

/** The picked things that are still there, from the lowest up. */
export const picked = (things: Things, ids: Ids): SheetThing[] =>
  [...ids]
    .map((id) => things.get(id))
    .filter((thing): thing is SheetThing => thing !== undefined && onSheet(thing));

function eachSet(
  things: Things,
  ids: Ids,
  patchOf: (thing: SheetThing) => ReturnType<typeof movedBy>,
): Change {
  return {
    set: picked(things, ids).flatMap((thing) => {
      const to = patchOf(thing);
      return to ? [{ id: thing.id, to }] : [];
    }),
  };
}

export const moving = (things: Things, ids: Ids, by: Affine): Change =>
  eachSet(things, ids, (thing) => movedBy(thing, by));
export const warping = (things: Things, ids: Ids, map: (p: Point) => Point): Change =>
  eachSet(things, ids, (thing) => warpedBy(thing, map));
export const removing = (ids: Ids): Change => ({ remove: [...ids] });

const middleOf = (room: Box): Point => ({ x: (room.minX + room.maxX) / 2, y: (room.minY + room.maxY) / 2 });

/** Turned over about the upright or the level line through the middle of its room. */
export const flipOver = (room: Box, which: 'left to right' | 'top to bottom'): Affine =>
  about(middleOf(room), which === 'left to right' ? scaling(-1, 1) : scaling(1, -1));

/**
 * What typed numbers do: moved by millimetres, scaled by a factor, turned by degrees counter-clockwise about
 * the middle.
 */
export function byNumbers(
  room: Box,
  { x, y, scale, turn }: { x: number; y: number; scale: number; turn: number },
): Affine {
  return compose(translation(x, y), about(middleOf(room), compose(rotation(turn), scaling(scale))));
}

/** The same things anew, moved by a transform, on a sheet of their own or each on its own sheet. */
function cloned(things: Things, scene: Scene, ids: Ids, by: Affine, sheet: Id | null): SheetThing[] {
  const tops = new Map<Id, string>();
  const all = picked(things, ids);
  const nextOn = (on: Id): string => {
    const top = tops.get(on);
    const order = top === undefined ? orderOnTop(scene, on) : generateKeyBetween(top, null);
    tops.set(on, order);
    return order;
  };
  const anew = new Map(all.map(({ id }) => [id, newId()]));
  return all.map((thing) => {
    const on = sheet ?? thing.sheet;
    const made = { ...thing, ...movedBy(thing, by), id: anew.get(thing.id), sheet: on } as SheetThing;
    // What hangs on something hangs on the copy of that, where it was copied along.
    if (made.type === 'form' && made.joint) {
      const parent = anew.get(made.joint.on);
      return { ...made, order: nextOn(on), joint: parent ? { ...made.joint, on: parent } : null };
    }
    return 'order' in made ? { ...made, order: nextOn(on) } : made;
  });
}

/** Copies a little aside. */
export const copying = (things: Things, scene: Scene, ids: Ids): Change => ({
  add: cloned(things, scene, ids, translation(ASIDE, ASIDE), null),
});

/** A left part or place is the right one on the other side. */
function onOtherSide(thing: SheetThing): SheetThing {
  if (thing.type === 'form' && thing.part) return { ...thing, part: otherSide(thing.part) };
  if (thing.type === 'landmark' && thing.name) return { ...thing, name: otherSide(thing.name) };
  return thing;
}

/** Copies on the other side of an axis: half a drawing made whole. */
export const mirroring = (
  things: Things,
  scene: Scene,
  ids: Ids,
  axis: { from: Point; to: Point },
): Change => ({
  add: cloned(things, scene, ids, reflection(axis.from, axis.to), null).map(onOtherSide),
});

/** A new sheet on top, just above a given one, or lowest of all where that is null. */
export function newSheet(things: Things, kind: SheetKind, name: string, above?: Id | null): Sheet {
  const sheets = sheetsOf(things);
  const at = above === undefined ? sheets.length - 1 : sheets.findIndex(({ id }) => id === above);
  const taken = new Set(sheets.map((sheet) => sheet.name));
  let own = name;
  for (let n = 2; taken.has(own); n += 1) own = `${name} ${n}`;
  return {
    type: 'sheet',
    id: newId(),
    kind,
    name: own,
    order: generateKeyBetween(sheets[at]?.order ?? null, sheets[at + 1]?.order ?? null),
    opacity: 1,
    hidden: false,
    locked: false,
  };
}

function kindFor(moved: readonly SheetThing[]): SheetKind {
  if (moved.some(({ type }) => type === 'stroke' || type === 'note')) return 'ink';
  if (moved.some(({ type }) => type === 'mass')) return 'tone';
  return moved.some(({ type }) => type === 'placement') ? 'picture' : 'forms';
}

/** Cuts or copies picked things onto a new sheet on top. @returns the change and the sheet */
export function ontoNewSheet(
  things: Things,
  scene: Scene,
  ids: Ids,
  how: 'cut' | 'copy',
): { change: Change; sheet: Id } {
  const kind = kindFor(picked(things, ids));
  const sheet = newSheet(things, kind, how === 'cut' ? 'Cut out' : 'Copy');
  const change: Change =
    how === 'copy'
      ? { add: [sheet, ...cloned(things, scene, ids, IDENTITY, sheet.id)] }
      : { add: [sheet], set: [...ids].map((id) => ({ id, to: { sheet: sheet.id } })) };
  return { change, sheet: sheet.id };
}

/** The pictures of a page, the topmost first, of which a loop can cut a piece. */
const picturesUnder = (things: Things, loop: readonly Point[]): Extract<Thing, { type: 'placement' }>[] => {
  const centre = loop.reduce((sum, p) => ({ x: sum.x + p.x / loop.length, y: sum.y + p.y / loop.length }), {
    x: 0,
    y: 0,
  });
  return thingsOfType(things, 'placement')
    .filter((placement) => {
      const p = transformPoint(invert(placement.transform), centre);
      return p.x >= 0 && p.y >= 0 && !placement.mesh;
    })
    .reverse();
};

/**
 * A piece cut from the picture under a loop, laid on a sheet for pieces just where it was; null where no
 * picture lies there.
 */
export function cuttingPiece(
  things: Things,
  scene: Scene,
  loop: readonly Point[],
): { change: Change; piece: Id } | null {
  const source = loop.length >= 3 ? picturesUnder(things, loop)[0] : undefined;
  if (!source) return null;
  const back = invert(source.transform);
  return pieceOf(things, scene, {
    reference: source.reference,
    revision: source.revision,
    clip: loop.map((p) => transformPoint(back, p)),
    transform: source.transform,
  });
}

/** Lays a piece of a reference on the page's sheet for pieces, which is made where there is none. */
export function pieceOf(
  things: Things,
  scene: Scene,
  piece: { reference: Id; revision: number; clip: readonly Point[]; transform: Affine },
): { change: Change; piece: Id } {
  const pieces = sheetsOf(things)
    .filter((sheet) => sheet.kind === 'picture' && !sheet.locked)
    .at(-1);
  const lowest = sheetsOf(things)
    .filter(({ kind }) => kind === 'picture')
    .at(-1);
  const sheet = pieces ?? newSheet(things, 'picture', 'Pieces', lowest?.id ?? null);
  const id = newId();
  const add: Thing[] = [
    ...(pieces ? [] : [sheet]),
    { type: 'placement', id, sheet: sheet.id, order: orderOnTop(scene, sheet.id), ...piece },
  ];
  return {
    change: { add, ...(pieces?.hidden ? { set: [{ id: pieces.id, to: { hidden: false } }] } : {}) },
    piece: id,
  };
}
