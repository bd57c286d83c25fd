import { StyleSheet, View } from 'react-native';
import type { SightedKind } from '@deft/core/guides';
import { isSight, sightOf, type ReferenceMark, type SightMark } from '@deft/core/reference';
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

/** Lengths and tilts that were taken on a picture, each by its number; none without length. */
function namedSights(marks: readonly ReferenceMark[]) {
  const sights = marks.flatMap((mark) => (mark.kind === 'sight' && sightOf(mark) !== null ? [mark] : []));
  const called = (of: readonly SightMark[], kind: SightedKind, name: string) =>
    of.map(({ id }, i) => ({ id, kind, name: `${name} ${i + 1}` }));
  return [
    ...called(
      sights.filter(({ unit }) => unit !== null),
      'sighted',
      'Length',
    ),
    ...called(
      sights.filter(({ unit }) => unit === null),
      'tilted',
      'Tilt',
    ),
  ];
}

/** Sights that were taken on the picture, to be taken in the drawing as well. */
export function SightsPanel({ onBack, onClose }: PassPanelProps) {
  const palette = usePalette();
  const send = useDeskDispatch();
  const say = useSay();
  const { reference, things, dispatch } = useShell();
  const sights = namedSights(reference?.marks ?? []);
  const drawn = new Map(
    thingsOfType(things, 'guide').flatMap((guide) =>
      isSight(guide) && guide.sight !== undefined ? [[guide.sight, guide.id] as const] : [],
    ),
  );
  return (
    <Panel title="Sights" onBack={onBack} onClose={onClose}>
      <Text size={13} soft>
        {sights.length > 0 ? NOTE : NONE}
      </Text>
      {sights.map(({ id, kind, name }) => {
        const taken = drawn.get(id);
        return (
          <View key={id} style={[styles.sight, { borderColor: palette.rule }]} testID="sight-row">
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
                  dispatch({ kind: 'next sight', sight: id });
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
