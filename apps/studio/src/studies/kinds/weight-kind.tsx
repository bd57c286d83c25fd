import { StyleSheet, View } from 'react-native';
import {
  feetSentence,
  loadSentences,
  sidesSentence,
  supportSentence,
  weightDeed,
  weightSentence,
  type CheckReport,
  type WeightReport,
} from '@deft/core/findings';
import type { Reference } from '@deft/contract';
import { Text } from '../../ui/text';
import { PLUMB_LINES } from '../words';
import { Loads } from './loads';

/** Where the weight lies over the feet, beside the picture, and how the feet stand. */
export function WeightKind({
  reference,
  weight,
  sides,
}: {
  readonly reference: Reference;
  readonly weight: WeightReport;
  readonly sides: CheckReport['sides'];
}) {
  const [deed, feet] = [weightDeed(weight, sides), feetSentence(weight)];
  return (
    <View style={styles.kind} testID="weight-kind">
      <Text kind="strong">{weightSentence(weight, sides)}</Text>
      {deed ? <Text>{deed}</Text> : null}
      <Text>{supportSentence(weight)}</Text>
      {loadSentences(weight, sides).map((sentence) => (
        <Text key={sentence} testID="load">
          {sentence}
        </Text>
      ))}
      {feet ? <Text>{feet}</Text> : null}
      <Text size={13} soft>
        {`${PLUMB_LINES} ${sidesSentence(sides)}`}
      </Text>
      <Loads reference={reference} />
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 } });
