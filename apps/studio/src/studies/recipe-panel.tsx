import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Recipe } from '@deft/core/recipe';
import { LayRecipe } from '../page/recipe/lay-recipe';
import { OWN_HEAD, useChosenRecipe, useRecipeSources } from '../page/recipe/recipe-source';
import { RecipeView } from '../page/recipe/recipe-view';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Act, MainAct } from '../ui/acts';
import { Panel } from '../ui/panel';
import { useStudy } from './study-context';

/** Recipes in a study: drawn step by step, laid faintly on the page, kept beside it. */
export function RecipePanel({ onBack, onClose }: PassPanelProps) {
  const { study } = useStudy();
  const { subject } = study.reference;
  const [subjects] = useState(() => [subject]);
  const sources = useRecipeSources(subjects);
  const chosen = useChosenRecipe(sources[0] ?? OWN_HEAD);
  return (
    <Panel title="Recipe" onBack={onBack} onClose={onClose}>
      <RecipeView
        sources={sources}
        chosen={chosen}
        acts={(recipe) => <RecipeActs recipe={recipe} onDone={onClose} />}
      />
    </Panel>
  );
}

function RecipeActs({ recipe, onDone }: { readonly recipe: Recipe; readonly onDone: () => void }) {
  const { dispatch } = useShell();
  const { recipeBeside, setRecipeBeside, setSteps } = useStudy();
  const isBeside = recipeBeside === recipe;
  const keepBeside = (): void => {
    setRecipeBeside(isBeside ? null : recipe);
    if (!isBeside) dispatch({ kind: 'place', place: 'Beside' });
    onDone();
  };
  return (
    <View style={styles.acts}>
      <MainAct
        label="Step by step"
        testID="recipe-steps"
        onPress={() => {
          setSteps({ recipe, at: 0 });
          onDone();
        }}
      />
      <LayRecipe
        recipe={recipe}
        onDone={onDone}
        more={<Act label="Keep it beside" pressed={isBeside} onPress={keepBeside} />}
      />
    </View>
  );
}

const styles = StyleSheet.create({ acts: { gap: 8 } });
