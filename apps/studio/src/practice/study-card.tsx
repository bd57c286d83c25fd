import { StyleSheet, View } from 'react-native';
import type { StudyBrief } from '@deft/contract';
import { smallOf } from '../data/addresses';
import { studyState, studyTitle } from '../data/brief-words';
import { dayWords } from '../data/date-words';
import { Filling } from '../ui/filling';
import { LookedAt } from '../ui/rows-in-view';
import { PracticeCard } from './practice-card';
import { SmallDrawing } from './small-drawing';

interface StudyCardProps {
  readonly study: StudyBrief;
  readonly width: number | '100%';
  readonly chosen?: boolean | null;
  readonly onPress: () => void;
  readonly onAbout: () => void;
  readonly testID?: string;
}

/** A study: its picture, and beside it what was last drawn from it. */
export function StudyCard({ study, testID = 'study', ...rest }: StudyCardProps) {
  const { reference, last, updatedAt } = study;
  const title = studyTitle(study);
  return (
    <PracticeCard
      {...rest}
      testID={testID}
      title={title}
      lines={[
        title === reference.title ? '' : reference.title,
        studyState(study),
        dayWords(updatedAt),
      ].filter((line) => line !== '')}
      pictures={
        <>
          <View style={styles.half}>
            <LookedAt>
              <Filling source={smallOf(reference)} />
            </LookedAt>
          </View>
          {last ? (
            <View style={styles.half}>
              <SmallDrawing drawing={last} />
            </View>
          ) : null}
        </>
      }
    />
  );
}

const styles = StyleSheet.create({ half: { flex: 1, height: '100%' } });
