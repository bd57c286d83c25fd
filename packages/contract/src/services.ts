import Joi from 'joi';

/** A picture that a picture service offers. */
export interface Offered {
  readonly key: string;
  readonly title: string;
  readonly author: string;
  readonly licence: string;
  readonly year: number;
  readonly width: number;
  readonly height: number;
}

export interface OfferedPage {
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  readonly items: readonly Offered[];
}

export const searchSchema = Joi.object<{ q: string; page: number }>({ q: Joi.string().trim().allow('').max(200).default(''), page: Joi.number().integer().min(1).max(10_000).default(1) });
/** Most pictures taken at once. */
export const MOST_TAKEN = 60;
export const takeSchema = Joi.object<{ keys: string[]; set: string | null }>({
  keys: Joi.array().items(Joi.string().pattern(/^[a-z0-9-]{1,80}$/)).min(1).max(MOST_TAKEN).unique().required(),
  set: Joi.string().pattern(/^[0-9a-f]{32}$/).allow(null).default(null),
});

/** How the stand-in may misbehave, for tests and for trying out. */
export const FAULTS = ['none', 'slow', 'empty', 'failing'] as const;
export type Fault = (typeof FAULTS)[number];
export const faultSchema = Joi.object<{ fault: Fault }>({ fault: Joi.valid(...FAULTS).required() });
