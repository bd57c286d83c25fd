import Joi from 'joi';
import {
  ACROSS_KINDS,
  GUIDE_KINDS,
  LANDMARK_STATES,
  MASS_VALUES,
  MOST_POINTS,
  PENS,
  PRESSURES,
  READABLE_VERSIONS,
  SHEET_KINDS,
  type Operation,
  type Patch,
  type ThingType,
} from '@deft/core/page';
import { MOST_OUTLINES } from '@deft/core/geometry';
import { ANCHORED_KINDS, COUNTS } from '@deft/core/guides';
import { length, outline, point, shape } from './shapes.ts';

/** Most operations in one batch, and most things in one operation. */
export const MOST_OPERATIONS = 200;
export const MOST_THINGS = 5000;
/** Longest stroke record, base64 characters: about six bytes a point at the most points. */
const LONGEST_STROKE = MOST_POINTS * 8;
/** Smallest and largest paper side, millimetres. */
export const SMALLEST_PAPER = 10;
export const LARGEST_PAPER = 2000;
/** The most pixels a page's PNG may have; it is made less fine where it would have more. */
export const MOST_PNG_PIXELS = 60_000_000;

export const id = Joi.string().pattern(/^[0-9a-f]{32}$/, 'an id');
const order = Joi.string().pattern(/^[A-Za-z0-9]{1,200}$/, 'an order key');
const colour = Joi.string().pattern(/^#[0-9A-Fa-f]{6}$/, 'a colour');
export const affine = Joi.array().items(Joi.number().min(-1e7).max(1e7)).length(6);
const name = Joi.string().max(200);
const side = Joi.number().min(SMALLEST_PAPER).max(LARGEST_PAPER);
const cells = Joi.number().integer().min(1).max(20);

const share = Joi.number().min(0).max(1);
const mesh = Joi.object({
  columns: cells.required(),
  rows: cells.required(),
  points: Joi.array().items(point).max(4096).required(),
}).custom((value: { columns: number; rows: number; points: unknown[] }, helpers) =>
  value.points.length === (value.columns + 1) * (value.rows + 1) ? value : helpers.error('any.invalid'),
);

/** The places that a guide is laid by. */
const through = Joi.array()
  .items(Joi.object({ at: point.required(), on: id, place: Joi.string().max(20) }).with('place', 'on'))
  .min(1)
  .max(Math.max(...Object.values(ANCHORED_KINDS).map(([, most]) => most)));

const says = Joi.alternatives(
  Joi.object({
    kind: Joi.valid('text').required(),
    text: Joi.string().min(1).max(2000).required(),
    size: Joi.number().greater(0).max(500).required(),
  }),
  Joi.object({ kind: Joi.valid('arrow').required(), to: point.required() }),
  Joi.object({
    kind: Joi.valid('count').required(),
    count: Joi.number().integer().min(1).max(500).required(),
    size: Joi.number().greater(0).max(500).required(),
  }),
);

/** The fields of each type of thing; those in the second object may be absent. */
const FIELDS: Readonly<Record<ThingType, readonly [Joi.SchemaMap, Joi.SchemaMap]>> = {
  page: [
    { width: side, height: side, colour },
    {
      x: length,
      y: length,
      cells: Joi.object({ columns: cells.required(), rows: cells.required() }).allow(null),
    },
  ],
  sheet: [
    {
      kind: Joi.valid(...SHEET_KINDS),
      name,
      order,
      opacity: share,
      hidden: Joi.boolean(),
      locked: Joi.boolean(),
    },
    { multiply: Joi.boolean(), group: name.allow(null) },
  ],
  stroke: [
    {
      sheet: id,
      order,
      points: Joi.string().base64().max(LONGEST_STROKE),
      pen: Joi.valid(...PENS),
      size: Joi.number().greater(0).max(200),
      colour,
      pressure: Joi.valid(...PRESSURES),
    },
    {
      hardness: share,
      response: share,
      smoothing: share,
      strength: share,
      darkening: share,
      transform: affine,
    },
  ],
  mass: [
    {
      sheet: id,
      order,
      area: Joi.array().items(outline).min(1).max(MOST_OUTLINES),
      value: Joi.valid(...MASS_VALUES),
    },
    { transform: affine },
  ],
  form: [
    { sheet: id, order, shape, transform: affine, part: name.allow(null) },
    {
      joint: Joi.object({ on: id.required(), at: point.required() }).allow(null),
      covers: Joi.boolean(),
    },
  ],
  guide: [
    { sheet: id, kind: Joi.valid(...GUIDE_KINDS) },
    {
      at: length,
      through,
      count: Joi.number().integer().min(COUNTS.least).max(COUNTS.most),
      turn: Joi.number().min(-1).max(1),
      sight: id,
    },
  ],
  axis: [{ sheet: id, from: point, to: point }, {}],
  note: [{ sheet: id, order, transform: affine, colour, says }, {}],
  landmark: [
    {
      sheet: id,
      name: name.allow(null),
      state: Joi.valid(...LANDMARK_STATES),
      at: point,
      spread: Joi.number().greater(0).max(1000),
    },
    {},
  ],
  placement: [
    { sheet: id, order, reference: id, revision: Joi.number().integer().min(0), transform: affine },
    { clip: outline.allow(null), mesh: mesh.allow(null), hidden: Joi.boolean(), of: Joi.valid('paper') },
  ],
  version: [{ name, at: Joi.number().integer().min(0) }, {}],
};

/** What a new thing must say beyond its fields: a guide lies across the page, or is laid by its places. */
const whole: Partial<Record<ThingType, (schema: Joi.ObjectSchema) => Joi.ObjectSchema>> = {
  guide: (schema) =>
    schema.when('.kind', {
      is: Joi.valid(...ACROSS_KINDS),
      then: Joi.object({ at: length.required(), through: Joi.forbidden() }),
      otherwise: Joi.object({ through: through.required(), at: Joi.forbidden() }),
    }),
};

const thing = Joi.object().when('.type', {
  switch: Object.entries(FIELDS).map(([type, [fields, more]]) => {
    const schema = Joi.object({
      type: Joi.valid(type).required(),
      id: id.required(),
      ...Object.fromEntries(
        Object.entries(fields).map(([key, rule]) => [key, (rule as Joi.Schema).required()]),
      ),
      ...more,
    });
    return { is: type, then: whole[type as ThingType]?.(schema) ?? schema };
  }),
  otherwise: Joi.forbidden(),
});

/**
 * What a patch may say, one schema a kind of thing: any of its fields, at least one, none of another kind's.
 */
export const PATCH_SCHEMAS = Object.fromEntries(
  Object.entries(FIELDS).map(([type, [fields, more]]) => [type, Joi.object({ ...fields, ...more }).min(1)]),
) as Readonly<Record<ThingType, Joi.ObjectSchema<Patch>>>;

/** What is wrong with a patch for a thing of this kind, in words; null where nothing is. */
export function patchTrouble(type: ThingType, patch: unknown): string | null {
  const { error } = PATCH_SCHEMAS[type].validate(patch, { convert: false });
  return error ? `A ${type} cannot be changed like this: ${error.message}` : null;
}

/**
 * A patch as it stands in a batch: it fits some kind of thing. Whether it fits its own is told where that is
 * known (`patchTrouble`).
 */
const patch = Joi.alternatives(...Object.values(PATCH_SCHEMAS));

const change = Joi.object({
  add: Joi.array().items(thing).max(MOST_THINGS),
  set: Joi.array()
    .items(Joi.object({ id: id.required(), to: patch.required() }))
    .max(MOST_THINGS),
  remove: Joi.array().items(id).max(MOST_THINGS),
}).or('add', 'set', 'remove');

const operation = Joi.object({
  id: id.required(),
  page: id.required(),
  device: id.required(),
  n: Joi.number()
    .integer()
    .min(1)
    .max(2 ** 31 - 1)
    .required(),
  seen: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 31 - 1)
    .required(),
  at: Joi.number().integer().min(0).max(8.64e15).required(),
  version: Joi.valid(...READABLE_VERSIONS).required(),
  kind: Joi.valid('change', 'revert').required(),
  body: Joi.when('kind', {
    is: 'revert',
    then: Joi.object({ ids: Joi.array().items(id).min(1).max(MOST_THINGS).required() }),
    otherwise: change,
  }).required(),
});

/** A batch of operations, and the page number up to which the sender knows everything. */
export interface Batch {
  readonly after: number;
  readonly operations: readonly Operation[];
}

export const batchSchema = Joi.object<Batch>({
  after: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 31 - 1)
    .required(),
  operations: Joi.array().items(operation).max(MOST_OPERATIONS).required(),
});
