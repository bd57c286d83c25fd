import type { PropsWithChildren } from 'react';
import { Pressable, ScrollView, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { Brush } from './brush';
import type { OnOffProps } from './switch';
import { TOUCH } from './theme';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

interface ChoiceProps {
  /** What is chosen, for those who listen. */
  readonly label: string;
  /** The label stands over it too. */
  readonly shown?: boolean;
  /** In one row that is moved along where it is too long, instead of in several. */
  readonly inOneRow?: boolean;
  readonly style?: StyleProp<ViewStyle>;
}

/** A choice of one: options on one common hairline, the chosen one with the brush stroke. */
export function Choice({
  label,
  shown = false,
  inOneRow = false,
  style,
  children,
}: PropsWithChildren<ChoiceProps>) {
  const palette = usePalette();
  const line = { borderBottomWidth: 1, borderColor: palette.rule };
  return (
    <View role="radiogroup" aria-label={label} style={[styles.choice, style]}>
      {shown ? (
        <Text size={13} kind="strong" soft>
          {label}
        </Text>
      ) : null}
      {inOneRow ? (
        <ScrollView horizontal showsHorizontalScrollIndicator={false} style={line}>
          {children}
        </ScrollView>
      ) : (
        <View style={[styles.options, line]}>{children}</View>
      )}
    </View>
  );
}

interface OptionProps extends OnOffProps {
  /** A little more beside its word: how many there are, for instance. */
  readonly note?: string;
  readonly style?: StyleProp<ViewStyle>;
}

/** One of a choice. */
export function Option({
  label,
  note,
  on,
  onPress,
  small = false,
  spoken,
  disabled = false,
  testID,
  style,
}: OptionProps) {
  const palette = usePalette();
  return (
    <Pressable
      role="radio"
      testID={testID}
      aria-label={spoken}
      aria-checked={on}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [styles.option, { opacity: disabled ? 0.45 : pressed ? 0.6 : 1 }, style]}
    >
      <View>
        <Text
          size={small ? 13 : 15}
          kind={on ? 'strong' : 'body'}
          colour={on ? palette.verdigris : palette.ink}
          lines={1}
        >
          {label}
          {note ? (
            <Text size={12} kind="figures" soft>
              {` ${note}`}
            </Text>
          ) : null}
        </Text>
        {on ? <Brush /> : null}
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  choice: { maxWidth: '100%', marginBottom: 4 },
  options: { flexDirection: 'row', flexWrap: 'wrap', alignSelf: 'flex-start', maxWidth: '100%' },
  option: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 12,
    justifyContent: 'center',
    alignItems: 'center',
  },
});
