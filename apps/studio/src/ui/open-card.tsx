import type { PropsWithChildren, ReactNode } from 'react';
import { Pressable, StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import { PaperCard } from './paper-card';

interface OpenCardProps {
  /** What it shows at its left: a picture, a drawing; null for none. */
  readonly picture: ReactNode;
  readonly pictureWidth?: number;
  readonly height: number;
  readonly onPress: () => void;
  readonly style?: StyleProp<ViewStyle>;
  readonly testID?: string;
}

/** A card that opens what it shows. Its words are its name for those who listen. */
export function OpenCard({
  picture,
  pictureWidth = 84,
  height,
  onPress,
  style,
  testID,
  children,
}: PropsWithChildren<OpenCardProps>) {
  return (
    <Pressable role="link" testID={testID} onPress={onPress} style={style}>
      <PaperCard style={[styles.card, { height }]}>
        {picture ? <View style={{ width: pictureWidth }}>{picture}</View> : null}
        <View style={styles.words}>{children}</View>
      </PaperCard>
    </Pressable>
  );
}

/** A picture that fills its place. */
export function Filling({ source }: { readonly source: string }) {
  return <img src={source} alt="" style={{ width: '100%', height: '100%', objectFit: 'cover' }} />;
}

const styles = StyleSheet.create({
  card: { flexDirection: 'row' },
  words: { flex: 1, padding: 12, paddingRight: 18, gap: 2 },
});
