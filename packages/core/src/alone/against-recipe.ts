import type { Id, Thing } from '../page/things.ts';
import type { Estimate } from '../recipe/estimate.ts';
import type { Recipe } from '../recipe/recipe.ts';
import { tracedParts } from '../recipe/traced-part.ts';

/** A part that is longer or shorter than its recipe has it, in lengths of the unit part. */
export interface OffRecipe {
  readonly part: string;
  readonly unit: string;
  readonly drawn: number;
  readonly recipe: number;
  /** How much longer it is drawn, as a share; shorter below 0. */
  readonly longer: number;
}

/**
 * So many spreads from the mean are still usual; of a recipe from one trace, and at the least, this share.
 */
const [USUAL, LEAST] = [2, 0.1];

const usual = ({ spread }: Estimate): number => Math.max(LEAST, USUAL * (spread ?? 0));

/**
 * Named parts of a drawing whose length differs from a recipe's by more than they do from trace to trace, the
 * farthest first.
 * @returns null where the drawing lacks the unit part, or has no other part of the recipe
 */
export function offRecipe(things: ReadonlyMap<Id, Thing>, recipe: Recipe): OffRecipe[] | null {
  const drawn = new Map(tracedParts(things).map((part) => [part.name, part.length]));
  const unit = drawn.get(recipe.unit);
  const parts = recipe.parts.filter(({ name }) => name !== recipe.unit && drawn.has(name));
  if (!unit || parts.length === 0) return null;
  return parts
    .flatMap(({ name, length }): OffRecipe[] => {
      const own = (drawn.get(name) as number) / unit;
      const longer = own / length.mean - 1;
      // As much too short as too long: shares are ratios.
      return Math.abs(Math.log(own / length.mean)) > Math.log1p(usual(length))
        ? [{ part: name, unit: recipe.unit, drawn: own, recipe: length.mean, longer }]
        : [];
    })
    .sort((a, b) => Math.abs(Math.log1p(b.longer)) - Math.abs(Math.log1p(a.longer)));
}
