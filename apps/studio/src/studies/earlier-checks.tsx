import { momentWords } from '../data/date-words';
import { StyleSheet, View } from 'react-native';
import type { Attempt, KeptReport } from '@deft/contract';
import { Act } from '../ui/acts';
import { Panel } from '../ui/panel';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useReportsQuery } from './api';

/** What checks said of an attempt before the last, the newest first. */
function useEarlier(attempt: Attempt): readonly KeptReport[] {
  const { data: reports = [] } = useReportsQuery(attempt.id);
  return reports.slice(1);
}

/** Opens what checks said of this attempt before; nothing where it was checked but once. */
export function EarlierAct({ attempt, onOpen }: { readonly attempt: Attempt; readonly onOpen: () => void }) {
  const earlier = useEarlier(attempt);
  if (earlier.length === 0) return null;
  return <Act label={`Earlier checks: ${earlier.length}`} onPress={onOpen} testID="earlier-checks" />;
}

/** What checks said of this attempt before, as it was said then. */
export function EarlierChecks({
  attempt,
  onClose,
}: {
  readonly attempt: Attempt;
  readonly onClose: () => void;
}) {
  return (
    <Panel title="Earlier checks" onClose={onClose}>
      {useEarlier(attempt).map((report) => (
        <Earlier key={report.id} report={report} />
      ))}
    </Panel>
  );
}

function Earlier({ report: { createdAt, headline, miss, says } }: { readonly report: KeptReport }) {
  const palette = usePalette();
  return (
    <View style={[styles.report, { borderColor: palette.rule }]} testID="earlier-check">
      <Text size={13} soft>
        {miss === null
          ? momentWords(createdAt)
          : `${momentWords(createdAt)} · average miss ${miss.toFixed(1)} %`}
      </Text>
      <Text kind="strong">{headline}</Text>
      {says.map(({ sentence, sure }) => (
        <Text key={sentence} size={13} soft={sure === 'perhaps'}>
          {sentence}
        </Text>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  report: { gap: 2, paddingVertical: 8, borderBottomWidth: 1 },
});
