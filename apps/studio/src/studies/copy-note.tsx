import { StyleSheet, View } from 'react-native';
import { spokenTime } from '@deft/core/session';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useStudy } from './study-context';
import { copyNote } from './words';

/** From what the page is a copy, where it is one. */
export function CopyNote() {
  const palette = usePalette();
  const { study, attempt } = useStudy();
  const from = study.attempts.find(({ id }) => id === attempt?.copyOf);
  if (!from || from.seconds === null) return null;
  return (
    <View style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
      <Text size={13} soft testID="copy-note">
        {copyNote(spokenTime(from.seconds * 1000))}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { paddingHorizontal: 14, paddingVertical: 4, borderTopWidth: 1 },
});
