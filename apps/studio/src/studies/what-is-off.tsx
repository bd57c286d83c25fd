import { useRouter } from 'expo-router';
import { Fragment } from 'react';
import { StyleSheet, View } from 'react-native';
import { meantSentences, summarySentence } from '@deft/core/findings';
import type { Id, Thing } from '@deft/core/page';
import { Act } from '../ui/acts';
import { Text } from '../ui/text';
import { Way } from '../ui/way';
import { EarlierAct } from './earlier-checks';
import { FindingRow, Guesses, Perhaps, Unsure } from './finding-rows';
import { MeantThat } from './meant';
import { SaidAway, Seen } from './seen';
import type { Answer, ToCheck } from './use-checked';
import { ON_PURPOSE } from './words';

interface WhatIsOffProps extends ToCheck {
  /** What of the page belongs to the attempt. */
  readonly things: ReadonlyMap<Id, Thing>;
  readonly result: Answer;
  readonly chosen: string | null;
  readonly onChoose: (finding: string | null) => void;
  /** Sets what landmarks it lacks; null where it lacks none. */
  readonly onLandmarks: (() => void) | null;
  /** Lays the drawing on the picture by hand. */
  readonly onLay: () => void;
  /** Opens what checks said before, or what is changed on purpose. */
  readonly onOver: (what: 'earlier' | 'meant') => void;
}

/** What is off, the largest first, with what is not sure and what can be set. */
export function WhatIsOff(props: WhatIsOffProps) {
  const { study, attempt, keeper, trace, onLandmarks, onLay, things, result, chosen, onChoose, onOver } =
    props;
  const router = useRouter();
  const { report, scale } = result;
  return (
    <>
      {(report.averageMiss ? report.cannotSay : report.cannotSay.slice(1)).map((sentence) => (
        <Text key={sentence} soft>
          {sentence}
        </Text>
      ))}
      {report.averageMiss ? (
        <Text soft testID="summary">
          {summarySentence(
            report,
            scale,
            attempt.departures.some(({ kind }) => kind === 'flipped'),
          )}
        </Text>
      ) : null}
      {meantSentences(result.meant, report).map((sentence) => (
        <Text key={sentence} soft testID="meant">
          {sentence}
        </Text>
      ))}
      <Seen keeper={keeper} things={things} result={result} />
      <SaidAway keeper={keeper} things={things} />
      <View>
        {report.findings.map((finding, i) => (
          <Fragment key={finding.id}>
            <FindingRow
              finding={finding}
              number={i + 1}
              on={finding.id === chosen}
              report={report}
              onPress={() => onChoose(finding.id === chosen ? null : finding.id)}
            />
            {finding.id === chosen ? <MeantThat {...{ study, attempt, finding }} /> : null}
          </Fragment>
        ))}
      </View>
      <Perhaps report={report} chosen={chosen} onChoose={onChoose} />
      {report.perhaps
        .filter(({ id }) => id === chosen)
        .map((finding) => (
          <MeantThat key={finding.id} {...{ study, attempt, finding }} />
        ))}
      <Unsure report={report} />
      <Guesses report={report} keeper={keeper} trace={trace} />
      <View style={styles.acts}>
        {onLandmarks ? (
          <Act
            label={result.seen ? 'Set some in a quick run' : 'Set the landmarks it lacks'}
            onPress={onLandmarks}
          />
        ) : null}
        {result.isEmpty ? null : <Act label="Lay it by hand" onPress={onLay} testID="lay-by-hand" />}
        {result.isEmpty ? null : (
          <Act label={ON_PURPOSE} onPress={() => onOver('meant')} testID="on-purpose" />
        )}
        <EarlierAct attempt={attempt} onOpen={() => onOver('earlier')} />
      </View>
      <View style={styles.first}>
        <Way
          label="Bring a drawing made elsewhere"
          onPress={() => router.push({ pathname: '/studies/bring', params: { study: study.id } })}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  first: { alignSelf: 'flex-start' },
});
