import { newPage, sheetsOf, thingsOfType, type Change, type Id, type Thing } from '@deft/core/page';
import { HEAD_FROM_FRONT } from '@deft/core/recipe';
import { newSheet } from '../selection-acts';
import { layingRecipe, recipeSheet, takingRecipeOff } from './recipe-acts';

let n = 0;
const newId = (): Id => (n += 1).toString(16).padStart(32, '0');
const page = (): Map<Id, Thing> =>
  new Map(newPage(newId(), newId).map((thing) => [thing.id, thing] as const));
const after = (things: Map<Id, Thing>, { add = [], remove = [] }: Change): Map<Id, Thing> =>
  new Map(
    [...things]
      .filter(([id]) => !remove.includes(id))
      .concat(add.map((thing) => [thing.id, thing] as [Id, Thing])),
  );

test('a recipe is laid in the stead of one that lies there, and comes off with all that is on it', () => {
  const once = after(page(), layingRecipe(page(), HEAD_FROM_FRONT, 'the page')!);
  const forms = thingsOfType(once, 'form').length;
  expect(forms).toBeGreaterThan(5);
  const twice = after(once, layingRecipe(once, HEAD_FROM_FRONT, 'a third')!);
  expect(thingsOfType(twice, 'form')).toHaveLength(forms);
  expect(sheetsOf(twice).filter(({ name }) => name === 'Recipe')).toHaveLength(1);
  const off = after(twice, takingRecipeOff(twice));
  expect(thingsOfType(off, 'form')).toHaveLength(0);
  expect(recipeSheet(off)).toBeNull();
});

test('a sheet of one’s own that is called so, and a recipe that was unlocked, stay', () => {
  const things = page();
  const own = newSheet(things, 'guides', 'Recipe');
  const beside = after(things, { add: [own] });
  expect(recipeSheet(beside)).toBeNull();
  const laid = after(beside, layingRecipe(beside, HEAD_FROM_FRONT, 'two thirds')!);
  const sheet = recipeSheet(laid)!;
  expect(sheetsOf(laid).find(({ id }) => id === sheet)?.name).toBe('Recipe 2');
  const again = after(laid, layingRecipe(laid, HEAD_FROM_FRONT, 'a third')!);
  expect(again.has(own.id)).toBe(true);
  expect(again.has(sheet)).toBe(false);
});
