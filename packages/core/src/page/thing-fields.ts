import { FORM_KINDS, type Shape } from '../forms/shape.ts';
import type { Point } from '../geometry/point.ts';
import {
  GUIDE_KINDS,
  LANDMARK_STATES,
  MASS_VALUES,
  PENS,
  PRESSURES,
  SHEET_KINDS,
  type Id,
  type Patch,
  type Saying,
  type Thing,
  type ThingOf,
  type ThingType,
} from './things.ts';

/** Whether a value may stand in a field. */
type Check = (value: unknown) => boolean;

/** The fields of all that a type stands for. */
type FieldsOf<T> = T extends Thing ? Exclude<keyof T, 'id' | 'type'> : never;
type Checks<T> = { readonly [Field in FieldsOf<T>]: Check };

const text: Check = (value) => typeof value === 'string';
const truth: Check = (value) => typeof value === 'boolean';
const number: Check = (value) => typeof value === 'number' && Number.isFinite(value);
const whole: Check = (value) => Number.isInteger(value);
const oneOf =
  (values: readonly unknown[]): Check =>
  (value) =>
    values.includes(value);
const orNull =
  (check: Check): Check =>
  (value) =>
    value === null || check(value);
const listOf =
  (check: Check, least: number, most = Infinity): Check =>
  (value) =>
    Array.isArray(value) && value.length >= least && value.length <= most && value.every(check);
const has = (value: unknown, fields: Readonly<Record<string, Check>>): boolean =>
  typeof value === 'object' &&
  value !== null &&
  Object.entries(fields).every(([field, check]) => check((value as Record<string, unknown>)[field]));

const point: Check = (value) => has(value, { x: number, y: number } satisfies Record<keyof Point, Check>);
const affine = listOf(number, 6, 6);
const outline = listOf(point, 3);
const joint: Check = (value) => has(value, { on: text, at: point });
const anchor: Check = (value) => {
  if (!has(value, { at: point })) return false;
  const { on = '', place = '' } = value as { on?: unknown; place?: unknown };
  return text(on) && text(place);
};
const cells: Check = (value) => has(value, { columns: whole, rows: whole });
const mesh: Check = (value) => {
  if (!has(value, { columns: whole, rows: whole, points: listOf(point, 4) })) return false;
  const { columns, rows, points } = value as { columns: number; rows: number; points: unknown[] };
  return points.length === (columns + 1) * (rows + 1);
};

const points = (count: number): Check => listOf(point, count, count);
const widths = listOf(number, 2, 2);
const SHAPES: Readonly<Record<Shape['kind'], Check>> = {
  ellipse: (value) => has(value, { rx: number, ry: number }),
  circle: (value) => has(value, { rim: point }),
  'half circle': (value) => has(value, { ends: points(2) }),
  bean: (value) => has(value, { spine: points(3), width: number }),
  limb: (value) => has(value, { spine: points(3), widths }),
  cylinder: (value) => has(value, { axis: points(2), widths, roundness: number }),
  box: (value) => has(value, { corners: points(4) }),
  wedge: (value) => has(value, { corners: points(4) }),
  trapezoid: (value) => has(value, { corners: points(4) }),
  triangle: (value) => has(value, { corners: points(3) }),
  outline: (value) => has(value, { corners: outline }),
  line: (value) => has(value, { points: listOf(point, 2, 3) }),
};
const shape: Check = (value) =>
  has(value, { kind: oneOf(FORM_KINDS) }) && SHAPES[(value as Shape).kind](value);

const SAYINGS: Readonly<Record<Saying['kind'], Check>> = {
  text: (value) => has(value, { text, size: number }),
  arrow: (value) => has(value, { to: point }),
  count: (value) => has(value, { count: whole, size: number }),
};
const says: Check = (value) =>
  has(value, { kind: oneOf(Object.keys(SAYINGS)) }) && SAYINGS[(value as Saying).kind](value);

/**
 * What may stand in each field of each kind of thing; ranges are the contract's, which checks at the door.
 */
export const THING_FIELDS: { readonly [T in ThingType]: Checks<ThingOf<T>> } = {
  page: { x: number, y: number, width: number, height: number, colour: text, cells: orNull(cells) },
  sheet: {
    kind: oneOf(SHEET_KINDS),
    name: text,
    order: text,
    opacity: number,
    hidden: truth,
    locked: truth,
    multiply: truth,
    group: orNull(text),
  },
  stroke: {
    sheet: text,
    order: text,
    points: text,
    pen: oneOf(PENS),
    size: number,
    colour: text,
    pressure: oneOf(PRESSURES),
    hardness: number,
    response: number,
    smoothing: number,
    strength: number,
    darkening: number,
    transform: affine,
  },
  mass: {
    sheet: text,
    order: text,
    area: listOf(outline, 1),
    value: oneOf(MASS_VALUES),
    transform: affine,
  },
  form: {
    sheet: text,
    order: text,
    shape,
    transform: affine,
    part: orNull(text),
    joint: orNull(joint),
    covers: truth,
  },
  guide: {
    sheet: text,
    kind: oneOf(GUIDE_KINDS),
    at: number,
    through: listOf(anchor, 1),
    count: whole,
    turn: number,
    sight: text,
  },
  axis: { sheet: text, from: point, to: point },
  note: { sheet: text, order: text, transform: affine, colour: text, says },
  landmark: { sheet: text, name: orNull(text), state: oneOf(LANDMARK_STATES), at: point, spread: number },
  placement: {
    sheet: text,
    order: text,
    reference: text,
    of: oneOf(['paper']),
    revision: whole,
    transform: affine,
    clip: orNull(outline),
    mesh: orNull(mesh),
    hidden: truth,
  },
  version: { name: text, at: number },
};

/** Whether a thing of this kind can have this value in this field. */
export function fieldFits(type: ThingType, field: string, value: unknown): boolean {
  const checks: Readonly<Record<string, Check>> = THING_FIELDS[type] ?? {};
  return Object.hasOwn(checks, field) && (checks[field] as Check)(value);
}

/** Fields of a patch that a thing of this kind cannot take. Empty where all fit. */
export const misfitsOf = (type: ThingType, patch: object): string[] =>
  Object.entries(patch)
    .filter(([field, value]) => !fieldFits(type, field, value))
    .map(([field]) => field);

/**
 * A thing with a patch laid on it. Fields that its kind cannot take are left out: an earlier desk let
 * some through, and a page must open with them all the same.
 * @returns a new object of the same id and type
 */
export function patched<T extends Thing>(thing: T, patch: Patch): T {
  const misfits = misfitsOf(thing.type, patch);
  const fitting =
    misfits.length === 0
      ? patch
      : Object.fromEntries(Object.entries(patch).filter(([field]) => !misfits.includes(field)));
  return { ...thing, ...fitting, id: thing.id as Id, type: thing.type };
}
