import {
  allOf,
  areaSize,
  areaWithin,
  cutFrom,
  distance,
  IDENTITY,
  joined,
  shared,
  type Area,
  type Point,
} from '@deft/core/geometry';
import { isOpen } from '@deft/core/forms';
import {
  drawnForms,
  formOutline,
  isShown,
  MASS_VALUES,
  massArea,
  sheetsOf,
  thingsOfType,
  type Change,
  type Form,
  type Id,
  type Mass,
  type MassValue,
  type Patch,
  type Sheet,
  type SheetThing,
  type Thing,
} from '@deft/core/page';
import { newId } from '../data/new-id';
import { orderOnTop, sheetFor } from './place-on';
import type { Scene } from './scene';
import { newSheet } from './selection-acts';
import { pointsOf } from './stroke-points';

type Things = ReadonlyMap<Id, Thing>;
type Top = Pick<Scene, 'top'>;

/** How far the ends of a line may be apart for it to close, as a share of its length. */
const CLOSES = 0.2;

/** The sheet that masses are laid on: the chosen one where it is for tone, else the topmost of these. */
export const massSheet = (things: Things, chosen: Id | null): Id | null => sheetFor(things, ['tone'], chosen);

/** A sheet for tone just over the pictures, under all that is drawn. */
function newToneSheet(things: Things, name = 'Tone'): Sheet {
  const picture = sheetsOf(things)
    .filter(({ kind }) => kind === 'picture')
    .at(-1);
  return newSheet(things, 'tone', name, picture?.id ?? null);
}

const touches = (a: Area, b: Area): boolean => areaSize(shared(a, b)) > 0;
const laid = (area: Area): Patch => ({ area, transform: IDENTITY });

const BLOCK_IN = 'Block-in';
/** What a block-in is called once something of it was done by hand, so that no other takes its place. */
const BY_HAND = 'Block-in, by hand';

/** The sheet that forms were blocked in on; null where none were, or where it was worked on by hand since. */
export const blockInSheet = (things: Things): Sheet | null =>
  sheetsOf(things).find(({ kind, name }) => kind === 'tone' && name === BLOCK_IN) ?? null;

/** What says of sheets of which something was done by hand that they are no mere block-in any more. */
export function workedOn(things: Things, sheets: readonly Id[]): NonNullable<Change['set']> {
  const block = blockInSheet(things);
  return block && sheets.includes(block.id) ? [{ id: block.id, to: { name: BY_HAND } }] : [];
}

/** What is left of masses out of which an area is cut; only those that it touches change. */
function lessen(masses: readonly Mass[], area: Area): Required<Pick<Change, 'set' | 'remove'>> {
  const set: { id: Id; to: Patch }[] = [];
  const remove: Id[] = [];
  for (const mass of masses) {
    const own = massArea(mass);
    if (!touches(own, area)) continue;
    const left = cutFrom(own, area);
    if (left.length === 0) remove.push(mass.id);
    else set.push({ id: mass.id, to: laid(left) });
  }
  return { set, remove };
}

/**
 * Fills an area with a value: it is added to what it touches of that value on its sheet and taken from what
 * it touches of others, so that each place has one. Null where nothing is enclosed.
 * @param chosen the sheet in hand; a sheet for tone is made where there is none
 */
export function filling(
  things: Things,
  scene: Top,
  chosen: Id | null,
  area: Area,
  value: MassValue,
): Change | null {
  if (area.length === 0) return null;
  const found = massSheet(things, chosen);
  const made = found ? null : newToneSheet(things);
  const sheet = found ?? (made as Sheet).id;
  const masses = thingsOfType(things, 'mass').filter((mass) => mass.sheet === sheet);
  const own = masses.filter((mass) => mass.value === value && touches(massArea(mass), area));
  const { set, remove } = lessen(
    masses.filter((mass) => mass.value !== value),
    area,
  );
  const [first, ...more] = own;
  const whole = own.reduce((sum, mass) => joined(sum, massArea(mass)), area);
  const mass: Mass = {
    type: 'mass',
    id: newId(),
    sheet,
    order: orderOnTop(scene, sheet),
    area: whole,
    value,
  };
  return {
    add: [...(made ? [made] : []), ...(first ? [] : [mass])],
    set: [...workedOn(things, [sheet]), ...set, ...(first ? [{ id: first.id, to: laid(whole) }] : [])],
    remove: [...remove, ...more.map(({ id }) => id)],
  };
}

/** Cuts an area out of every mass of its sheet; null where it touches none. */
export function cutting(things: Things, chosen: Id | null, area: Area): Change | null {
  const sheet = massSheet(things, chosen);
  const { set, remove } = lessen(
    thingsOfType(things, 'mass').filter((mass) => mass.sheet === sheet),
    area,
  );
  if (!sheet || set.length + remove.length === 0) return null;
  return { set: [...workedOn(things, [sheet]), ...set], remove };
}

/** The forms that a light falls on: those of the drawing that are shown. */
export const formsInLight = (things: Things): Form[] =>
  drawnForms(things).filter((form) => isShown(things, form));

/**
 * Lays what is light, middle and dark in a light on a sheet of its own, instead of what was blocked in there
 * before. What was worked on by hand since is kept and hidden. Null where all of it is empty.
 */
export function blockingIn(things: Things, areas: Readonly<Record<MassValue, Area>>): Change | null {
  const before = blockInSheet(things);
  const sheet = before ?? newToneSheet(things, BLOCK_IN);
  const masses = MASS_VALUES.filter((value) => areas[value].length > 0).map((value, i): Mass => ({
    type: 'mass',
    id: newId(),
    sheet: sheet.id,
    order: `a${i}`,
    area: areas[value],
    value,
  }));
  if (masses.length === 0) return null;
  const gone = thingsOfType(things, 'mass').filter((mass) => mass.sheet === sheet.id);
  return {
    add: [...(before ? [] : [sheet]), ...masses],
    set: byHand(things).map(({ id }) => ({ id, to: { hidden: true } })),
    remove: gone.map(({ id }) => id),
  };
}

/** Shown sheets of block-ins that were worked on by hand. */
export const byHand = (things: Things): Sheet[] =>
  sheetsOf(things).filter(({ kind, name, hidden }) => kind === 'tone' && name === BY_HAND && !hidden);

/** What closed lines and forms go round, page millimetres; empty of what is open or encloses nothing. */
export const enclosedBy = (things: readonly SheetThing[]): Area =>
  allOf(things.map((thing) => areaWithin(closedLine(thing) ?? [])));

/** A line that closes, or a form's outline, as its corners; null of what is open. */
export function closedLine(thing: SheetThing): readonly Point[] | null {
  if (thing.type === 'form') return isOpen(thing.shape) ? null : formOutline(thing);
  if (thing.type !== 'stroke' || thing.pen === 'rubber' || thing.pen === 'shade') return null;
  const points = pointsOf(thing);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return null;
  const long = points.reduce((sum, p, i) => sum + distance(p, points[i - 1] ?? p), 0);
  return distance(first, last) <= CLOSES * long ? points : null;
}
