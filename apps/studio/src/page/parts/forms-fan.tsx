import { ScrollView, StyleSheet, View } from 'react-native';
import { FORM_KINDS } from '@deft/core/forms';
import { takeForm } from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { Act } from '../../ui/acts';
import { useShell } from '../shell/shell-context';
import { FORM_WORDS } from '../form-words';
import { TrayAct } from './tray-act';

/** Every kind of form, as a small drawing each: one is taken in hand. */
export function FormsFan() {
  const send = useDeskDispatch();
  const { formsTool } = useDesk('formsTool');
  const { dispatch } = useShell();
  return (
    <View style={styles.fan} testID="forms-fan">
      <ScrollView contentContainerStyle={styles.forms} style={styles.most}>
        {FORM_KINDS.map((kind) => (
          <TrayAct
            key={kind}
            label={FORM_WORDS[kind]}
            shape={kind}
            on={kind === formsTool}
            style={styles.form}
            onPress={() => {
              send(takeForm(kind));
              dispatch({ kind: 'upper', upper: null });
            }}
          />
        ))}
      </ScrollView>
      <Act small label="Done" onPress={() => dispatch({ kind: 'upper', upper: null })} />
    </View>
  );
}

const styles = StyleSheet.create({
  fan: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 6, gap: 6, flex: 1 },
  most: { flex: 1 },
  forms: { flexDirection: 'row', flexWrap: 'wrap' },
  form: { minWidth: 76 },
});
