import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { Recipe } from '@deft/core/recipe';
import { sentenceOf } from '../data/refusals';
import { usePage } from '../data/use-page';
import { SaveSign, SlimLine } from '../page/parts/slim-line';
import { PageShell } from '../page/shell/page-shell';
import { Waiting } from '../ui/screen';
import { useWide, usePalette } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { useDrawingQuery } from './api';
import { DrawingContext } from './drawing-context';
import { freePass } from './free-pass';
import { drawingTitle } from './words';

/** A page that is drawn on without a reference. */
export function DrawingScreen({ id }: { readonly id: Id }) {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { data: drawing, isError, error, refetch } = useDrawingQuery(id);
  const keeper = usePage(drawing?.page ?? null);
  const [recipe, setRecipe] = useState<Recipe | null>(null);
  const [marked, setMarked] = useState(false);
  const [pageOnly, setPageOnly] = useState(false);
  if (!drawing || !keeper)
    return (
      <View style={[styles.waiting, { backgroundColor: palette.desk }]}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  const line = (
    <SlimLine
      left={
        <Way
          back
          label={wide ? 'Back' : ''}
          spoken="Back"
          onPress={() => (router.canGoBack() ? router.back() : router.replace('/drawings'))}
        />
      }
      middle={
        <Text kind="strong" lines={1} level={1} style={styles.title}>
          {drawingTitle(drawing)}
        </Text>
      }
      right={<SaveSign keeper={keeper} />}
    />
  );
  return (
    <DrawingContext.Provider value={{ drawing, recipe, setRecipe, marked, setMarked }}>
      <View style={[styles.fill, { backgroundColor: palette.desk }]}>
        <PageShell
          key={drawing.id}
          line={line}
          pass={freePass}
          keeper={keeper}
          pageOnly={pageOnly}
          onPageOnly={setPageOnly}
        />
      </View>
    </DrawingContext.Provider>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  waiting: { flex: 1, padding: 24 },
  title: { flexShrink: 1 },
});
