import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { LISTED_AT_ONCE } from '@deft/contract';
import { useDrawingsQuery } from '../data/drawings-api';
import { sentenceOf } from '../data/refusals';
import { SmallDrawing } from '../practice/small-drawing';
import { useBlankPage } from '../practice/use-blank-page';
import { Act, MainAct } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { Empty, Screen, Waiting } from '../ui/screen';
import { Text } from '../ui/text';
import { useWide } from '../ui/use-desk-theme';
import { drawingTitle, NO_PAGE, PAGES } from './words';

/** Every page that is drawn on without a reference, the newest first. */
export function DrawingsScreen() {
  const router = useRouter();
  const wide = useWide();
  const [from, setFrom] = useState(0);
  const { data, isError, error, refetch } = useDrawingsQuery({ from, count: LISTED_AT_ONCE });
  const { begin, beginning } = useBlankPage();
  return (
    <Screen
      title={PAGES}
      aside={data ? <Text size={13} soft>{`${data.total}`}</Text> : null}
      foot={
        <MainAct
          label="A blank page"
          disabled={beginning}
          onPress={() => void begin()}
          style={{ flex: wide ? undefined : 1 }}
        />
      }
    >
      {!data ? <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /> : null}
      {data?.total === 0 ? <Empty>{NO_PAGE}</Empty> : null}
      <View style={styles.cards}>
        {data?.items.map((drawing) => {
          const name = drawingTitle(drawing);
          return (
            <Pressable
              key={drawing.id}
              role="link"
              aria-label={name}
              testID="drawing"
              onPress={() => router.push({ pathname: '/drawings/[id]', params: { id: drawing.id } })}
              style={{ width: wide ? 170 : '47%' }}
            >
              <PaperCard style={styles.card}>
                {drawing.head > 1 ? (
                  <SmallDrawing drawing={{ attempt: drawing.id, version: drawing.head }} />
                ) : null}
              </PaperCard>
              <Text size={13} lines={2} style={styles.name}>
                {name}
              </Text>
            </Pressable>
          );
        })}
      </View>
      {data && data.total > LISTED_AT_ONCE ? (
        <View style={styles.more}>
          <Act
            label="Newer ones"
            disabled={from === 0}
            onPress={() => setFrom(Math.max(0, from - LISTED_AT_ONCE))}
          />
          <Act
            label="Older ones"
            disabled={from + LISTED_AT_ONCE >= data.total}
            onPress={() => setFrom(from + LISTED_AT_ONCE)}
          />
        </View>
      ) : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  card: { height: 210 },
  name: { marginTop: 4 },
  more: { flexDirection: 'row', gap: 8, marginTop: 12 },
});
