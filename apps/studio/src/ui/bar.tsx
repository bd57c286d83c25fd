import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { usePalette } from './use-desk-theme';

interface BarProps {
  /** How far it is, 0 to 1; null where that is not known. */
  readonly share: number | null;
  readonly height?: number;
  readonly width?: number;
}

/**
 * How far something is, as a bar. Where it is known the bar is only as long as that, without moving there by
 * itself: word of it may come faster than a movement can begin.
 */
export function Bar({ share, height = 3, width }: BarProps) {
  const palette = usePalette();
  const groove = { height, minWidth: width, backgroundColor: palette.rule };
  if (share === null) return <ProgressBar indeterminate color={palette.verdigris} style={groove} />;
  const percent = Math.round(100 * Math.min(1, Math.max(0, share)));
  return (
    <View role="progressbar" aria-valuemin={0} aria-valuemax={100} aria-valuenow={percent} style={groove}>
      <View style={{ height, width: `${percent}%`, backgroundColor: palette.verdigris }} />
    </View>
  );
}
