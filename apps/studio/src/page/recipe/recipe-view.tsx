import { StyleSheet, View } from 'react-native';
import {
  betweenKinds,
  changeSentence,
  recipeSentences,
  stepSentence,
  tracesWords,
  type Recipe,
} from '@deft/core/recipe';
import { listed } from '@deft/core/words';
import { Act } from '../../ui/acts';
import { Choice, Option } from '../../ui/choice';
import { Waiting } from '../../ui/screen';
import { Text } from '../../ui/text';
import { usePalette } from '../../ui/use-desk-theme';
import type { ReactNode } from 'react';
import { RecipeDrawing } from './recipe-drawing';
import type { ChosenRecipe, RecipeSource } from './recipe-source';

const NO_TRACE =
  'No trace with named forms yet. Trace a picture of this subject and give its forms names: what repeats from trace to trace comes together here.';
const SPREAD_NOTE =
  'Dashed is how much larger and smaller each part is from trace to trace; the small ring, how far its middle moves.';

interface RecipeViewProps {
  readonly sources: readonly RecipeSource[];
  readonly chosen: ChosenRecipe;
  /** What can be done with it, under its drawing. */
  readonly acts?: (recipe: Recipe) => ReactNode;
}

/** A recipe: from which traces, how it looks, what it says, and its parts in their order. */
export function RecipeView({ sources, chosen, acts }: RecipeViewProps) {
  const { source, choose, kind, chooseKind, traced, recipe, waiting, failed, retry, from } = chosen;
  const kinds = traced?.kinds ?? [];
  return (
    <View style={styles.view}>
      <Choice label="Recipe of" inOneRow>
        {sources.map((one) => (
          <Option
            key={one.label}
            label={one.label}
            on={one.label === source.label}
            onPress={() => choose(one)}
          />
        ))}
      </Choice>
      {waiting || (failed && !recipe) ? <Waiting failed={failed} retry={retry} /> : null}
      {!waiting && !failed && !recipe ? <Text testID="no-recipe">{NO_TRACE}</Text> : null}
      {kinds.length > 0 ? (
        <Choice label="Kind" shown>
          <Option label="all" on={kind === null} onPress={() => chooseKind(null)} />
          {kinds.map((one) => (
            <Option
              key={one.kind}
              label={one.kind}
              on={kind === one.kind}
              onPress={() => chooseKind(one.kind)}
            />
          ))}
        </Choice>
      ) : null}
      {recipe ? (
        <>
          <Text size={13} soft testID="recipe-from">
            {from ?? `${tracesWords(recipe.traces)}; lengths in those of the ${recipe.unit}`}
          </Text>
          <RecipeDrawing recipe={recipe} />
          {recipe.traces > 1 ? (
            <Text size={13} soft>
              {SPREAD_NOTE}
            </Text>
          ) : null}
          {acts?.(recipe)}
          <Sentences recipe={recipe} />
          <Kinds chosen={chosen} />
          <Parts recipe={recipe} move={chosen.move} />
        </>
      ) : null}
    </View>
  );
}

function Sentences({ recipe }: { readonly recipe: Recipe }) {
  return (
    <View style={styles.sentences} testID="recipe-says">
      {recipeSentences(recipe).map((sentence) => (
        <Text key={sentence}>{sentence}</Text>
      ))}
    </View>
  );
}

/** What stays and what changes between the kinds that traces are marked as: each against the first. */
function Kinds({ chosen: { traced } }: { readonly chosen: ChosenRecipe }) {
  const [first, ...others] = traced?.kinds ?? [];
  if (!first || others.length === 0) return null;
  return (
    <View style={styles.sentences} testID="recipe-kinds">
      {others.map(({ kind, recipe }) => {
        const { changes, stays } = betweenKinds(first.recipe, recipe);
        return (
          <View key={kind}>
            <Text kind="strong">{`${first.kind}, and ${kind}`}</Text>
            {changes.map((change) => (
              <Text key={`${change.part} ${change.what}`}>{changeSentence(change, kind, recipe.unit)}</Text>
            ))}
            <Text soft>
              {stays.length > 0
                ? `No difference that is sure: ${listed(stays)}.`
                : 'All that both have differs.'}
            </Text>
          </View>
        );
      })}
    </View>
  );
}

/** The parts in the order in which they are drawn. */
function Parts({ recipe, move }: { readonly recipe: Recipe; readonly move: ChosenRecipe['move'] }) {
  const palette = usePalette();
  return (
    <View role="list" aria-label="Parts in the order in which they are drawn">
      {recipe.parts.map((part, i) => (
        <View
          key={part.name}
          role="listitem"
          style={[styles.part, { borderColor: palette.rule }]}
          testID="recipe-part"
        >
          <View style={styles.words}>
            <Text kind="strong">{`${i + 1}  ${part.name}`}</Text>
            <Text size={13} soft>
              {stepSentence(part, recipe.unit)}
            </Text>
          </View>
          {move ? (
            <View style={styles.moves}>
              <Act
                small
                label="↑"
                spoken={`↑: draw the ${part.name} earlier`}
                disabled={i === 0}
                onPress={() => move(part.name, -1)}
              />
              <Act
                small
                label="↓"
                spoken={`↓: draw the ${part.name} later`}
                disabled={i === recipe.parts.length - 1}
                onPress={() => move(part.name, 1)}
              />
            </View>
          ) : null}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  view: { gap: 10 },
  sentences: { gap: 4 },
  part: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingVertical: 6, borderBottomWidth: 1 },
  words: { flex: 1 },
  moves: { flexDirection: 'row', gap: 4 },
});
