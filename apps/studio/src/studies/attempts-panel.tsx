import { StyleSheet, View } from 'react-native';
import type { Attempt, Study } from '@deft/contract';
import { spokenTime } from '@deft/core/session';
import { dayWords } from '../data/date-words';
import { DrawnPage } from '../page/parts/drawn-page';
import { useRemoving } from '../practice/use-removing';
import { Act } from '../ui/acts';
import { Panel } from '../ui/panel';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useStudy } from './study-context';
import { useProgress, type Step } from './use-progress';
import { ATTEMPTS_NOTE, FROM_KNOWLEDGE_NOTE, FROM_TRACE_NOTE, NO_CHANGE_TOLD } from './words';

/** How an attempt came about, in a few words. */
function attemptWords({ way, seconds, source, copyOf }: Attempt, attempts: Study['attempts']): string {
  const from = source === 'sight' ? '' : source === 'memory' ? ', from memory' : ', from what you know';
  if (copyOf !== null) {
    const original = attempts.findIndex(({ id }) => id === copyOf);
    return original < 0 ? 'a copy' : `a copy of ${original + 1}`;
  }
  if (seconds !== null) return `${spokenTime(1000 * seconds)}, ${way}${from}`;
  return `${way}${from}`;
}

interface AttemptsPanelProps {
  readonly onClose: () => void;
  readonly onBack?: () => void;
}

/**
 * All attempts of a study in a row, as small pages: what got better from one to the next, where both were
 * checked. One is shown, laid faintly over the one that is, or removed; a new one is begun.
 */
export function AttemptsPanel({ onClose, onBack }: AttemptsPanelProps) {
  const { study, beginAnew, setTraceShown } = useStudy();
  const progress = useProgress();
  return (
    <Panel title="Attempts" onClose={onClose} {...(onBack ? { onBack } : {})}>
      <Text size={13} soft>
        {ATTEMPTS_NOTE}
      </Text>
      <View style={styles.row}>
        {study.attempts.map((attempt, i) => (
          <SmallAttempt
            key={attempt.id}
            attempt={attempt}
            nth={i + 1}
            step={progress.get(attempt.id) ?? null}
            onClose={onClose}
          />
        ))}
      </View>
      <Act
        label="New attempt"
        testID="new-attempt"
        onPress={() => {
          beginAnew(null);
          onClose();
        }}
      />
      {study.traces.length > 0 ? (
        <Act
          label="From your trace"
          testID="from-trace"
          onPress={() => {
            setTraceShown(true);
            beginAnew(null);
            onClose();
          }}
        />
      ) : null}
      <Act
        label="From what you know first"
        testID="from-knowledge"
        onPress={() => {
          setTraceShown(false);
          beginAnew(null, 'knowledge');
          onClose();
        }}
      />
      <Text size={13} soft>
        {study.traces.length > 0 ? `${FROM_TRACE_NOTE} ` : ''}
        {FROM_KNOWLEDGE_NOTE}
      </Text>
    </Panel>
  );
}

interface SmallAttemptProps {
  readonly attempt: Attempt;
  readonly nth: number;
  readonly step: Step | null;
  readonly onClose: () => void;
}

function SmallAttempt({ attempt, nth, step, onClose }: SmallAttemptProps) {
  const palette = usePalette();
  const remove = useRemoving();
  const { study, attempt: shown, showAttempt, over, setOver } = useStudy();
  const { id, page, region, createdAt, miss } = attempt;
  const isShown = id === shown?.id;
  const name = `attempt ${nth}`;
  return (
    <View style={styles.attempt} testID="attempt">
      <View
        style={[
          styles.small,
          { borderColor: isShown ? palette.verdigris : palette.rule, borderWidth: isShown ? 3 : 1 },
        ]}
      >
        <DrawnPage page={page} region={region} label={`Attempt ${nth}`} />
      </View>
      <Text kind="strong" size={13} colour={isShown ? palette.verdigris : undefined}>
        {`${nth}. ${attemptWords(attempt, study.attempts)}`}
      </Text>
      <Text size={12} soft>
        {miss === null ? dayWords(createdAt) : `${dayWords(createdAt)} · ${miss.toFixed(1)} % off`}
      </Text>
      {step ? (
        <Text size={13} live soft={step.said === null} testID="progress">
          {step.said ?? (step.coming ? 'Comparing …' : NO_CHANGE_TOLD)}
        </Text>
      ) : null}
      <View style={styles.acts}>
        {isShown ? null : (
          <>
            <Act
              small
              label="Show"
              spoken={`Show: ${name}`}
              onPress={() => {
                showAttempt(id);
                onClose();
              }}
            />
            <Act
              small
              label="Lay over"
              spoken={`Lay over: ${name}, faintly over the one that is shown`}
              pressed={over === id}
              onPress={() => setOver(over === id ? null : id)}
            />
          </>
        )}
        <Act
          small
          label="Remove"
          spoken={`Remove ${name}`}
          onPress={() => {
            if (isShown) showAttempt(null);
            void remove('attempt', [id], `${study.reference.title}, ${nth}`);
          }}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, marginVertical: 10 },
  attempt: { width: 156, gap: 4 },
  small: { height: 190 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
