import { StyleSheet, View } from 'react-native';
import { useDeskDispatch } from '../../data/store';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { BesideView } from '../parts/reference-view';
import { cutPiece, takeColour } from './shell-acts';
import { useShell } from './shell-context';

/** The reference beside the page, or what the pass lays there in its stead. */
export function BesidePlace() {
  const palette = usePalette();
  const wide = useWide();
  const send = useDeskDispatch();
  const shell = useShell();
  const { reference, state, mirrored, marks, pass } = shell;
  if (!reference) return null;
  const { taking, look } = state;
  const edge = wide ? styles.wide : styles.upright;
  const Instead = pass.Beside;
  return (
    <View style={[edge, { borderColor: palette.rule }]}>
      {Instead && !taking ? (
        <Instead />
      ) : (
        <BesideView
          reference={reference}
          seen={{ look, mirrored, marks }}
          onCut={taking === 'piece' ? (loop) => cutPiece(shell, send, loop) : null}
          onColour={taking === 'colour' ? (hex) => takeColour(shell, send, hex) : null}
        />
      )}
      {taking === 'piece' ? (
        <View style={[styles.hint, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
          <Text size={13}>Draw round the piece you want on your page.</Text>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  wide: { flex: 4, borderRightWidth: 1 },
  upright: { flex: 3, borderBottomWidth: 1 },
  hint: { position: 'absolute', top: 8, left: 8, right: 8, padding: 8, borderWidth: 1 },
});
