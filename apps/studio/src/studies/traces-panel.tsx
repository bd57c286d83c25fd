import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { momentWords } from '../data/date-words';
import { DrawnPage } from '../page/parts/drawn-page';
import type { PassPanelProps } from '../page/shell/pass';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { Panel } from '../ui/panel';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { FaintPage } from './faint-page';
import { useStudy } from './study-context';
import { TRACES_NOTE } from './words';

/** All traces of a study in a row, shrunk: opened, laid over each other, and one more begun. */
export function TracesPanel({ onBack, onClose }: PassPanelProps) {
  const palette = usePalette();
  const { study, over, setOver, showTrace, traceAgain, markTrace } = useStudy();
  const { traces, trace: open } = study;
  return (
    <Panel title="Traces" onBack={onBack} onClose={onClose}>
      <Text size={13} soft>
        {TRACES_NOTE}
      </Text>
      <View style={styles.row}>
        {traces.map(({ id, page, createdAt, kind }, i) => {
          const isOpen = id === open;
          const name = `Trace ${i + 1}`;
          return (
            <View key={id} style={styles.trace} testID="trace">
              <View
                style={[
                  styles.small,
                  { borderColor: isOpen ? palette.verdigris : palette.rule, borderWidth: isOpen ? 3 : 1 },
                ]}
              >
                <DrawnPage page={page} label={`${name}, its forms`} />
              </View>
              <Text
                size={13}
                kind={isOpen ? 'strong' : 'body'}
                colour={isOpen ? palette.verdigris : undefined}
              >
                {isOpen ? `${i + 1}, open` : String(i + 1)}
              </Text>
              <Text size={13} soft>
                {momentWords(createdAt)}
              </Text>
              <KindField kind={kind} name={name} onMark={(to) => markTrace(id, to)} />
              {isOpen ? null : (
                <>
                  <Act
                    small
                    label="Open"
                    spoken={`Open: ${name}`}
                    onPress={() => {
                      setOver(null);
                      showTrace(id);
                      onClose();
                    }}
                  />
                  <Act
                    small
                    label="Lay over"
                    spoken={`Lay over: ${name}, faintly over the one that is open`}
                    pressed={over === id}
                    onPress={() => setOver(over === id ? null : id)}
                  />
                </>
              )}
            </View>
          );
        })}
      </View>
      <Act
        label="Trace again"
        testID="trace-again"
        onPress={() => {
          setOver(null);
          traceAgain();
          onClose();
        }}
      />
    </Panel>
  );
}

/** What kind of its subject a trace shows, as recipes part them. It is kept when the field is left. */
function KindField({
  kind,
  name,
  onMark,
}: {
  readonly kind: string;
  readonly name: string;
  readonly onMark: (kind: string) => void;
}) {
  const [text, setText] = useState(kind);
  const keep = (): void => {
    if (text.trim() !== kind) onMark(text.trim());
  };
  return (
    <Field
      label="Kind"
      aria-label={`Kind: of ${name}`}
      placeholder="ears up"
      value={text}
      onChangeText={setText}
      onBlur={keep}
      onSubmitEditing={keep}
      maxLength={40}
    />
  );
}

/** Another trace, faintly over the one that is open, where one wants it. */
export function TraceOver() {
  const { study, over } = useStudy();
  const trace = study.traces.find(({ id }) => id === over);
  const along = study.reference.id;
  const laid = useMemo(() => (trace ? { ...trace, along } : null), [trace, along]);
  return <FaintPage of={laid} testID="trace-over" />;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, marginVertical: 10 },
  trace: { width: 116, gap: 4 },
  small: { height: 136 },
});
