import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { CORNER, TOUCH } from './theme';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

/** What a switch and an option have in common: a word that is on or off. */
export interface OnOffProps {
  readonly label: string;
  readonly on: boolean;
  readonly onPress: () => void;
  readonly small?: boolean;
  readonly spoken?: string;
  readonly disabled?: boolean;
  readonly testID?: string;
}

/** Something that is on or off by itself: a small box before its word. */
export function Switch({ label, on, onPress, small = false, spoken, disabled = false, testID }: OnOffProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="checkbox"
      testID={testID}
      aria-label={spoken}
      aria-checked={on}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [styles.switch, { opacity: disabled ? 0.45 : pressed ? 0.6 : 1 }]}
    >
      <View style={[styles.box, { backgroundColor: palette.paper, borderColor: palette.softInk }]}>
        {on ? (
          <Svg width={22} height={20} style={styles.tick}>
            <Path
              d="M3 10.5C5.5 12.5 7 14.5 8.5 17 11 11 15 6 20.5 2.5"
              stroke={palette.verdigris}
              strokeWidth={2.6}
              fill="none"
              strokeLinecap="round"
            />
          </Svg>
        ) : null}
      </View>
      <Text size={small ? 13 : 15} style={styles.word}>
        {label}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  switch: {
    minHeight: TOUCH,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 9,
    paddingRight: 10,
    flexShrink: 1,
  },
  box: { width: 18, height: 18, borderWidth: 1, borderRadius: CORNER },
  tick: { position: 'absolute', left: -2, top: -3 },
  word: { flexShrink: 1 },
});
