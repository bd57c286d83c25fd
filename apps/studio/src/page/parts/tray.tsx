import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDesk } from '../../data/store';
import { useThings } from '../../data/use-page';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { useShell } from '../shell/shell-context';
import { HAND_SHAPES, PLACE_SHAPES } from './icons';
import { TrayAct } from './tray-act';

const EVERYTHING = [
  'form',
  'guide',
  'axis',
  'note',
  'landmark',
  'sheet',
  'stroke',
  'mass',
  'placement',
  'page',
  'version',
] as const;

/**
 * Two rows within the thumb's reach: what the hand offers, and the five controls. On a wide screen they are
 * one.
 */
export function Tray({ upper }: { readonly upper: ReactNode }) {
  const palette = usePalette();
  const wide = useWide();
  const { leftHanded } = useDesk('leftHanded');
  const row = (
    <View style={[styles.row, { flexDirection: leftHanded ? 'row-reverse' : 'row', gap: wide ? 14 : 0 }]}>
      <Controls />
    </View>
  );
  const edge = { backgroundColor: palette.desk, borderColor: palette.rule };
  return (
    <View style={[styles.tray, edge, wide ? styles.wide : styles.upright]} testID="tray">
      {wide ? upper : <View style={[styles.upper, edge]}>{upper}</View>}
      {row}
    </View>
  );
}

/** The hand, the place of the reference or what the pass has there, looks, undo and redo. */
function Controls() {
  const { hand } = useDesk('hand');
  const { pass, keeper, state, dispatch } = useShell();
  useThings(keeper, EVERYTHING);
  const { log, device } = keeper.replica;
  const { panel, place } = state;
  const { MainAct } = pass;
  const toggle = (what: string) => (): void =>
    dispatch({ kind: 'panel', panel: panel === what ? null : what });
  return (
    <>
      {MainAct ? <MainAct /> : null}
      {pass.hands.length > 1 ? (
        <TrayAct
          label={`${hand} ▴`}
          spoken={`${hand} ▴, the hand`}
          shape={HAND_SHAPES[hand]}
          on={panel === 'hand'}
          onPress={toggle('hand')}
          testID="hand"
        />
      ) : null}
      {place ? (
        <TrayAct
          label={`${place} ▴`}
          spoken={`${place} ▴, the place of the reference`}
          shape={PLACE_SHAPES[place]}
          on={panel === 'place'}
          onPress={toggle('place')}
          testID="place"
        />
      ) : null}
      <TrayAct
        label="Looks"
        spoken="Looks: see it afresh, hide parts, the view, the paper, saving it as a file"
        shape="looks"
        on={panel === 'looks'}
        onPress={toggle('looks')}
        testID="looks"
      />
      <TrayAct
        label="Undo"
        shape="undo"
        disabled={!log.undoable(device)}
        onPress={() => void keeper.undo()}
        testID="undo"
      />
      <TrayAct
        label="Redo"
        shape="redo"
        disabled={!log.redoable(device)}
        onPress={() => void keeper.redo()}
        testID="redo"
      />
    </>
  );
}

const styles = StyleSheet.create({
  tray: { borderTopWidth: 1 },
  upright: { paddingBottom: 4 },
  wide: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 12 },
  upper: { borderBottomWidth: 1 },
  row: { justifyContent: 'space-between', paddingHorizontal: 8, minHeight: 58, alignItems: 'center' },
});
