import { drawnForms, formOutline, thingsOfType } from '@deft/core/page';
import { isOpen } from '@deft/core/forms';
import { stepSentence } from '@deft/core/recipe';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDesk } from '../data/store';
import { OverPage } from '../page/parts/over-page';
import { recipeSheet } from '../page/recipe/recipe-acts';
import { RecipeDrawing } from '../page/recipe/recipe-drawing';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { Text } from '../ui/text';
import { ON_PAGE } from '../ui/theme';
import { usePalette } from '../ui/use-desk-theme';
import { useStudy, type Steps } from './study-context';

/** A recipe's steps one by one, under the page: what is drawn now, and on to the next. */
export function RecipeSteps() {
  const { steps } = useStudy();
  if (!steps) return null;
  return <Step key={steps.at} {...steps} />;
}

/** One step: once its form is drawn, the next one comes by itself. */
function Step({ recipe, at }: Steps) {
  const palette = usePalette();
  const { setSteps } = useStudy();
  const { leftHanded } = useDesk('leftHanded');
  const { things } = useShell();
  const part = recipe.parts[at];
  // The map stays the same one while what it holds changes.
  const count = drawnForms(things).filter((form) => form.part === part?.name).length;
  const [before] = useState(count);
  const isDrawn = count > before;
  const next = recipe.parts[at + 1] ? at + 1 : null;
  useEffect(() => {
    if (isDrawn && next !== null) setSteps({ recipe, at: next });
  }, [isDrawn, next, recipe, setSteps]);
  if (!part) return null;
  const last = at === recipe.parts.length - 1;
  const go = (to: number): void => setSteps({ recipe, at: to });
  return (
    <View
      style={[
        styles.strip,
        {
          backgroundColor: palette.paper,
          borderColor: palette.rule,
          flexDirection: leftHanded ? 'row-reverse' : 'row',
        },
      ]}
      testID="recipe-step"
    >
      <View style={styles.small}>
        <RecipeDrawing recipe={recipe} at={part.name} height={64} />
      </View>
      <View style={styles.words}>
        <Text kind="strong">{`${at + 1} of ${recipe.parts.length}: ${part.name}`}</Text>
        <Text size={13} soft>
          {stepSentence(part, recipe.unit)}
        </Text>
      </View>
      <View style={styles.acts}>
        <Act small label="‹" spoken="‹ the step before" disabled={at === 0} onPress={() => go(at - 1)} />
        {last ? null : <Act small label="›" spoken="› the next step" onPress={() => go(at + 1)} />}
        <Act
          small
          label={last ? 'Done' : '×'}
          spoken={last ? 'Done' : '×: stop the steps'}
          onPress={() => setSteps(null)}
        />
      </View>
    </View>
  );
}

/** The part that is drawn now, where the recipe lies on the page: thicker than the others. */
export function StepOver() {
  const { surface, things } = useShell();
  const { steps } = useStudy();
  const name = steps?.recipe.parts[steps.at]?.name;
  const sheet = recipeSheet(things);
  const form = thingsOfType(things, 'form').find((one) => one.sheet === sheet && one.part === name);
  if (!surface || !form) return null;
  const points = formOutline(form).map(({ x, y }) => `${x},${y}`);
  const ends = isOpen(form.shape) ? points : [...points, ...points.slice(0, 1)];
  return (
    <OverPage surface={surface} testID="step-over">
      <polyline
        points={ends.join(' ')}
        fill="none"
        stroke={ON_PAGE.control}
        strokeWidth={0.8}
        opacity={0.7}
      />
    </OverPage>
  );
}

const styles = StyleSheet.create({
  strip: { alignItems: 'center', gap: 8, paddingHorizontal: 10, paddingVertical: 4, borderTopWidth: 1 },
  small: { width: 64 },
  words: { flex: 1 },
  acts: { flexDirection: 'row', gap: 4 },
});
