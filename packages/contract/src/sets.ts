import Joi from 'joi';
import type { Id } from '@deft/core/page';
import { id } from './operations.ts';
import { factsFields, type ReferenceBrief, type ReferenceFacts } from './references.ts';

/** Something that defines a subject, to be looked for at every study of it. */
export interface SubjectTrait {
  readonly id: Id;
  readonly text: string;
}

/** A set with its first pictures; the rest is listed by pages. */
export interface ReferenceSet {
  readonly id: Id;
  readonly title: string;
  readonly note: string;
  readonly traits: readonly SubjectTrait[];
  readonly count: number;
  /** The first few in its order. */
  readonly first: readonly ReferenceBrief[];
}

const traits = Joi.array()
  .items(Joi.object({ id: id.required(), text: Joi.string().trim().min(1).max(500).required() }))
  .max(50);
export interface SetPatch {
  readonly title?: string;
  readonly note?: string;
  readonly traits?: readonly SubjectTrait[];
}
export const setPatchSchema = Joi.object<SetPatch>({
  title: Joi.string().trim().min(1).max(200),
  note: Joi.string().trim().allow('').max(5000),
  traits,
}).min(1);
export const newSetSchema = Joi.object<{ title: string; references: Id[] }>({
  title: Joi.string().trim().min(1).max(200).required(),
  references: Joi.array().items(id).max(10_000).default([]),
});

/** Several references at once: put into a set or taken out, tagged, hidden. */
export const manySchema = Joi.object<{ references: Id[] }>({
  references: Joi.array().items(id).min(1).max(10_000).required(),
});
export const manyPatchSchema = Joi.object<{
  references: Id[];
  hidden?: boolean;
  tag?: string;
  untag?: string;
}>({
  references: Joi.array().items(id).min(1).max(10_000).required(),
  hidden: Joi.boolean(),
  tag: Joi.string().trim().min(1).max(60),
  untag: Joi.string().trim().min(1).max(60),
}).or('hidden', 'tag', 'untag');
/** A member of a set with its place in the order. */
export interface Member {
  readonly reference: Id;
  readonly order: string;
}
/** Members that were taken out, back to where they were. */
export const membersSchema = Joi.object<{ members: Member[] }>({
  members: Joi.array()
    .items(
      Joi.object({
        reference: id.required(),
        order: Joi.string()
          .pattern(/^[A-Za-z0-9]{1,200}$/)
          .required(),
      }),
    )
    .max(10_000)
    .required(),
});
/** A member of a set to another place in its order: after another member, or first. */
export const moveSchema = Joi.object<{ reference: Id; after: Id | null }>({
  reference: id.required(),
  after: id.allow(null).required(),
});

/** The open set format: `set.json` in a zip, described in docs/formats.md. */
export const SET_FORMAT = 'deft-study-set';
export const SET_VERSION = 1;
export const SET_FILE = 'set.json';
export interface SetFile {
  readonly format: typeof SET_FORMAT;
  readonly version: number;
  readonly title: string;
  readonly note: string;
  readonly traits: readonly string[];
  /** In the set's order; `file` is a path in the zip, and details name other pictures by their `key`. */
  readonly pictures: readonly (ReferenceFacts & { readonly file: string; readonly key?: Id })[];
}
export const setFileSchema = Joi.object<SetFile>({
  format: Joi.valid(SET_FORMAT).required(),
  version: Joi.valid(SET_VERSION).required(),
  title: Joi.string().trim().min(1).max(200).required(),
  note: Joi.string().allow('').max(5000).default(''),
  traits: Joi.array().items(Joi.string().trim().min(1).max(500)).max(50).default([]),
  pictures: Joi.array()
    .items(Joi.object({ file: Joi.string().min(1).max(500).required(), key: id, ...factsFields }))
    .max(10_000)
    .required(),
});
