import { ScrollView, StyleSheet, View } from 'react-native';
import { Act } from '../../ui/acts';
import { useShell } from '../shell/shell-context';
import type { Shape } from './icons';
import { TrayAct } from './tray-act';

/** What a hand can take, with the small drawing that stands for it. */
export interface Offer<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly shape: Shape;
}

/** All that a hand can take, spread out in the tray; it closes when one is taken. */
export function Fan<T extends string>({
  offers,
  value,
  onTake,
  testID,
}: {
  readonly offers: readonly Offer<T>[];
  readonly value: string;
  readonly onTake: (value: T) => void;
  readonly testID: string;
}) {
  const { dispatch } = useShell();
  const close = (): void => dispatch({ kind: 'upper', upper: null });
  return (
    <View style={styles.fan} testID={testID}>
      <ScrollView contentContainerStyle={styles.offers} style={styles.most}>
        {offers.map((offer) => (
          <TrayAct
            key={offer.value}
            label={offer.label}
            shape={offer.shape}
            on={offer.value === value}
            style={styles.offer}
            onPress={() => {
              onTake(offer.value);
              close();
            }}
          />
        ))}
      </ScrollView>
      <Act small label="Done" onPress={close} />
    </View>
  );
}

const styles = StyleSheet.create({
  fan: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 6, gap: 6, flex: 1 },
  most: { flex: 1 },
  offers: { flexDirection: 'row', flexWrap: 'wrap' },
  offer: { minWidth: 73 },
});
