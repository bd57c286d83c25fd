import { Fragment, type ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';

/** Something that is said of one place, under its number. */
export interface SaidPlace {
  readonly sentence: string;
  /** What to do about it, shown where it is chosen. */
  readonly deed: string | null;
  /** What else can be done about it, under it where it is chosen. */
  readonly act?: ReactNode;
}

/** What is said of places on the drawing, numbered as their pins are; one may be chosen. */
export function PlaceRows({
  places,
  chosen,
  onChoose,
}: {
  readonly places: readonly SaidPlace[];
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}) {
  const palette = usePalette();
  return (
    <View>
      {places.map(({ sentence, deed, act }, i) => (
        <Fragment key={i}>
          <Pressable
            role="button"
            aria-pressed={i === chosen}
            testID="said-place"
            onPress={() => onChoose(i === chosen ? null : i)}
            style={[
              styles.row,
              {
                borderColor: palette.rule,
                backgroundColor: i === chosen ? palette.verdigrisWash : 'transparent',
              },
            ]}
          >
            <Text kind="figures" colour={palette.redline} style={styles.number}>
              {i + 1}
            </Text>
            <View style={styles.said}>
              <Text>{sentence}</Text>
              {i === chosen && deed ? <Text soft>{deed}</Text> : null}
            </View>
          </Pressable>
          {i === chosen ? act : null}
        </Fragment>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { minHeight: 44, paddingVertical: 8, borderBottomWidth: 1, flexDirection: 'row', gap: 12 },
  number: { width: 20, textAlign: 'center' },
  said: { flex: 1 },
});
