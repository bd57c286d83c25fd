import Joi from 'joi';
import type { Id } from '@deft/core/page';
import type { Recipe } from '@deft/core/recipe';
import { SUBJECT_KEYS, type SubjectKey } from '@deft/core/subjects';
import { id } from './operations.ts';

/** Of which traces a recipe is made: those of a kind of subject, or of a set. */
export interface RecipeOf {
  readonly subject?: SubjectKey;
  readonly set?: Id;
}

/** What traces have in common. */
export interface TracedRecipe {
  /** How many traces have named forms. */
  readonly traces: number;
  /** Null where there is none. */
  readonly recipe: Recipe | null;
  /** The same of those that are marked as one kind, by its name; empty where none is marked. */
  readonly kinds: readonly { readonly kind: string; readonly recipe: Recipe }[];
}

/** As many traces are looked at, the newest. */
export const MOST_TRACED = 200;

const of = { subject: Joi.valid(...SUBJECT_KEYS), set: id };
export const recipeOfSchema = Joi.object<RecipeOf>(of).xor('subject', 'set');

/** The order in which a recipe's parts are drawn. */
export interface RecipeOrder extends RecipeOf {
  /** Empty for the subject's own order. */
  readonly names: readonly string[];
}
export const recipeOrderSchema = Joi.object<RecipeOrder>({
  ...of,
  names: Joi.array().items(Joi.string().trim().min(1).max(80)).max(200).unique().required(),
}).xor('subject', 'set');
