import { StyleSheet, View } from 'react-native';
import { depthSentence, type DepthReport } from '@deft/core/findings';
import { Text } from '../../ui/text';
import { DEPTH_MARKS } from '../words';
import { PlaceRows, type SaidPlace } from './place-rows';
import type { ChosenPlace } from './shown-over';

/** What covers what, what nearly touches, and what is foreshortened otherwise than in the picture. */
export function DepthKind({
  depth,
  places,
  chosen,
  onChoose,
}: { readonly depth: DepthReport; readonly places: readonly SaidPlace[] } & ChosenPlace) {
  return (
    <View style={styles.kind} testID="depth-kind">
      {places.length > 0 ? (
        <>
          <PlaceRows {...{ places, chosen, onChoose }} />
          <Text size={13} soft>
            {DEPTH_MARKS}
          </Text>
        </>
      ) : (
        <Text kind="strong">{depthSentence(depth)}</Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 } });
