import { View, StyleSheet } from 'react-native';
import { Act } from '../../ui/acts';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import type { Obstacle } from '../place-on';

/** Says why something was not done, and offers to go on. */
export function Notice({
  obstacle,
  onGoOn,
  onClose,
}: {
  readonly obstacle: Obstacle;
  readonly onGoOn: () => void;
  readonly onClose: () => void;
}) {
  const palette = usePalette();
  return (
    <View role="alert" style={[styles.notice, { backgroundColor: palette.paper, borderColor: palette.ink }]}>
      <Text style={{ flexGrow: 1, flexShrink: 1, flexBasis: 180 }}>{obstacle.sentence}</Text>
      {obstacle.goOn ? <Act label={obstacle.goOn.label} onPress={onGoOn} /> : null}
      <Act label="Close" onPress={onClose} />
    </View>
  );
}

const styles = StyleSheet.create({
  notice: {
    position: 'absolute',
    top: 8,
    left: 8,
    right: 8,
    zIndex: 4,
    borderWidth: 1,
    padding: 8,
    paddingLeft: 12,
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    columnGap: 8,
  },
});
