import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { PASSES, type Pass, type Study } from '@deft/contract';
import { passName, studyTitle } from '../data/brief-words';
import type { PageKeeper } from '../data/page-keeper';
import { SaveSign, SlimLine } from '../page/parts/slim-line';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { useWide } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { STUDY_PASSES } from './passes';
import type { StudyFlow } from './use-study-flow';

/** The passes as options; what is drawn can be checked only once there is a drawing. */
export const passOptions = (drawn: boolean) =>
  PASSES.map((value) => ({ value, label: passName(value), disabled: value === 'check' && !drawn }));

interface StudyLineProps {
  readonly study: Study;
  readonly flow: StudyFlow;
  readonly keeper: PageKeeper | null;
  readonly passesOpen: boolean;
  readonly onPasses: () => void;
  readonly onPass: (to: Pass) => void;
  /** Opens what there is to say about the study. */
  readonly onAbout: () => void;
  /** Opens its attempts in a row. */
  readonly onAttempts: () => void;
}

/** The slim line of a study: its passes, whether it is saved, its attempts, and what comes next. */
export function StudyLine({
  study,
  flow,
  keeper,
  passesOpen,
  onPasses,
  onPass,
  onAbout,
  onAttempts,
}: StudyLineProps) {
  const wide = useWide();
  const router = useRouter();
  const { pass, nth, attempt, beginAnew } = flow;
  const { page, next } = STUDY_PASSES[pass];
  const count = study.attempts.length;
  const name = passName(pass);
  const label = page === 'attempt' && pass !== 'check' ? `${name} ${attempt?.copyOf ? 'a copy' : nth}` : name;
  return (
    <SlimLine
      left={
        <View style={styles.row}>
          <Way
            back
            label={wide ? 'Back' : ''}
            spoken="Back to the desk"
            onPress={() => (router.canGoBack() ? router.back() : router.replace('/studies'))}
          />
          {wide ? (
            <>
              <Act
                label={studyTitle(study)}
                spoken={`${studyTitle(study)}: about this study`}
                onPress={onAbout}
                style={styles.title}
                testID="about-study"
              />
              <Choice label="Passes" style={styles.passes}>
                {passOptions(attempt !== null).map(({ value, label: own, disabled }) => (
                  <Option
                    key={value}
                    label={value === pass ? label : own}
                    on={value === pass}
                    disabled={disabled}
                    onPress={() => onPass(value)}
                  />
                ))}
              </Choice>
            </>
          ) : (
            <Act
              label={`${label} ▾`}
              spoken={`${label} ▾, the pass`}
              pressed={passesOpen}
              onPress={onPasses}
              testID="passes"
            />
          )}
        </View>
      }
      middle={keeper ? <SaveSign keeper={keeper} /> : <View />}
      right={
        <View style={styles.row}>
          {count > 1 && page === 'attempt' ? (
            <Act
              small
              label={`${nth} of ${count}`}
              spoken={`${nth} of ${count}, all attempts in a row`}
              testID="attempts"
              onPress={onAttempts}
            />
          ) : null}
          {pass === 'build' && wide ? (
            <Act small label="New attempt" onPress={() => beginAnew(null)} />
          ) : null}
          {next ? (
            <Way
              label={passName(next)}
              spoken={`${passName(next)}, the next pass`}
              testID="next-pass"
              onPress={() => onPass(next)}
            />
          ) : null}
        </View>
      }
    />
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, flexShrink: 1 },
  title: { marginRight: 12, flexShrink: 1 },
  passes: { marginBottom: 0 },
});
