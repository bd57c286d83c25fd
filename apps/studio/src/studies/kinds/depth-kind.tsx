import { StyleSheet, View } from 'react-native';
import {
  depthSentence,
  overlapDeed,
  overlapSentence,
  roundDeed,
  roundSentence,
  touchDeed,
  touchSentence,
  type DepthReport,
} from '@deft/core/findings';
import { Text } from '../../ui/text';
import { DEPTH_MARKS } from '../words';
import { PlaceRows } from './place-rows';
import type { ChosenPlace } from './shown-over';

/** What covers what, what nearly touches, and what is foreshortened otherwise than in the picture. */
export function DepthKind({ depth, chosen, onChoose }: { readonly depth: DepthReport } & ChosenPlace) {
  const places = [
    ...depth.overlaps.map((one) => ({ sentence: overlapSentence(one), deed: overlapDeed(one) })),
    ...depth.touches.map((one) => ({ sentence: touchSentence(one), deed: touchDeed(one) })),
    ...depth.rounds.map((one) => ({ sentence: roundSentence(one), deed: roundDeed(one) })),
  ];
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
