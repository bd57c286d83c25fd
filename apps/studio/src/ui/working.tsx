import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { usePalette } from './use-desk-theme';
import { Text } from './text';

/** Something takes a few seconds: what it is, and that it goes on. */
export function Working({ what }: { readonly what: string }) {
  const palette = usePalette();
  return (
    <View style={{ gap: 4, minWidth: 150, flexShrink: 1 }}>
      <Text soft live>
        {what}
      </Text>
      <ProgressBar
        indeterminate
        color={palette.verdigris}
        style={{ height: 3, backgroundColor: palette.rule }}
      />
    </View>
  );
}
