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
  /** Values that are marked along it; what they are is said elsewhere. */
  readonly marks?: readonly number[];
  readonly onChange: (value: number) => void;
  /** Once the hand has let go. */
  readonly onSettle?: (value: number) => void;
}

/** How wide the handle is: its middle stays half of that within the ends. */
const THUMB = 16;

/** A slider with its name and value in words. */
export function Slider(props: SliderProps) {
  const { label, value, least, most, step, shown, marks = [], onChange, onSettle } = props;
  const palette = usePalette();
  const settle = (event: { currentTarget: HTMLInputElement }): void =>
    onSettle?.(Number(event.currentTarget.value));
  return (
    <View style={{ flex: 1, minWidth: 130, maxWidth: 260, paddingHorizontal: 6, justifyContent: 'center' }}>
      {marks.length > 0 ? (
        <View style={{ height: 6, marginHorizontal: THUMB / 2 }}>
          {[...new Set(marks)].map((mark) => (
            <View
              key={mark}
              testID="slider-mark"
              style={{
                position: 'absolute',
                left: `${(100 * (mark - least)) / (most - least || 1)}%`,
                width: 2,
                height: 6,
                marginLeft: -1,
                backgroundColor: palette.ink,
              }}
            />
          ))}
        </View>
      ) : null}
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
