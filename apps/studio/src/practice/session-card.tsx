import { StyleSheet, View } from 'react-native';
import type { SessionBrief } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { sessionState, sessionTitle } from '../data/brief-words';
import { dayWords } from '../data/date-words';
import { Filling } from '../ui/filling';
import { LookedAt } from '../ui/rows-in-view';
import { PracticeCard } from './practice-card';
import { SmallDrawing } from './small-drawing';

interface SessionCardProps {
  readonly session: SessionBrief;
  readonly width: number | '100%';
  /** There is room for its drawings in one row. */
  readonly roomy?: boolean;
  readonly chosen?: boolean | null;
  readonly onPress: () => void;
  readonly onAbout: () => void;
  readonly testID?: string;
}

/** A session with what was drawn in it. */
export function SessionCard({ session, roomy = false, testID = 'session', ...rest }: SessionCardProps) {
  const { first, drawn, lesson, createdAt } = session;
  const inRow = roomy || drawn.length < 2;
  return (
    <PracticeCard
      {...rest}
      picturesWidth={roomy ? Math.max(144, 96 * drawn.length) : undefined}
      testID={testID}
      title={sessionTitle(session)}
      lines={[dayWords(createdAt), sessionState(session), lesson].filter((line) => line !== '')}
      pictures={
        drawn.length === 0
          ? first && (
              <LookedAt>
                <Filling source={smallOf(first)} />
              </LookedAt>
            )
          : drawn.map((drawing) => (
              <View key={drawing.attempt} style={inRow ? styles.inRow : styles.quarter}>
                <SmallDrawing drawing={drawing} />
              </View>
            ))
      }
    />
  );
}

const styles = StyleSheet.create({
  inRow: { flex: 1, height: '100%' },
  quarter: { width: '50%', height: '50%', padding: 1 },
});
