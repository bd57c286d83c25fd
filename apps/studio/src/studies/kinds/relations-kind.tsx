import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  keptSentence,
  lineUpSentence,
  proportionSentence,
  sidesSentence,
  withoutSide,
  type CheckReport,
  type RelationsReport,
} from '@deft/core/findings';
import type { Attempt, Study } from '@deft/contract';
import { Choice, Option } from '../../ui/choice';
import { Text } from '../../ui/text';
import { MeantAct } from '../meant';
import { GOES_WITH_IT, RELATION_MARKS } from '../words';
import { PlaceRows, type SaidPlace } from './place-rows';

/** What lines up, the triangle that is off most, and any length in units of any other. */
export function RelationsKind({
  study,
  attempt,
  relations,
  places,
  sides,
  chosen,
  onChoose,
}: {
  readonly study: Study;
  readonly attempt: Attempt;
  readonly relations: RelationsReport;
  readonly places: readonly SaidPlace[];
  readonly sides: CheckReport['sides'];
  readonly chosen: number | null;
  readonly onChoose: (place: number | null) => void;
}) {
  const { asymmetry, following } = relations;
  // Left and right that are not alike stand last: they may be meant to be so.
  const rows = places.map((place, i) =>
    asymmetry && i === places.length - 1
      ? {
          ...place,
          act: (
            <MeantAct
              {...{ study, attempt }}
              departure={{ kind: 'unlike', part: withoutSide(asymmetry.about[0]) }}
            />
          ),
        }
      : place,
  );
  return (
    <View style={styles.kind} testID="relations-kind">
      {places.length > 0 ? <PlaceRows places={rows} {...{ chosen, onChoose }} /> : null}
      <Text kind={places.length > 0 ? 'body' : 'strong'}>{keptSentence(relations)}</Text>
      {following.length > 0 ? (
        <Text size={13} soft>
          {`${GOES_WITH_IT} ${following.map((one) => lineUpSentence(one, sides)).join(' ')}`}
        </Text>
      ) : null}
      {relations.lengths.length > 1 ? <Proportions relations={relations} /> : null}
      <Text size={13} soft>
        {places.length > 0 ? `${RELATION_MARKS} ${sidesSentence(sides)}` : sidesSentence(sides)}
      </Text>
    </View>
  );
}

/** One length in units of another: which, is chosen. */
function Proportions({ relations: { lengths, proportions } }: { readonly relations: RelationsReport }) {
  const [one, setOne] = useState(0);
  const [other, setOther] = useState(1);
  // The landmarks may have become fewer since.
  const [a, b] = [Math.min(one, lengths.length - 1), Math.min(other, lengths.length - 1)];
  const proportion = proportions[a]?.[b];
  const choice = (label: string, chosen: number, onChoose: (i: number) => void) => (
    <Choice label={label} shown inOneRow>
      {lengths.map(({ name }, i) => (
        <Option key={name} small label={name} on={i === chosen} onPress={() => onChoose(i)} />
      ))}
    </Choice>
  );
  return (
    <View style={styles.kind} testID="proportion">
      {choice('Measure', a, setOne)}
      {choice('in units of', b, setOther)}
      {proportion && a !== b ? (
        <Text>{proportionSentence(lengths[a]!, lengths[b]!, proportion)}</Text>
      ) : (
        <Text soft>Choose two different lengths.</Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ kind: { gap: 8 } });
