import Joi from 'joi';
import type { Id } from '@deft/core/page';

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

export const searchSchema = Joi.object<{ q: string; page: number }>({
  q: Joi.string().trim().allow('').max(200).default(''),
  page: Joi.number().integer().min(1).max(10_000).default(1),
});
/** A service's name for one of its pictures. */
export const serviceKeySchema = Joi.string().pattern(/^[a-z0-9-]{1,80}$/, 'a name of a picture');
/** Most pictures taken at once. */
export const MOST_TAKEN = 60;
export const takeSchema = Joi.object<{ keys: string[]; set: string | null }>({
  keys: Joi.array().items(serviceKeySchema).min(1).max(MOST_TAKEN).unique().required(),
  set: Joi.string()
    .pattern(/^[0-9a-f]{32}$/)
    .allow(null)
    .default(null),
});

/** How the stand-in may misbehave, for tests and for trying out. */
export const FAULTS = ['none', 'slow', 'empty', 'failing'] as const;
export type Fault = (typeof FAULTS)[number];
export const faultSchema = Joi.object<{ fault: Fault }>({ fault: Joi.valid(...FAULTS).required() });

/** A device that was let in from the local network. */
export interface Guest {
  readonly id: Id;
  readonly name: string;
  readonly createdAt: number;
  readonly seenAt: number;
}

/** The way in from the local network: shut unless it is asked for. */
export interface Door {
  readonly open: boolean;
  /**
   * Where a device on the same network finds the desk; null while the door is shut, or where there is no
   * network.
   */
  readonly address: string | null;
  /** What it is asked for, and until when that holds. */
  readonly code: string | null;
  readonly until: number | null;
  /** The same as an SVG for a phone's camera. */
  readonly qr: string | null;
  readonly guests: readonly Guest[];
}
export const doorSchema = Joi.object<{ open: boolean }>({ open: Joi.boolean().required() });
export const joinSchema = Joi.object<{ code: string; name: string }>({
  code: Joi.string()
    .pattern(/^\d{4,12}$/)
    .required(),
  name: Joi.string().trim().max(60).allow('').required(),
});
