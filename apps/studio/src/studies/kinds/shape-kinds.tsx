import { StyleSheet, View } from 'react-native';
import {
  gapsSentence,
  outlineSentence,
  shapeSummary,
  whyNoShape,
  type ShapeAnswer,
} from '@deft/core/findings';
import { Act } from '../../ui/acts';
import { Text } from '../../ui/text';
import { GAP_MARKS, OUTLINE_MARKS } from '../words';
import { PlaceRows, type SaidPlace } from './place-rows';

interface ShapeKindProps {
  readonly shape: ShapeAnswer;
  readonly places: readonly SaidPlace[];
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
  /** Keeps what is shown as a picture. */
  readonly onSave: () => void;
}

/** Where the outline lies off, and how far it lies off on the whole. */
export function OutlineKind({ shape, places, chosen, onChoose, onSave }: ShapeKindProps) {
  const { told } = shape;
  if (!told) return <Text testID="outline-kind">{whyNoShape(shape)}</Text>;
  return (
    <View style={styles.kind} testID="outline-kind">
      {places.length > 0 ? (
        <PlaceRows {...{ places, chosen, onChoose }} />
      ) : (
        <Text kind="strong">{outlineSentence(told)}</Text>
      )}
      <Text>{shapeSummary(told)}</Text>
      <Text size={13} soft>
        {OUTLINE_MARKS}
      </Text>
      <View style={styles.acts}>
        <Act label="Save as a picture" onPress={onSave} testID="save-kind" />
      </View>
    </View>
  );
}

/** Which gaps are not as they are in the picture. */
export function GapsKind({ shape, places, chosen, onChoose, onSave }: ShapeKindProps) {
  const { told } = shape;
  if (!told) return <Text testID="gaps-kind">{whyNoShape(shape)}</Text>;
  return (
    <View style={styles.kind} testID="gaps-kind">
      {places.length > 0 ? (
        <PlaceRows {...{ places, chosen, onChoose }} />
      ) : (
        <Text kind="strong">{gapsSentence(told)}</Text>
      )}
      <Text size={13} soft>
        {GAP_MARKS}
      </Text>
      <View style={styles.acts}>
        <Act label="Save as a picture" onPress={onSave} testID="save-kind" />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 }, acts: { flexDirection: 'row' } });
