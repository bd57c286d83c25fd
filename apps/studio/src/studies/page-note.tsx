import { StyleSheet, View } from 'react-native';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';

interface PageNoteProps {
  readonly text: string;
  readonly testID: string;
}

/** A sentence about the page, in a strip under it. */
export function PageNote({ text, testID }: PageNoteProps) {
  const palette = usePalette();
  return (
    <View style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
      <Text size={13} soft testID={testID}>
        {text}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { paddingHorizontal: 14, paddingVertical: 4, borderTopWidth: 1 },
});
