import type { PropsWithChildren, ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useDesk } from '../data/store';
import { usePalette, useWide } from '../ui/use-desk-theme';

/**
 * The stage beside the panel, or over it on a phone. The panel keeps one height from part to part, so that
 * the picture does not jump.
 */
export function ObservingLayout({
  stage,
  chooser,
  children,
}: PropsWithChildren<{ stage: ReactNode; chooser: ReactNode }>) {
  const palette = usePalette();
  const wide = useWide();
  const { leftHanded } = useDesk('leftHanded');
  const row = leftHanded ? 'row-reverse' : 'row';
  return (
    <View style={[styles.fill, { flexDirection: wide ? row : 'column' }]}>
      <View style={[styles.fill, wide && styles.roomy]}>{stage}</View>
      <View style={[wide ? styles.beside : styles.under, { borderColor: palette.rule }]} testID="part">
        {chooser}
        <ScrollView contentContainerStyle={styles.controls}>{children}</ScrollView>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  roomy: { padding: 20 },
  beside: { width: 400, borderLeftWidth: 1 },
  under: { height: '42%', minHeight: 190, borderTopWidth: 1 },
  controls: { padding: 12, paddingTop: 8, gap: 8 },
});
