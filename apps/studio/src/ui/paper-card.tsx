import type { PropsWithChildren } from 'react';
import { View, type StyleProp, type ViewStyle } from 'react-native';
import { usePalette } from './use-desk-theme';

const FOLD = 16;
const FOLDED = {
  position: 'absolute',
  top: -1,
  right: -1,
  width: FOLD,
  height: FOLD,
  pointerEvents: 'none',
} as const;

/** A sheet of paper on the desk, its top right corner folded. */
export function PaperCard({ children, style }: PropsWithChildren<{ style?: StyleProp<ViewStyle> }>) {
  const palette = usePalette();
  return (
    <View
      style={[
        { backgroundColor: palette.paper, borderWidth: 1, borderColor: palette.rule, overflow: 'hidden' },
        style,
      ]}
    >
      {children}
      <div
        style={{
          ...FOLDED,
          background: `linear-gradient(to top right, ${palette.rule} 50%, ${palette.desk} 50%)`,
        }}
      />
    </View>
  );
}
