import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { Attempt, Study } from '@deft/contract';
import { spokenTime } from '@deft/core/session';
import { dayWords } from '../data/date-words';
import { DrawnPage } from '../page/parts/drawn-page';
import { AboutPanel } from '../practice/about-panel';
import { useRemoving } from '../practice/use-removing';
import { Act } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useStudy } from './study-context';

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

interface AboutStudyProps {
  readonly onClose: () => void;
  readonly onBack?: () => void;
}

/** The study's name and its attempts, each to be shown or removed; and removing the study. */
export function AboutStudy({ onClose, onBack }: AboutStudyProps) {
  const palette = usePalette();
  const router = useRouter();
  const remove = useRemoving();
  const { study, attempt: shown, showAttempt } = useStudy();
  const { attempts, reference } = study;
  return (
    <AboutPanel
      of={{ kind: 'study', ...study }}
      onClose={onClose}
      {...(onBack ? { onBack } : {})}
      onGone={() => (router.canGoBack() ? router.back() : router.replace('/studies'))}
    >
      {attempts.map((attempt, i) => {
        const { id, page, region, createdAt } = attempt;
        const name = `${reference.title}, ${i + 1}`;
        return (
          <View key={id} style={[styles.attempt, { borderColor: palette.rule }]} testID="attempt">
            <View style={styles.drawing}>
              <DrawnPage page={page} region={region} label="" />
            </View>
            <View style={styles.words}>
              <Text kind="strong">{`${i + 1}. ${attemptWords(attempt, attempts)}`}</Text>
              <Text size={12} soft>
                {dayWords(createdAt)}
              </Text>
              <View style={styles.acts}>
                <Act
                  small
                  label={id === shown?.id ? 'Shown' : 'Show'}
                  spoken={`${id === shown?.id ? 'Shown' : 'Show'}: attempt ${i + 1}`}
                  disabled={id === shown?.id}
                  onPress={() => {
                    showAttempt(id);
                    onClose();
                  }}
                />
                <Act
                  small
                  label="Remove"
                  spoken={`Remove attempt ${i + 1}`}
                  onPress={() => {
                    if (id === shown?.id) showAttempt(null);
                    void remove('attempt', [id], name);
                  }}
                />
              </View>
            </View>
          </View>
        );
      })}
    </AboutPanel>
  );
}

const styles = StyleSheet.create({
  attempt: { flexDirection: 'row', gap: 10, paddingVertical: 6, borderTopWidth: 1 },
  drawing: { width: 76, height: 96 },
  words: { flex: 1, gap: 2 },
  acts: { flexDirection: 'row', gap: 8 },
});
