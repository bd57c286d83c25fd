import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Recipe } from '@deft/core/recipe';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { useSay } from '../../ui/notes';
import { useShell } from '../shell/shell-context';
import { layingRecipe, recipeSheet, SIZES, takingRecipeOff, type RecipeSize } from './recipe-acts';
import type { ReactNode } from 'react';

const ALL_SIZES = Object.keys(SIZES) as RecipeSize[];

interface LayRecipeProps {
  readonly recipe: Recipe;
  readonly onDone: () => void;
  /** What else can be done with it, in the same row. */
  readonly more?: ReactNode;
}

/** Lays a recipe faintly on the page at a chosen size, and takes it off again. */
export function LayRecipe({ recipe, onDone, more }: LayRecipeProps) {
  const { keeper, things } = useShell();
  const [size, setSize] = useState<RecipeSize>('two thirds');
  const say = useSay();
  const isLaid = recipeSheet(things) !== null;
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
  return (
    <>
      <Choice label="It fills" shown>
        {ALL_SIZES.map((one) => (
          <Option key={one} label={one} on={one === size} onPress={() => setSize(one)} />
        ))}
      </Choice>
      <View style={styles.row}>
        <Act label="Lay it on the page" testID="lay-recipe" onPress={() => void lay()} />
        {isLaid ? <Act label="Take it off" onPress={() => void takeOff()} /> : null}
        {more}
      </View>
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 } });
