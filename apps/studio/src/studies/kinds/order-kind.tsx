import { StyleSheet, View } from 'react-native';
import { orderSentence, timeSentence, type OrderOfWork } from '@deft/core/strokes';
import { OrderMarks } from '../../page/parts/order-marks';
import { Act } from '../../ui/acts';
import { Slider } from '../../ui/slider';
import { Text } from '../../ui/text';

/**
 * In which order the drawing came to be, with the drawing itself to be gone through stroke by stroke.
 * @param until how many strokes are shown
 * @param count of all strokes
 */
export function OrderKind({
  order,
  until,
  count,
  onUntil,
}: {
  readonly order: OrderOfWork;
  readonly until: number;
  readonly count: number;
  readonly onUntil: (until: number) => void;
}) {
  return (
    <View style={styles.kind} testID="order-kind">
      <Text kind="strong">{orderSentence(order)}</Text>
      <Text>{timeSentence(order)}</Text>
      <Slider
        label="Drawn so far"
        value={until}
        least={0}
        most={count}
        step={1}
        shown={`${until} of ${count} strokes`}
        marks={order.firstLines.map(({ strokes }) => strokes)}
        onChange={onUntil}
      />
      <OrderMarks order={order} onStrokes={onUntil} />
      <View style={styles.acts}>
        <Act label="All of it" onPress={() => onUntil(count)} testID="all-of-it" />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  kind: { gap: 8 },
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
