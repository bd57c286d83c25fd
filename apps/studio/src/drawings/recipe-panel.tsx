import { useMemo } from 'react';
import { LayRecipe } from '../page/recipe/lay-recipe';
import { OWN_HEAD, useChosenRecipe, useRecipeSources } from '../page/recipe/recipe-source';
import { RecipeView } from '../page/recipe/recipe-view';
import type { PassPanelProps } from '../page/shell/pass';
import { Switch } from '../ui/switch';
import { Panel } from '../ui/panel';
import { useDrawing } from './drawing-context';

/** Recipes on a page without a reference: laid faintly on it, and its parts held against one. */
export function FreeRecipePanel({ onBack, onClose }: PassPanelProps) {
  const { drawing, recipe: held, setRecipe } = useDrawing();
  const subjects = useMemo(() => [drawing.subject], [drawing.subject]);
  const sources = useRecipeSources(subjects);
  const chosen = useChosenRecipe(drawing.subject === 'head' ? OWN_HEAD : (sources[0] ?? OWN_HEAD));
  return (
    <Panel title="Recipe" onBack={onBack} onClose={onClose}>
      <RecipeView
        sources={sources}
        chosen={chosen}
        acts={(recipe) => (
          <>
            <LayRecipe
              recipe={recipe}
              onDone={() => {
                setRecipe(recipe);
                onClose();
              }}
            />
            <Switch
              label="hold the drawing against it"
              on={held === recipe}
              onPress={() => setRecipe(held === recipe ? null : recipe)}
            />
          </>
        )}
      />
    </Panel>
  );
}
