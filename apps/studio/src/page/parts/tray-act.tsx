import { Pressable, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { Brush } from '../../ui/brush';
import { usePalette } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';
import { Icon, type Shape } from './icons';

interface TrayActProps {
  readonly label: string;
  readonly shape: Shape;
  readonly onPress: () => void;
  /** In hand, or on; left out for what is done at once. */
  readonly on?: boolean;
  readonly spoken?: string;
  readonly disabled?: boolean;
  readonly testID?: string;
  readonly style?: StyleProp<ViewStyle>;
}

/** What lies in the tray: a small drawing over its word. */
export function TrayAct({
  label,
  shape,
  onPress,
  on,
  spoken,
  disabled = false,
  testID,
  style,
}: TrayActProps) {
  const palette = usePalette();
  const lit = on === true;
  return (
    <Pressable
      role="button"
      testID={testID}
      aria-label={spoken}
      aria-pressed={on}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [styles.act, { opacity: disabled ? 0.45 : pressed ? 0.6 : 1 }, style]}
    >
      <Icon shape={shape} on={lit} />
      <View>
        <Text
          size={13}
          kind={lit ? 'strong' : 'body'}
          colour={lit ? palette.verdigris : palette.ink}
          lines={1}
        >
          {label}
        </Text>
        {lit ? <Brush /> : null}
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  act: { minWidth: 54, height: 58, paddingHorizontal: 6, justifyContent: 'center', alignItems: 'center' },
});
