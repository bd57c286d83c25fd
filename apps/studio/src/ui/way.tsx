import { Pressable, StyleSheet, type StyleProp, type ViewStyle } from 'react-native';
import { TOUCH } from './theme';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

interface WayProps {
  readonly label: string;
  readonly onPress: () => void;
  readonly small?: boolean;
  readonly spoken?: string;
  /** It leads back to where one came from. */
  readonly back?: boolean;
  readonly testID?: string;
  readonly style?: StyleProp<ViewStyle>;
}

/** A way to another place: the word and ›. */
export function Way({ label, onPress, small = false, spoken, back = false, testID, style }: WayProps) {
  const palette = usePalette();
  const size = small ? 13 : 15;
  const arrow = (
    <Text size={17} colour={palette.softInk} style={styles.arrow}>
      {back ? '‹' : '›'}
    </Text>
  );
  return (
    <Pressable
      role="link"
      testID={testID}
      aria-label={spoken ?? label}
      onPress={onPress}
      style={({ pressed }) => [styles.way, { opacity: pressed ? 0.6 : 1 }, style]}
    >
      {back ? arrow : null}
      <Text size={size} lines={1}>
        {label}
      </Text>
      {back ? null : arrow}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  way: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 7,
    paddingRight: 8,
  },
  arrow: { marginTop: -2 },
});
