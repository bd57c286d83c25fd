import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { usePage } from '../data/use-page';
import { SaveSign, SlimLine } from '../page/parts/slim-line';
import { PageShell } from '../page/shell/page-shell';
import { Waiting } from '../ui/screen';
import { usePalette } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { useBoardQuery } from './api';
import { BoardContext } from './board-context';
import { boardPass } from './board-pass';

/** Several pictures laid out together: a page on which pictures are moved, turned, flipped, cropped. */
export function BoardScreen({ id }: { readonly id: Id }) {
  const palette = usePalette();
  const router = useRouter();
  const { data: board, isError, error, refetch } = useBoardQuery(id);
  const keeper = usePage(board?.page ?? null);
  if (!board || !keeper)
    return (
      <View style={[styles.waiting, { backgroundColor: palette.desk }]}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  const line = (
    <SlimLine
      left={<Way back label="Boards" onPress={() => router.replace('/boards')} />}
      middle={
        <Text kind="strong" lines={1} level={1} style={styles.title}>
          {board.title}
        </Text>
      }
      right={<SaveSign keeper={keeper} />}
    />
  );
  return (
    <BoardContext.Provider value={board}>
      <View style={[styles.fill, { backgroundColor: palette.desk }]}>
        <PageShell key={board.id} line={line} pass={boardPass} keeper={keeper} />
      </View>
    </BoardContext.Provider>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  waiting: { flex: 1, padding: 24 },
  title: { flexShrink: 1 },
});
