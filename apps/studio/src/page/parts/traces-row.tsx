import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { TraceOn } from '@deft/contract';
import { Act } from '../../ui/acts';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { DrawnPage } from './drawn-page';

/** As many are shown at once: each reads its page. */
const AT_ONCE = 24;

interface TracesRowProps {
  readonly rows: readonly TraceOn[];
  /** The picture that is open. */
  readonly open: Id | null;
  /** Whether one without a trace can be opened too. */
  readonly bare: boolean;
  readonly onOpen: (row: TraceOn) => void;
}

/** The traces of several pictures in one row, shrunk; touched, one is opened. */
export function TracesRow({ rows, open, bare, onOpen }: TracesRowProps) {
  const palette = usePalette();
  const [from, setFrom] = useState(() => {
    const at = rows.findIndex(({ reference }) => reference === open);
    return at < 0 ? 0 : at - (at % AT_ONCE);
  });
  return (
    <View style={styles.row}>
      {rows.slice(from, from + AT_ONCE).map((row) => {
        const isOpen = row.reference === open;
        return (
          <Pressable
            key={row.reference}
            role="button"
            disabled={isOpen || (!bare && !row.traced)}
            onPress={() => onOpen(row)}
            testID="trace-on"
            style={styles.trace}
          >
            <View
              style={[
                styles.small,
                { borderColor: isOpen ? palette.verdigris : palette.rule, borderWidth: isOpen ? 3 : 1 },
              ]}
            >
              {row.traced ? (
                <DrawnPage page={row.traced.page} label={`The trace of ${row.title}`} />
              ) : (
                <Text size={12} soft style={styles.none}>
                  not traced yet
                </Text>
              )}
            </View>
            <Text size={13} lines={2} colour={isOpen ? palette.verdigris : undefined}>
              {isOpen ? `${row.title}, open` : row.title}
            </Text>
          </Pressable>
        );
      })}
      {rows.length > AT_ONCE ? (
        <View style={styles.more}>
          <Act
            small
            label="Earlier ones"
            disabled={from === 0}
            onPress={() => setFrom(Math.max(0, from - AT_ONCE))}
          />
          <Act
            small
            label="More"
            disabled={from + AT_ONCE >= rows.length}
            onPress={() => setFrom(from + AT_ONCE)}
          />
          <Text size={13} soft>
            {`${from + 1} to ${Math.min(rows.length, from + AT_ONCE)} of ${rows.length}`}
          </Text>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  trace: { width: 100, gap: 4 },
  small: { height: 130, justifyContent: 'center' },
  none: { textAlign: 'center' },
  more: { flexDirection: 'row', alignItems: 'center', gap: 8, width: '100%' },
});
