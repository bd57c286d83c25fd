import { StyleSheet, View } from 'react-native';
import { lineRows, lineSentence, usualOf, type LineFigures } from '@deft/core/strokes';
import type { Attempt } from '@deft/contract';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { useOtherLinesQuery } from '../api';
import { LINE_MARKED, LINE_NO_FAULT, NOTHING_USUAL_YET } from '../words';

/** How the lines were drawn, beside what is usual for the student in about as much time. */
export function LineKind({ attempt, line }: { readonly attempt: Attempt; readonly line: LineFigures }) {
  const palette = usePalette();
  const { data: others = [] } = useOtherLinesQuery(attempt.id);
  const usual = usualOf(others);
  const rows = lineRows(line, usual);
  return (
    <View style={styles.kind} testID="line-kind">
      <Text kind="strong">{lineSentence(line, usual)}</Text>
      <View>
        {rows.map(({ name, here, usually }) => (
          <View key={name} style={[styles.row, { borderColor: palette.rule }]}>
            <Text style={styles.name}>{name}</Text>
            <View style={styles.values}>
              <Text style={styles.value}>{here}</Text>
              {usually ? <Text size={13} soft>{`usually ${usually}`}</Text> : null}
            </View>
          </View>
        ))}
      </View>
      {line.restated > 0 ? (
        <Text size={13} soft>
          {LINE_MARKED}
        </Text>
      ) : null}
      <Text size={13} soft>
        {usual.strokes === null ? NOTHING_USUAL_YET : LINE_NO_FAULT}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  kind: { gap: 8 },
  row: { flexDirection: 'row', gap: 12, paddingVertical: 6, borderBottomWidth: 1 },
  name: { flexShrink: 0 },
  values: { flex: 1, alignItems: 'flex-end' },
  value: { textAlign: 'right' },
});
