import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { PlaceName } from '../../data/desk-slice';
import { useDesk } from '../../data/store';
import type { PageKeeper } from '../../data/page-keeper';
import { useThings } from '../../data/use-page';
import { WordAct } from '../../ui/acts';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import type { PanelName } from './panels';

interface TrayProps {
  readonly keeper: PageKeeper;
  readonly upper: ReactNode;
  readonly place: PlaceName;
  readonly open: PanelName | null;
  readonly onOpen: (what: PanelName | null) => void;
}

/**
 * Two rows within the thumb's reach: what the hand offers, and the five controls. On a wide screen they are
 * one.
 */
export function Tray({ keeper, upper, place, open, onOpen }: TrayProps) {
  const palette = usePalette();
  const wide = useWide();
  const { hand, leftHanded } = useDesk((state) => state.desk);
  useThings(keeper, [
    'form',
    'guide',
    'axis',
    'note',
    'landmark',
    'sheet',
    'stroke',
    'placement',
    'page',
    'version',
  ]);
  const { log, device } = keeper.replica;
  const toggle = (what: 'hand' | 'place' | 'looks'): void => onOpen(open === what ? null : what);
  const arrow = (what: string): string => (open === what ? '▾' : '▴');
  const controls = [
    <WordAct
      key="hand"
      label={`${hand} ${arrow('hand')}`}
      spoken={`Hand: ${hand}`}
      on={open === 'hand'}
      onPress={() => toggle('hand')}
      testID="hand"
      style={{ minWidth: 78 }}
    />,
    <WordAct
      key="place"
      label={`${place} ${arrow('place')}`}
      spoken={`Place of the reference: ${place}`}
      on={open === 'place'}
      onPress={() => toggle('place')}
      testID="place"
      style={{ minWidth: 86 }}
    />,
    <WordAct
      key="looks"
      label="Looks"
      spoken="Looks: see it afresh, hide parts, the view, the paper, taking it out"
      on={open === 'looks'}
      onPress={() => toggle('looks')}
      testID="looks"
    />,
    <WordAct
      key="undo"
      label="Undo"
      disabled={!log.undoable(device)}
      onPress={() => void keeper.undo()}
      testID="undo"
    />,
    <WordAct
      key="redo"
      label="Redo"
      disabled={!log.redoable(device)}
      onPress={() => void keeper.redo()}
      testID="redo"
    />,
  ];
  const row = (
    <View
      style={{
        flexDirection: leftHanded ? 'row-reverse' : 'row',
        justifyContent: 'space-between',
        paddingHorizontal: 8,
        minHeight: 50,
        alignItems: 'center',
        gap: wide ? 14 : 0,
      }}
    >
      {leftHanded ? controls.reverse() : controls}
    </View>
  );
  return (
    <View
      style={{
        backgroundColor: palette.desk,
        borderTopWidth: 1,
        borderColor: palette.rule,
        ...(wide
          ? { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 12 }
          : { paddingBottom: 6 }),
      }}
    >
      {wide ? (
        <>
          {upper}
          {row}
        </>
      ) : (
        <>
          <View style={{ borderBottomWidth: 1, borderColor: palette.rule }}>{upper}</View>
          {row}
        </>
      )}
    </View>
  );
}
