import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useDesk } from '../../data/store';
import { PictureMarks } from '../../page/parts/picture-marks';
import { LookChoice } from '../../page/parts/look-choice';
import { SeenReference } from '../../page/parts/second-look';
import { Stage } from '../../page/parts/stage';
import { NO_LOOK, type Look } from '../../page/second-look';
import { Switch } from '../../ui/switch';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Way } from '../../ui/way';
import { Text } from '../../ui/text';
import { useStudy } from '../study-context';
import { Traits } from '../traits-panel';
import { PASS_NOTES } from '../words';

/** Looking before drawing: the picture seen afresh, what defines its subject, what was noticed about it. */
export function Observe() {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { leftHanded } = useDesk('leftHanded');
  const { study, attempt } = useStudy();
  const { id, reference } = study;
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [mirrored, setMirrored] = useState(false);
  return (
    <View style={[styles.fill, { flexDirection: wide ? (leftHanded ? 'row-reverse' : 'row') : 'column' }]}>
      <View style={[styles.fill, wide && styles.roomy]}>
        <Stage
          width={reference.width}
          height={reference.height}
          hand={null}
          mirrored={mirrored}
          picture={<SeenReference reference={reference} look={look} mirrored={mirrored} />}
          over={(pixel) =>
            attempt && look.name === null ? (
              <PictureMarks marks={attempt.marks} pixel={pixel} mirrored={mirrored} />
            ) : null
          }
        />
      </View>
      <View style={[wide ? styles.beside : styles.under, { borderColor: palette.rule }]}>
        <ScrollView contentContainerStyle={styles.contents}>
          <Text size={13} soft>
            {PASS_NOTES.observe}
          </Text>
          <LookChoice look={look} onLook={setLook} only={['squint', 'grey', 'silhouette', 'gaps']} />
          <Switch label="mirrored" on={mirrored} onPress={() => setMirrored(!mirrored)} />
          <Traits />
          <Way
            label="Bring a drawing made elsewhere"
            testID="bring-drawing"
            onPress={() => router.push({ pathname: '/studies/bring', params: { study: id } })}
          />
          <Way
            label="Notice, measure, place landmarks"
            onPress={() => router.push({ pathname: '/references/[id]', params: { id: reference.id } })}
          />
        </ScrollView>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  roomy: { padding: 20 },
  beside: { width: 400, borderLeftWidth: 1 },
  under: { height: '42%', borderTopWidth: 1 },
  contents: { padding: 14, gap: 8 },
});
