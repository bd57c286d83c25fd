import { StyleSheet, View } from 'react-native';
import { capital } from '@deft/core/words';
import { useDesk } from '../data/store';
import { TracesRow } from '../page/parts/traces-row';
import type { PassPanelProps } from '../page/shell/pass';
import { useShell } from '../page/shell/shell-context';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Panel } from '../ui/panel';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useTogether } from './use-together';
import { TOGETHER_NOTE } from './words';

/** A set traced together, under the page: the part on this picture, and on to the next picture. */
export function TogetherStrip() {
  const palette = usePalette();
  const { leftHanded } = useDesk('leftHanded');
  const { dispatch, state } = useShell();
  const together = useTogether();
  if (!together || together.at < 0) return null;
  const { rows, at, step, isFirst, isLast, goOn, goBack, stop } = together;
  const flexDirection = leftHanded ? 'row-reverse' : 'row';
  return (
    <View
      style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule, flexDirection }]}
      testID="together"
    >
      <View style={styles.words}>
        <Text kind="strong" live>
          {capital(step ?? 'forms')}
        </Text>
        <Text size={13} soft>
          {`on picture ${at + 1} of ${rows.length}`}
        </Text>
      </View>
      <View style={[styles.acts, { flexDirection }]}>
        <Act small label="‹" spoken="‹ the picture before" disabled={isFirst} onPress={goBack} />
        <Act
          small
          label="All"
          spoken="All: the traces of all pictures, and the parts"
          pressed={state.panel === 'together'}
          onPress={() => dispatch({ kind: 'panel', panel: 'together' })}
        />
        {isLast ? null : (
          <Act small label="Next ›" spoken="Next ›: the next picture" onPress={goOn} testID="together-next" />
        )}
        <Act
          small
          label={isLast ? 'Done' : '×'}
          spoken={isLast ? 'Done' : '×: trace this picture alone'}
          onPress={stop}
        />
      </View>
    </View>
  );
}

/** The traces of all pictures in one row, and which part is traced now. */
export function TogetherPanel({ onClose }: PassPanelProps) {
  const together = useTogether();
  if (!together) return null;
  const { rows, at, step, steps, show } = together;
  const open = rows[at]?.reference ?? null;
  return (
    <Panel title="Traced together" onClose={onClose}>
      <Text size={13} soft>
        {TOGETHER_NOTE}
      </Text>
      {steps.length > 0 ? (
        <Choice label="The part now" shown>
          {steps.map((name) => (
            <Option
              key={name}
              small
              label={name}
              on={name === step}
              onPress={() => open && show(open, name)}
            />
          ))}
        </Choice>
      ) : null}
      <TracesRow rows={rows} open={open} bare onOpen={({ reference }) => show(reference, step)} />
    </Panel>
  );
}

const styles = StyleSheet.create({
  strip: {
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 8,
    paddingHorizontal: 10,
    paddingVertical: 4,
    borderTopWidth: 1,
  },
  words: { flexShrink: 1 },
  acts: { gap: 4 },
});
