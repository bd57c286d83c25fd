import { StyleSheet, View } from 'react-native';
import { sightSentence, type MeasuredSight } from '@deft/core/findings';
import type { Study } from '@deft/contract';
import { usePalette } from '../../ui/use-desk-theme';
import { Switch } from '../../ui/switch';
import { Text } from '../../ui/text';
import { useSistersQuery } from '../api';
import { useTick } from '../use-tick';
import { NOTHING_NOTICED, NOTICED_BY_EYE } from '../words';

/** What was noticed about this picture and its sister pictures, held against the drawing where it can be. */
export function NoticedKind({
  study,
  sights,
}: {
  readonly study: Study;
  readonly sights: readonly MeasuredSight[];
}) {
  const palette = usePalette();
  const { data: sisters = [] } = useSistersQuery(study.id);
  const { ticked, tick } = useTick(study);
  const noticed = study.reference.marks.flatMap((mark) => (mark.kind === 'trait' ? [mark] : []));
  const own = [...study.traits, ...noticed];
  if (own.length + sights.length + sisters.length === 0)
    return (
      <Text soft testID="noticed-kind">
        {NOTHING_NOTICED}
      </Text>
    );
  return (
    <View style={styles.kind} testID="noticed-kind">
      {sights.map((sight) => (
        <View key={sight.id} style={[styles.row, { borderColor: palette.rule }]} testID="measured-sight">
          <Text style={styles.said}>{sightSentence(sight)}</Text>
          <Text kind="strong" colour={sight.holds === 'no' ? palette.redline : palette.softInk}>
            {sight.holds}
          </Text>
        </View>
      ))}
      {own.length > 0 ? (
        <Text size={13} soft>
          {NOTICED_BY_EYE}
        </Text>
      ) : null}
      {own.map(({ id, text }) => (
        <Switch key={id} label={text} on={ticked.includes(id)} onPress={() => tick(id)} />
      ))}
      {sisters.map(({ reference, title, texts }) => (
        <View key={reference}>
          <Text size={13} kind="strong" soft>
            {`Noticed on ${title}`}
          </Text>
          {texts.map((text) => (
            <Text key={text} size={13}>
              {text}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  kind: { gap: 8 },
  row: { flexDirection: 'row', gap: 12, paddingVertical: 6, borderBottomWidth: 1 },
  said: { flex: 1 },
});
