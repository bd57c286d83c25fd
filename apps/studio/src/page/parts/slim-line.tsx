import type { ReactNode } from 'react';
import { View, StyleSheet } from 'react-native';
import type { PageKeeper } from '../../data/page-keeper';
import { useSaveState } from '../../data/use-page';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Text } from '../../ui/text';

const SAVED = {
  saved: 'saved',
  saving: 'saving …',
  'kept here': 'kept on this device until the desk is back',
} as const;

/** The quiet sign of where the drawing is kept. */
export function SaveSign({ keeper }: { readonly keeper: PageKeeper }) {
  const state = useSaveState(keeper);
  return (
    <Text size={13} soft live testID="save-state" lines={1} style={{ flexShrink: 1, textAlign: 'center' }}>
      {keeper.refused ?? SAVED[state]}
    </Text>
  );
}

/** The one line above a page. */
export function SlimLine({
  left,
  middle,
  right,
}: {
  readonly left: ReactNode;
  readonly middle: ReactNode;
  readonly right: ReactNode;
}) {
  const palette = usePalette();
  const wide = useWide();
  return (
    <View
      style={[
        styles.line,
        { paddingHorizontal: wide ? 20 : 8, backgroundColor: palette.desk, borderColor: palette.rule },
      ]}
    >
      {left}
      {middle}
      {right}
    </View>
  );
}

const styles = StyleSheet.create({
  line: {
    height: 46,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 10,
    borderBottomWidth: 1,
  },
});
