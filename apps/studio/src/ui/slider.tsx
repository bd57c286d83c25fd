import { usePalette } from './use-desk-theme';
import { Text } from './text';
import { View } from 'react-native';

interface SliderProps {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly shown: string;
  readonly onChange: (value: number) => void;
  /** Once the hand has let go. */
  readonly onSettle?: (value: number) => void;
}

/** A slider with its name and value in words. */
export function Slider({ label, value, least, most, step, shown, onChange, onSettle }: SliderProps) {
  const palette = usePalette();
  const settle = (event: { currentTarget: HTMLInputElement }): void =>
    onSettle?.(Number(event.currentTarget.value));
  return (
    <View style={{ flex: 1, minWidth: 130, maxWidth: 260, paddingHorizontal: 6, justifyContent: 'center' }}>
      <input
        type="range"
        aria-label={label}
        aria-valuetext={shown}
        min={least}
        max={most}
        step={step}
        value={value}
        onChange={(event) => onChange(Number(event.currentTarget.value))}
        onPointerUp={settle}
        onKeyUp={settle}
        style={{ width: '100%', accentColor: palette.verdigris, height: 26, margin: 0 }}
      />
      <Text size={12} soft lines={1} style={{ textAlign: 'center' }}>{`${label}, ${shown}`}</Text>
    </View>
  );
}
