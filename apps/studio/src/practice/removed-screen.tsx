import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { MOST_REMOVED, type Removal } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { dayWords } from '../data/date-words';
import { sentenceOf } from '../data/refusals';
import { useRemovedQuery, useRemoveForGoodMutation, useRestoreMutation } from '../data/removed-api';
import { Act } from '../ui/acts';
import { useSay } from '../ui/notes';
import { PaperCard } from '../ui/paper-card';
import { RowsInView } from '../ui/rows-in-view';
import { Empty, Screen, Waiting } from '../ui/screen';
import { Text } from '../ui/text';
import { usePalette } from '../ui/use-desk-theme';
import { SmallDrawing } from './small-drawing';
import { daysLeft, nameOf, NOT_BROUGHT_BACK, NOTHING_REMOVED, REMOVED_NOTE } from './words';

const HEIGHT = 120;
const GAP = 10;

/** What was removed: to be brought back, or to go for good. */
export function RemovedScreen() {
  const say = useSay();
  const { data: removed, isError, error, refetch } = useRemovedQuery();
  const [restore] = useRestoreMutation();
  const [removeForGood] = useRemoveForGoodMutation();
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  // What goes for good is asked about once, where it stands.
  const [asked, setAsked] = useState<Id | 'all' | null>(null);
  const back = async ({ id, kind, title }: Removal): Promise<void> => {
    const made = await restore([id]);
    say({
      text: made.error
        ? `${NOT_BROUGHT_BACK} ${sentenceOf(made.error)}`
        : `The ${nameOf(kind)} “${title}” is back.`,
    });
  };
  const forGood = async (ids: readonly Id[]): Promise<void> => {
    setAsked(null);
    for (let from = 0; from < ids.length; from += MOST_REMOVED) {
      const made = await removeForGood(ids.slice(from, from + MOST_REMOVED));
      if (made.error) return say({ text: sentenceOf(made.error) });
    }
  };
  const all = removed?.map(({ id }) => id) ?? [];
  return (
    <Screen
      title="Removed"
      onScroller={setScroller}
      foot={
        all.length > 0 ? (
          asked === 'all' ? (
            <>
              <Act
                label={`Yes, all ${all.length} for good`}
                onPress={() => void forGood(all)}
                style={styles.tall}
                testID="all-for-good"
              />
              <Act label="No" onPress={() => setAsked(null)} style={styles.tall} />
            </>
          ) : (
            <Act label="Remove all for good" onPress={() => setAsked('all')} style={styles.tall} />
          )
        ) : null
      }
    >
      <Text soft>{REMOVED_NOTE}</Text>
      {!removed ? <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /> : null}
      {removed?.length === 0 ? <Empty>{NOTHING_REMOVED}</Empty> : null}
      {removed && removed.length > 0 ? (
        <RowsInView
          testID="removed"
          rows={removed.length}
          scroller={scroller}
          heightFor={() => HEIGHT + GAP}
          renderRow={(row) => {
            const one = removed[row];
            return one ? (
              <RemovedCard
                removal={one}
                asked={asked === one.id}
                onAsk={setAsked}
                onBack={() => void back(one)}
                onForGood={() => void forGood([one.id])}
              />
            ) : null;
          }}
        />
      ) : null}
    </Screen>
  );
}

interface RemovedCardProps {
  readonly removal: Removal;
  /** Whether it is asked if it should go for good. */
  readonly asked: boolean;
  readonly onAsk: (id: Id | null) => void;
  readonly onBack: () => void;
  readonly onForGood: () => void;
}

function RemovedCard({ removal, asked, onAsk, onBack, onForGood }: RemovedCardProps) {
  const palette = usePalette();
  const { id, kind, title, createdAt, removedAt, drawing } = removal;
  return (
    <PaperCard style={styles.card}>
      <View style={[styles.drawing, { borderColor: palette.rule }]}>
        {drawing ? <SmallDrawing drawing={drawing} /> : null}
      </View>
      <View style={styles.words}>
        <Text kind="strong" lines={1}>
          {title}
        </Text>
        <Text size={13} soft lines={1}>
          {`${nameOf(kind)} of ${dayWords(createdAt)}, ${daysLeft(removedAt)}`}
        </Text>
        <View style={styles.acts}>
          {asked ? (
            <>
              <Act small label="Yes, for good" onPress={onForGood} />
              <Act small label="No" onPress={() => onAsk(null)} />
            </>
          ) : (
            <>
              <Act small label="Bring back" spoken={`Bring back: ${title}`} onPress={onBack} />
              <Act
                small
                label="Remove for good"
                spoken={`Remove for good: ${title}`}
                onPress={() => onAsk(id)}
              />
            </>
          )}
        </View>
      </View>
    </PaperCard>
  );
}

const styles = StyleSheet.create({
  tall: { minHeight: 52 },
  card: { flexDirection: 'row', height: HEIGHT },
  drawing: { width: 84, borderRightWidth: 1 },
  words: { flex: 1, padding: 10, paddingRight: 18, gap: 2 },
  acts: { flexDirection: 'row', gap: 8, marginTop: 6 },
});
