import { StyleSheet, View } from 'react-native';
import { CORNER, TOUCH } from './theme';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

interface DayFieldProps {
  readonly label: string;
  /** As a calendar gives it, such as 2026-11-27; empty for none. */
  readonly value: string;
  readonly onChange: (day: string) => void;
}

/** A day, chosen from the device's own calendar or typed. */
export function DayField({ label, value, onChange }: DayFieldProps) {
  const palette = usePalette();
  return (
    <View style={styles.field}>
      <Text size={13} soft>
        {label}
      </Text>
      <input
        type="date"
        aria-label={label}
        value={value}
        onChange={({ target }) => onChange(target.value)}
        style={{
          minHeight: TOUCH,
          padding: '0 6px',
          font: 'inherit',
          fontFamily: 'AtkinsonHyperlegibleNext_400Regular',
          fontSize: 13,
          color: palette.ink,
          colorScheme: 'inherit',
          background: palette.paper,
          border: `1px solid ${palette.rule}`,
          borderRadius: CORNER,
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({ field: { flexDirection: 'row', alignItems: 'center', gap: 6 } });
