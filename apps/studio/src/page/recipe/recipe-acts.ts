import { generateNKeysBetween } from 'fractional-indexing';
import {
  isGuides,
  pageBox,
  pageOf,
  sheetsOf,
  type Change,
  type Form,
  type Id,
  type Thing,
} from '@deft/core/page';
import { layRecipe, unitToFill, type Recipe } from '@deft/core/recipe';
import { newId } from '../../data/new-id';
import { newSheet } from '../selection-acts';
import { removingSheet } from '../sheet-acts';

type Things = ReadonlyMap<Id, Thing>;

const SHEET = 'Recipe';
/** What it may be called beside a sheet of the student's own. */
const SHEET_NAME = /^Recipe( \d+)?$/;
const FAINT = 0.35;

/** How much of the page a recipe is to fill. */
export const SIZES = { 'the page': 0.9, 'two thirds': 2 / 3, 'a third': 1 / 3 } as const;
export type RecipeSize = keyof typeof SIZES;

/** The sheet that a recipe was laid on; unlocked, it is the student's own. Null where none is. */
export const recipeSheet = (things: Things): Id | null =>
  sheetsOf(things).find((sheet) => isGuides(sheet) && sheet.locked && SHEET_NAME.test(sheet.name))?.id ??
  null;

/** Takes a recipe off the page; nothing where none lies there. */
export function takingRecipeOff(things: Things): Change {
  const sheet = recipeSheet(things);
  return sheet ? removingSheet(things, sheet) : {};
}

/**
 * Lays a recipe faintly on the middle of the page, on a locked sheet of guides of its own under all that is
 * drawn, in the stead of one that lies there. Null of a page that has no paper yet.
 */
export function layingRecipe(things: Things, recipe: Recipe, size: RecipeSize): Change | null {
  const paper = pageOf(things);
  if (!paper) return null;
  const room = pageBox(paper);
  const gone = takingRecipeOff(things).remove ?? [];
  const left = new Map([...things].filter(([id]) => !gone.includes(id)));
  const lowest =
    sheetsOf(left)
      .filter(({ kind }) => kind === 'picture')
      .at(-1)?.id ?? null;
  const sheet = { ...newSheet(left, 'guides', SHEET, lowest), opacity: FAINT, locked: true };
  const middle = { x: (room.minX + room.maxX) / 2, y: (room.minY + room.maxY) / 2 };
  const laid = layRecipe(recipe, unitToFill(recipe, room, SIZES[size]), middle);
  const orders = generateNKeysBetween(null, null, laid.length);
  const forms = laid.map((form, i): Form => ({
    type: 'form',
    id: newId(),
    sheet: sheet.id,
    order: orders[i] as string,
    ...form,
  }));
  return { remove: gone, add: [sheet, ...forms] };
}
