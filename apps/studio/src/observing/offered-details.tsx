import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { Offered } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { api, listOf } from '../data/api';
import { sentenceOf } from '../data/refusals';
import { offeredPreview, takeOffered, useOfferedQuery } from '../data/service-api';
import { useDeskDispatch } from '../data/store';
import { useSay } from '../ui/notes';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { TAKING } from './words';

interface OfferedDetailsProps {
  readonly q: string;
  /** The picture is in the library now. */
  readonly onTaken: (reference: Id) => void;
}

/** What the picture service has for some words: touched, one is taken into the library and used. */
export function OfferedDetails({ q, onTaken }: OfferedDetailsProps) {
  const palette = usePalette();
  const say = useSay();
  const dispatch = useDeskDispatch();
  const [taking, setTaking] = useState<string | null>(null);
  const { currentData: offered } = useOfferedQuery({ q: q.trim(), page: 1 }, { skip: q.trim() === '' });
  if (!offered || offered.items.length === 0) return null;
  const take = async ({ key }: Offered): Promise<void> => {
    setTaking(key);
    let [taken, refused] = [null as Id | null, null as string | null];
    try {
      await takeOffered([key], null, (line) => {
        if ('reference' in line) taken = line.reference;
        if ('refused' in line) refused = line.refused;
      });
      dispatch(api.util.invalidateTags([listOf('Reference'), listOf('Alike')]));
      if (taken) onTaken(taken);
      else say({ text: refused ?? sentenceOf(null) });
    } catch (error) {
      say({ text: sentenceOf(error) });
    }
    setTaking(null);
  };
  return (
    <View style={styles.offered}>
      <Text size={13} soft live>
        {taking ? TAKING : 'From the picture service, with author and licence:'}
      </Text>
      <ScrollView horizontal contentContainerStyle={styles.row}>
        {offered.items.map((one) => (
          <Pressable
            key={one.key}
            role="button"
            aria-label={`${one.title}, ${one.author}, ${one.licence}`}
            disabled={taking !== null}
            onPress={() => void take(one)}
            testID="offered-detail"
            style={[
              styles.card,
              { borderColor: palette.rule, backgroundColor: palette.paper, opacity: taking ? 0.5 : 1 },
            ]}
          >
            <img src={offeredPreview(one.key)} alt="" loading="lazy" draggable={false} style={FILLED} />
          </Pressable>
        ))}
      </ScrollView>
    </View>
  );
}

const FILLED = { width: '100%', height: '100%', objectFit: 'cover' } as const;
const styles = StyleSheet.create({
  offered: { gap: 6 },
  row: { gap: 8 },
  card: { width: 84, aspectRatio: 4 / 5, borderWidth: 1, overflow: 'hidden' },
});
