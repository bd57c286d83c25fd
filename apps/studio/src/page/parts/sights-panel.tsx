import { StyleSheet, View } from 'react-native';
import { isSight, sightOf } from '@deft/core/reference';
import { thingsOfType } from '@deft/core/page';
import { takeGuide, takeHand } from '../../data/desk-slice';
import { useDeskDispatch } from '../../data/store';
import { Act } from '../../ui/acts';
import { useSay } from '../../ui/notes';
import { Panel } from '../../ui/panel';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { GUIDE_NOTES } from '../guide-words';
import type { PassPanelProps } from '../shell/pass';
import { useShell } from '../shell/shell-context';

const NOTE =
  'Judge by eye first. A sight that was taken on the picture is taken in the drawing too; how much each is comes when you ask, beside the sight in the tray.';
const NONE =
  'No sight was taken on the picture yet: that is done in Observe, under Sights. Lengths and tilts of the drawing alone are among the guides.';

/** Sights that were taken on the picture, to be taken in the drawing as well. */
export function SightsPanel({ onBack, onClose }: PassPanelProps) {
  const palette = usePalette();
  const send = useDeskDispatch();
  const say = useSay();
  const { reference, things, dispatch } = useShell();
  const sights = reference?.marks.filter((mark) => mark.kind === 'sight' && sightOf(mark) !== null) ?? [];
  const drawn = new Map(
    thingsOfType(things, 'guide').flatMap((guide) =>
      isSight(guide) && guide.sight !== undefined ? [[guide.sight, guide.id] as const] : [],
    ),
  );
  let [lengths, tilts] = [0, 0];
  return (
    <Panel title="Sights" onBack={onBack} onClose={onClose}>
      <Text size={13} soft>
        {sights.length > 0 ? NOTE : NONE}
      </Text>
      {sights.map((sight) => {
        if (sight.kind !== 'sight') return null;
        const kind = sight.unit === null ? 'tilted' : 'sighted';
        const name = kind === 'tilted' ? `Tilt ${(tilts += 1)}` : `Length ${(lengths += 1)}`;
        const taken = drawn.get(sight.id);
        return (
          <View key={sight.id} style={[styles.sight, { borderColor: palette.rule }]} testID="sight-row">
            <Text style={styles.name}>{taken ? `${name}, taken in the drawing` : name}</Text>
            <Act
              small
              label={taken ? 'Take it up' : 'Take it in the drawing'}
              spoken={taken ? `Take it up: ${name}` : `Take it in the drawing: ${name}`}
              onPress={() => {
                send(takeHand('Guides'));
                dispatch({ kind: 'hand' });
                if (taken) dispatch({ kind: 'select', id: taken });
                else {
                  send(takeGuide(kind));
                  dispatch({ kind: 'select', id: null });
                  dispatch({ kind: 'next sight', sight: sight.id });
                  say({ text: GUIDE_NOTES[kind] });
                }
                onClose();
              }}
            />
          </View>
        );
      })}
    </Panel>
  );
}

const styles = StyleSheet.create({
  sight: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 8,
    paddingVertical: 6,
    borderTopWidth: 1,
  },
  name: { flexGrow: 1 },
});
