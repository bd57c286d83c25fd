import { boxOf, type Box } from '../geometry/box.ts';
import { compose, scaling, translation, type Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { formOutline } from '../page/form-geometry.ts';
import type { Form } from '../page/things.ts';
import type { Recipe } from './recipe.ts';

/** A part of a recipe as it is laid on a page. */
export type LaidPart = Pick<Form, 'shape' | 'transform'> & { readonly part: string };

/** The room that a recipe takes, in lengths of its unit from the unit part's middle. */
export function recipeBox(recipe: Pick<Recipe, 'parts'>): Box {
  const box = boxOf(recipe.parts.flatMap((part) => formOutline(part)));
  return box ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 };
}

/**
 * The parts of a recipe on a page.
 * @param unit length of its unit part, millimetres
 * @param middle where the middle of all of it comes to lie, page millimetres
 */
export function layRecipe(recipe: Pick<Recipe, 'parts'>, unit: number, middle: Point): LaidPart[] {
  const { minX, minY, maxX, maxY } = recipeBox(recipe);
  const there: Affine = compose(
    translation(middle.x, middle.y),
    scaling(unit),
    translation(-(minX + maxX) / 2, -(minY + maxY) / 2),
  );
  return recipe.parts.map(({ name, shape, transform }) => ({
    part: name,
    shape,
    transform: compose(there, transform),
  }));
}

/** How long a recipe's unit is where all of it fills this share of a room, millimetres; 0 of no room. */
export function unitToFill(recipe: Pick<Recipe, 'parts'>, room: Box, share: number): number {
  const { minX, minY, maxX, maxY } = recipeBox(recipe);
  const [width, height] = [maxX - minX, maxY - minY];
  const fits = Math.min(
    width > 0 ? (room.maxX - room.minX) / width : Infinity,
    height > 0 ? (room.maxY - room.minY) / height : Infinity,
  );
  return Number.isFinite(fits) ? share * fits : 0;
}
