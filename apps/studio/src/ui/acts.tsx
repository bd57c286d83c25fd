import type { ReactNode } from 'react';
import { Pressable, View, type StyleProp, type ViewStyle } from 'react-native';
import { Brush } from './brush';
import { CORNER, TOUCH } from './theme';
import { usePalette } from './use-desk-theme';
import { Words } from './words';

interface ActProps {
  readonly label: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  readonly style?: StyleProp<ViewStyle>;
  readonly testID?: string;
}

/** The one main act of a screen: a verdigris block. */
export function MainAct({ label, onPress, disabled = false, style, testID }: ActProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="button"
      testID={testID}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [
        {
          minHeight: 52,
          paddingHorizontal: 18,
          justifyContent: 'center',
          alignItems: 'center',
          backgroundColor: palette.verdigris,
          borderRadius: CORNER,
          opacity: disabled ? 0.5 : pressed ? 0.85 : 1,
        },
        style,
      ]}
    >
      <Words size={17} kind="figures" colour={palette.onVerdigris}>
        {label}
      </Words>
    </Pressable>
  );
}

/** A further act beside the main one: outlined paper. */
export function SideAct({ label, onPress, disabled = false, style, testID }: ActProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="button"
      testID={testID}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [
        {
          minHeight: TOUCH,
          paddingHorizontal: 16,
          justifyContent: 'center',
          alignItems: 'center',
          backgroundColor: palette.paper,
          borderWidth: 1,
          borderColor: palette.verdigris,
          borderRadius: CORNER,
          opacity: disabled ? 0.5 : pressed ? 0.8 : 1,
        },
        style,
      ]}
    >
      <Words kind="strong" colour={palette.verdigris}>
        {label}
      </Words>
    </Pressable>
  );
}

interface WordActProps extends ActProps {
  readonly on?: boolean;
  readonly icon?: ReactNode;
  readonly small?: boolean;
  readonly spoken?: string;
  readonly soft?: boolean;
}

/** A word that can be touched; underlined with one brush stroke while it is on. */
export function WordAct({
  label,
  onPress,
  on,
  icon,
  small = false,
  spoken,
  soft = false,
  disabled = false,
  style,
  testID,
}: WordActProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="button"
      testID={testID}
      aria-label={spoken ?? label}
      aria-pressed={on}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [
        {
          minHeight: TOUCH,
          minWidth: TOUCH,
          paddingHorizontal: 6,
          justifyContent: 'center',
          alignItems: 'center',
          opacity: disabled ? 0.45 : pressed ? 0.6 : 1,
        },
        style,
      ]}
    >
      {icon}
      <View>
        <Words
          size={small ? 13 : 15}
          kind={on ? 'strong' : 'body'}
          colour={on ? palette.verdigris : soft ? palette.softInk : palette.ink}
          lines={1}
        >
          {label}
        </Words>
        {on ? <Brush /> : null}
      </View>
    </Pressable>
  );
}
