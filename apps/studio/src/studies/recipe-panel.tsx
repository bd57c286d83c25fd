import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Recipe } from '@deft/core/recipe';
import {
  layingRecipe,
  recipeSheet,
  SIZES,
  takingRecipeOff,
  type RecipeSize,
} from '../page/recipe/recipe-acts';
import { OWN_HEAD, useChosenRecipe, useRecipeSources } from '../page/recipe/recipe-source';
import { RecipeView } from '../page/recipe/recipe-view';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { useSay } from '../ui/notes';
import { Panel } from '../ui/panel';
import { useStudy } from './study-context';

const ALL_SIZES = Object.keys(SIZES) as RecipeSize[];

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
  const { keeper, things, dispatch } = useShell();
  const { recipeBeside, setRecipeBeside, setSteps } = useStudy();
  const [size, setSize] = useState<RecipeSize>('two thirds');
  const say = useSay();
  const isLaid = recipeSheet(things) !== null;
  const isBeside = recipeBeside === recipe;
  const lay = async (): Promise<void> => {
    const change = layingRecipe(keeper.things, recipe, size);
    if (!change) return;
    await keeper.commit(change);
    say({
      text: 'The recipe lies faintly on the page, on a sheet of its own. The check does not count it.',
      undo: () => void keeper.undo(),
    });
    onDone();
  };
  const takeOff = async (): Promise<void> => {
    await keeper.commit(takingRecipeOff(keeper.things));
    say({ text: 'The recipe is off the page.', undo: () => void keeper.undo() });
  };
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
      <Choice label="It fills" shown>
        {ALL_SIZES.map((one) => (
          <Option key={one} label={one} on={one === size} onPress={() => setSize(one)} />
        ))}
      </Choice>
      <View style={styles.row}>
        <Act label="Lay it on the page" testID="lay-recipe" onPress={() => void lay()} />
        {isLaid ? <Act label="Take it off" onPress={() => void takeOff()} /> : null}
        <Act label="Keep it beside" pressed={isBeside} onPress={keepBeside} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  acts: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
