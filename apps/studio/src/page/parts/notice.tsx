import { View } from 'react-native';
import { WordAct } from '../../ui/acts';
import { usePalette } from '../../ui/use-desk-theme';
import { Words } from '../../ui/words';
import type { Refusal } from '../place-on';

/** Says why something was not done, and offers to go on. */
export function Notice({
  refusal,
  onGoOn,
  onClose,
}: {
  readonly refusal: Refusal;
  readonly onGoOn: () => void;
  readonly onClose: () => void;
}) {
  const palette = usePalette();
  return (
    <View
      role="alert"
      style={{
        position: 'absolute',
        top: 8,
        left: 8,
        right: 8,
        zIndex: 4,
        backgroundColor: palette.paper,
        borderWidth: 1,
        borderColor: palette.ink,
        padding: 8,
        paddingLeft: 12,
        flexDirection: 'row',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 8,
      }}
    >
      <Words style={{ flexGrow: 1, flexShrink: 1, flexBasis: 180 }}>{refusal.sentence}</Words>
      {refusal.goOn ? <WordAct label={refusal.goOn.label} on onPress={onGoOn} /> : null}
      <WordAct label="Close" onPress={onClose} />
    </View>
  );
}
