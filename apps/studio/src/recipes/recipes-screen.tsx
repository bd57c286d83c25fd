import { SUBJECT_KEYS } from '@deft/core/subjects';
import { OWN_HEAD, useChosenRecipe, useRecipeSources } from '../page/recipe/recipe-source';
import { RecipeView } from '../page/recipe/recipe-view';
import { Screen } from '../ui/screen';
import { Text } from '../ui/text';

const NOTE =
  'What the traces of one subject have in common: how large its parts are beside each other, and what hardly changes. In a study it is under Looks, to be drawn step by step or laid on the page.';

/** All recipes: of every kind of subject, of every set, and the one that ships. */
export function RecipesScreen() {
  const sources = useRecipeSources(SUBJECT_KEYS);
  const chosen = useChosenRecipe(sources[0] ?? OWN_HEAD);
  return (
    <Screen title="Recipes">
      <Text soft>{NOTE}</Text>
      <RecipeView sources={sources} chosen={chosen} />
    </Screen>
  );
}
