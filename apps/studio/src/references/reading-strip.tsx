import { StyleSheet, View } from 'react-native';
import { useSelector } from 'react-redux';
import { useDeskDispatch } from '../data/store';
import { Act } from '../ui/acts';
import { Text } from '../ui/text';
import { usePalette } from '../ui/use-desk-theme';
import { Working } from '../ui/working';
import './reading-listener';
import { readingClosed, selectReading, stopReading } from './reading-slice';
import { readingWords } from './words';

/** How far the reading of several pictures is, and at its end what was found; nothing while none is read. */
export function ReadingStrip() {
  const palette = usePalette();
  const dispatch = useDeskDispatch();
  const reading = useSelector(selectReading);
  if (reading.total === 0) return null;
  const share = reading.coming ?? reading.done.length / reading.total;
  return (
    <View role="status" testID="reading" style={[styles.strip, { borderColor: palette.rule }]}>
      <View style={styles.line}>
        <View style={styles.said}>
          {reading.working ? (
            <Working what={readingWords(reading)} share={share} />
          ) : (
            <Text>{readingWords(reading)}</Text>
          )}
        </View>
        {reading.working ? (
          <Act small label="Stop" onPress={() => dispatch(stopReading())} />
        ) : (
          <Act small label="Close" onPress={() => dispatch(readingClosed())} />
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { gap: 4, borderWidth: 1, paddingHorizontal: 10, paddingVertical: 6 },
  line: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 8 },
  said: { flex: 1 },
});
