import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Act } from '../ui/acts';
import { PaperCard } from '../ui/paper-card';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';

/** How high a card of a session or a study is. */
export const CARD_HEIGHT = 132;

/** From this line on they stand beside the act. */
const BESIDE_ACT = 2;

interface PracticeCardProps {
  readonly title: string;
  /** One after the other below it. */
  readonly lines: readonly string[];
  /** Pictures and drawings, side by side. */
  readonly pictures: ReactNode;
  readonly picturesWidth?: number;
  readonly width: number | '100%';
  /** Chosen or not, while several are being chosen. */
  readonly chosen?: boolean | null;
  readonly onPress: () => void;
  readonly onAbout: () => void;
  readonly testID: string;
}

/** A card of a session or a study, which opens it; on it what is to be said about it. */
export function PracticeCard(props: PracticeCardProps) {
  const {
    title,
    lines,
    pictures,
    picturesWidth = 144,
    width,
    chosen = null,
    onPress,
    onAbout,
    testID,
  } = props;
  const palette = usePalette();
  return (
    <View style={{ width, height: CARD_HEIGHT }}>
      <Pressable
        role={chosen === null ? 'link' : 'checkbox'}
        aria-checked={chosen ?? undefined}
        testID={testID}
        onPress={onPress}
        style={styles.fill}
      >
        <PaperCard style={[styles.card, chosen ? { borderColor: palette.verdigris, borderWidth: 3 } : null]}>
          <View style={[styles.pictures, { width: picturesWidth, borderColor: palette.rule }]}>
            {pictures}
          </View>
          <View style={styles.words}>
            <Text kind="strong" lines={1}>
              {title}
            </Text>
            {lines.map((line, i) => (
              <Text
                key={line}
                size={13}
                soft
                // What stands beside the act has one line, what stands over it two.
                lines={i >= BESIDE_ACT ? 1 : 2}
                style={i >= BESIDE_ACT ? styles.beside : null}
              >
                {line}
              </Text>
            ))}
          </View>
        </PaperCard>
      </Pressable>
      {chosen === null ? (
        <Act small label="About" spoken={`About: ${title}`} onPress={onAbout} style={styles.about} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  card: { flexDirection: 'row', flex: 1 },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', borderRightWidth: 1 },
  words: { flex: 1, padding: 10, paddingRight: 18, gap: 1 },
  beside: { marginRight: 62 },
  about: { position: 'absolute', right: 8, bottom: 8 },
});
