import type { PropsWithChildren } from 'react';
import { View, type StyleProp, type ViewStyle } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { usePalette } from './use-desk-theme';

const FOLD = 16;

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
      <View style={{ position: 'absolute', top: -1, right: -1, pointerEvents: 'none' }}>
        <Svg width={FOLD} height={FOLD}>
          <Path d={`M0 0H${FOLD}V${FOLD}Z`} fill={palette.desk} />
          <Path d={`M0 0V${FOLD}H${FOLD}Z`} fill={palette.rule} />
        </Svg>
      </View>
    </View>
  );
}
