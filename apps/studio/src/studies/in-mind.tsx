import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import { Act } from '../ui/acts';
import { Switch } from '../ui/switch';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { FaintPage } from './faint-page';
import { useStudy } from './study-context';

/** What one means to watch in this attempt, and whether the drawing before lies faintly under it. */
export function InMind() {
  const palette = usePalette();
  const { attempt, over, setOver } = useStudy();
  const [aside, setAside] = useState<Id | null>(null);
  if (!attempt?.inMind || aside === attempt.id) return null;
  const { attempt: before } = attempt.inMind;
  const on = over === before;
  return (
    <View style={[styles.strip, { backgroundColor: palette.paper, borderColor: palette.rule }]}>
      <View style={styles.said}>
        <Text style={styles.words} testID="in-mind">
          {attempt.inMind.sentence}
        </Text>
        <Switch label="the drawing before" on={on} onPress={() => setOver(on ? null : before)} />
      </View>
      <Act small label="×" spoken="×: put this aside" onPress={() => setAside(attempt.id)} />
    </View>
  );
}

/** An earlier drawing, faintly over the page, where one wants it. */
export function DrawingBefore() {
  const { study, attempt, over } = useStudy();
  const earlier = study.attempts.find(({ id }) => id === over && id !== attempt?.id) ?? null;
  return <FaintPage of={earlier} testID="drawing-before" />;
}

const styles = StyleSheet.create({
  strip: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 14, borderTopWidth: 1 },
  said: { flex: 1, flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 16 },
  words: { flexGrow: 1, paddingTop: 6 },
});
