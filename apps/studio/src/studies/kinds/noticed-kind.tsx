import { StyleSheet, View } from 'react-native';
import { ruleSentence, sightSentence } from '@deft/core/findings';
import type { Study } from '@deft/contract';
import { usePalette } from '../../ui/use-desk-theme';
import { Switch } from '../../ui/switch';
import { Text } from '../../ui/text';
import { useSistersQuery } from '../api';
import type { Answer } from '../use-checked';
import { useTick } from '../use-tick';
import { NOTHING_NOTICED, NOTICED_BY_EYE } from '../words';
import { PlaceRows, type SaidPlace } from './place-rows';

/** What was noticed about this picture and its sister pictures, held against the drawing where it can be. */
export function NoticedKind({
  study,
  result: { noticed: sights, rules, report },
  places,
  chosen,
  onChoose,
}: {
  readonly study: Study;
  readonly result: Answer;
  /** The relations that do not hold, as their pins are numbered. */
  readonly places: readonly SaidPlace[];
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}) {
  const { data: sisters = [] } = useSistersQuery(study.id);
  const { ticked, tick } = useTick(study);
  const unnumbered = rules.filter(({ sure }) => sure === null);
  const traits = study.reference.marks.flatMap((mark) => (mark.kind === 'trait' ? [mark] : []));
  const own = [...study.traits, ...traits];
  if (own.length + sights.length + rules.length + sisters.length === 0)
    return (
      <Text soft testID="noticed-kind">
        {NOTHING_NOTICED}
      </Text>
    );
  return (
    <View style={styles.kind} testID="noticed-kind">
      {places.length > 0 ? <PlaceRows {...{ places, chosen, onChoose }} /> : null}
      {unnumbered.map((told) => (
        <Row
          key={told.rule.id}
          said={ruleSentence(told, report.sides)}
          holds={told.holds}
          testID="told-rule"
        />
      ))}
      {sights.map((sight) => (
        <Row key={sight.id} said={sightSentence(sight)} holds={sight.holds} testID="measured-sight" />
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

interface RowProps {
  readonly said: string;
  readonly holds: 'yes' | 'no' | 'cannot tell';
  readonly testID: string;
}

/** What was noticed, and whether it is so in the drawing. */
function Row({ said, holds, testID }: RowProps) {
  const palette = usePalette();
  return (
    <View style={[styles.row, { borderColor: palette.rule }]} testID={testID}>
      <Text style={styles.said}>{said}</Text>
      <Text kind="strong" colour={holds === 'no' ? palette.redline : palette.softInk}>
        {holds}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  kind: { gap: 8 },
  row: { flexDirection: 'row', gap: 12, paddingVertical: 6, borderBottomWidth: 1 },
  said: { flex: 1 },
});
