import { StyleSheet, View } from 'react-native';
import {
  feetSentence,
  sidesSentence,
  weightDeed,
  weightSentence,
  type CheckReport,
  type WeightReport,
} from '@deft/core/findings';
import { Text } from '../../ui/text';
import { PLUMB_LINES } from '../words';

/** Where the weight lies over the feet, beside the picture, and how the feet stand. */
export function WeightKind({
  weight,
  sides,
}: {
  readonly weight: WeightReport;
  readonly sides: CheckReport['sides'];
}) {
  const [deed, feet] = [weightDeed(weight, sides), feetSentence(weight)];
  return (
    <View style={styles.kind} testID="weight-kind">
      <Text kind="strong">{weightSentence(weight, sides)}</Text>
      {deed ? <Text>{deed}</Text> : null}
      {feet ? <Text>{feet}</Text> : null}
      <Text size={13} soft>
        {`${PLUMB_LINES} ${sidesSentence(sides)}`}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 } });
