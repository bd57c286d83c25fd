import { StyleSheet, View } from 'react-native';
import {
  extremeSentence,
  holesSentence,
  planesDeed,
  planesSentence,
  roomSentence,
  valuesDeed,
  valuesSentence,
  type ValueReport,
} from '@deft/core/findings';
import type { Point } from '@deft/core/geometry';
import { Text } from '../../ui/text';
import { VALUE_MARKS } from '../words';

/** How dark, middle and light stand beside the picture's. */
export function ValuesKind({
  values,
  nearest,
}: {
  readonly values: ValueReport;
  /** The name of the landmark that a place of the picture lies by; null far from all. */
  readonly nearest: (at: Point) => string | null;
}) {
  const deed = valuesDeed(values);
  const planes = planesSentence(values);
  const more = [
    extremeSentence('darkest', values.darkest, nearest),
    extremeSentence('lightest', values.lightest, nearest),
    holesSentence(values),
  ].filter((sentence) => sentence !== null);
  return (
    <View style={styles.kind} testID="values-kind">
      <Text kind="strong">{valuesSentence(values)}</Text>
      {deed ? <Text>{deed}</Text> : null}
      {planes ? <Text testID="planes">{`${planes} ${planesDeed(values)}`}</Text> : null}
      <Text>{roomSentence(values)}</Text>
      {more.map((sentence) => (
        <Text key={sentence}>{sentence}</Text>
      ))}
      <Text size={13} soft>
        {VALUE_MARKS}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 } });
