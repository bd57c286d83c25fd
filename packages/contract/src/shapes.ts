import Joi from 'joi';
import type { FormKind } from '@deft/core/forms';

/** Places, and shapes made of them, as they come in; millimetres. */

const FARTHEST = 100_000;
/** Most corners of an outline. */
const MOST_CORNERS = 4000;

export const length = Joi.number().min(-FARTHEST).max(FARTHEST);
export const point = Joi.object({ x: length.required(), y: length.required() });
export const size = Joi.number().greater(0).max(10_000);
export const outline = Joi.array().items(point).min(3).max(MOST_CORNERS);

const points = (count: number): Joi.Schema => Joi.array().items(point).length(count).required();
const widths = Joi.array().items(size).length(2).required();

const FIELDS: Readonly<Record<FormKind, Joi.SchemaMap>> = {
  ellipse: { rx: size.required(), ry: size.required() },
  circle: { rim: point.required() },
  'half circle': { ends: points(2) },
  bean: { spine: points(3), width: size.required() },
  limb: { spine: points(3), widths },
  cylinder: { axis: points(2), widths, roundness: Joi.number().min(0).max(1).required() },
  box: { corners: points(4) },
  wedge: { corners: points(4) },
  trapezoid: { corners: points(4) },
  triangle: { corners: points(3) },
  outline: { corners: outline.required() },
  line: { points: Joi.array().items(point).min(2).max(3).required() },
};

export const shape = Joi.alternatives(
  ...Object.entries(FIELDS).map(([kind, fields]) =>
    Joi.object({ kind: Joi.valid(kind).required(), ...fields }),
  ),
);
