import { Pressable, StyleSheet, View } from 'react-native';
import { Option } from '../../ui/choice';
import { useFocusTrap } from '../../ui/use-focus-trap';
import { usePalette } from '../../ui/use-desk-theme';

interface ChoiceMenuProps<T extends string> {
  readonly options: readonly { readonly value: T; readonly label: string; readonly disabled?: boolean }[];
  readonly value: T;
  readonly onChoose: (value: T) => void;
  readonly onClose: () => void;
  /** Which side of the tray it opens from, or from the slim line above. */
  readonly side?: 'left' | 'right' | 'top';
  readonly label: string;
}

/**
 * Options that open from a control, upward from the tray or downward from the slim line; a touch beside them
 * closes them.
 */
export function ChoiceMenu<T extends string>({
  options,
  value,
  onChoose,
  onClose,
  side = 'left',
  label,
}: ChoiceMenuProps<T>) {
  const palette = usePalette();
  const host = useFocusTrap();
  const place = side === 'top' ? { top: 0, left: 8 } : { bottom: 0, [side]: 8 };
  const colours = { backgroundColor: palette.desk, borderColor: palette.rule };
  return (
    <View style={styles.over}>
      <Pressable
        role="button"
        aria-label={`Close: ${label}`}
        tabIndex={-1}
        onPress={onClose}
        style={styles.beside}
      />
      <View ref={host} role="radiogroup" aria-label={label} style={[styles.menu, colours, place]}>
        {options.map((option) => (
          <Option
            key={option.value}
            label={option.label}
            on={option.value === value}
            disabled={option.disabled ?? false}
            onPress={() => onChoose(option.value)}
            style={styles.option}
          />
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  over: { position: 'absolute', inset: 0, zIndex: 5 },
  beside: { position: 'absolute', inset: 0 },
  menu: { position: 'absolute', minWidth: 140, paddingHorizontal: 4, paddingVertical: 4, borderWidth: 1 },
  option: { alignItems: 'flex-start' },
});
