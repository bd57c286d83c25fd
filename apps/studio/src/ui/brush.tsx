import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { usePalette } from './use-desk-theme';

/** One short brush stroke under what is on. */
export function Brush() {
  const { verdigris } = usePalette();
  return (
    <View style={{ position: 'absolute', left: 0, right: 0, bottom: -6, height: 5, pointerEvents: 'none' }}>
      <Svg width="100%" height="5" viewBox="0 0 60 5" preserveAspectRatio="none">
        <Path d="M1 2.2C14 .6 40 .4 59 1.6 44 3.4 18 4.8 2 3.6Z" fill={verdigris} />
      </Svg>
    </View>
  );
}
