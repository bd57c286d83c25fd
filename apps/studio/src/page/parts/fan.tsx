import { Pressable, View } from 'react-native';
import { usePalette } from '../../ui/use-desk-theme';
import { WordAct } from '../../ui/acts';

interface FanProps<T extends string> {
  readonly options: readonly {
    readonly value: T;
    readonly label: string;
    readonly note?: string;
    readonly disabled?: boolean;
  }[];
  readonly value: T;
  readonly onChoose: (value: T) => void;
  readonly onClose: () => void;
  /** Which side of the tray it opens from. */
  readonly side?: 'left' | 'right' | 'top';
  readonly label: string;
}

/**
 * Choices that open from a control, upward from the tray or downward from the slim line; a touch beside them
 * closes them.
 */
export function Fan<T extends string>({
  options,
  value,
  onChoose,
  onClose,
  side = 'left',
  label,
}: FanProps<T>) {
  const palette = usePalette();
  const place = side === 'top' ? { top: 0, left: 8 } : { bottom: 0, [side]: 8 };
  return (
    <View style={{ position: 'absolute', inset: 0, zIndex: 5 }}>
      <Pressable
        role="button"
        aria-label="Close the choices"
        onPress={onClose}
        style={{ position: 'absolute', inset: 0 }}
      />
      <View
        role="menu"
        aria-label={label}
        style={[
          {
            position: 'absolute',
            minWidth: 140,
            paddingHorizontal: 10,
            paddingVertical: 4,
            backgroundColor: palette.desk,
            borderWidth: 1,
            borderColor: palette.rule,
          },
          place,
        ]}
      >
        {options.map((option) => (
          <WordAct
            key={option.value}
            label={option.label}
            spoken={option.note ? `${option.label}: ${option.note}` : option.label}
            on={option.value === value}
            disabled={option.disabled ?? false}
            onPress={() => onChoose(option.value)}
            style={{ alignItems: 'flex-start' }}
          />
        ))}
      </View>
    </View>
  );
}
