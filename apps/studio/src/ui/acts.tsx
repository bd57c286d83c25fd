import type { ReactNode } from 'react';
import { Pressable, StyleSheet, type StyleProp, type ViewStyle } from 'react-native';
import { CORNER, TOUCH } from './theme';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

interface ActProps {
  readonly label: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  readonly style?: StyleProp<ViewStyle>;
  readonly testID?: string;
  /** For those who listen, where the label alone says too little. It begins with the label. */
  readonly spoken?: string;
}

/** The one main act of a screen: a verdigris block. */
export function MainAct({ label, onPress, disabled = false, style, testID, spoken }: ActProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="button"
      testID={testID}
      aria-label={spoken}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [
        styles.main,
        { backgroundColor: palette.verdigris, opacity: disabled ? 0.5 : pressed ? 0.85 : 1 },
        style,
      ]}
    >
      <Text size={17} kind="figures" colour={palette.onVerdigris}>
        {label}
      </Text>
    </Pressable>
  );
}

interface PaperActProps extends ActProps {
  readonly small?: boolean;
  readonly icon?: ReactNode;
  /** It is what the act has opened, or what it goes on with: said, and seen by its edge. */
  readonly pressed?: boolean;
}

/** An act: a piece of paper with a hairline round it, that does something now. */
export function Act({
  label,
  onPress,
  disabled = false,
  style,
  testID,
  spoken,
  small = false,
  icon,
  pressed: open,
}: PaperActProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="button"
      testID={testID}
      aria-label={spoken}
      aria-expanded={open}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [
        styles.act,
        small && styles.small,
        {
          backgroundColor: palette.paper,
          borderColor: open ? palette.verdigris : palette.rule,
          opacity: disabled ? 0.45 : pressed ? 0.7 : 1,
        },
        style,
      ]}
    >
      {icon}
      <Text size={small ? 13 : 15} lines={1} colour={open ? palette.verdigris : palette.ink}>
        {label}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  main: {
    minHeight: 52,
    paddingHorizontal: 18,
    justifyContent: 'center',
    alignItems: 'center',
    borderRadius: CORNER,
  },
  act: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 14,
    flexDirection: 'row',
    gap: 6,
    justifyContent: 'center',
    alignItems: 'center',
    borderWidth: 1,
    borderRadius: CORNER,
  },
  small: { paddingHorizontal: 10 },
});
