import { View, StyleSheet } from 'react-native';
import type { Point } from '@deft/core/geometry';
import type { Reference } from '@deft/contract';
import { pictureOf } from '../data/addresses';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { ON_PAGE } from '../ui/theme';

/** The reference small, with the place that is asked for marked. */
export function WhereOnReference({ reference, at }: { readonly reference: Reference; readonly at: Point }) {
  const palette = usePalette();
  const wide = useWide();
  const { width, height } = reference;
  const tall = wide ? 300 : 170;
  const r = Math.max(width, height) / 22;
  return (
    <View
      style={[
        styles.placed,
        {
          height: tall,
          width: (tall * width) / height,
          borderColor: palette.rule,
          backgroundColor: palette.paper,
        },
      ]}
    >
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width="100%"
        height="100%"
        role="img"
        aria-label="Where on the reference"
      >
        <image href={pictureOf(reference)} width={width} height={height} />
        <circle cx={at.x} cy={at.y} r={r} fill="none" stroke={ON_PAGE.paper} strokeWidth={r / 2} />
        <circle cx={at.x} cy={at.y} r={r} fill="none" stroke={palette.bluePencil} strokeWidth={r / 4} />
      </svg>
    </View>
  );
}

const styles = StyleSheet.create({
  placed: { position: 'absolute', top: 8, right: 8, borderWidth: 1, pointerEvents: 'none' },
});
