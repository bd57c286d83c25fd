import { StyleSheet, View } from 'react-native';
import {
  deedOfAll,
  kindDeeds,
  NAMED_KINDS,
  nameOf,
  thingToDo,
  type Finding,
  type NamedKind,
} from '@deft/core/findings';
import type { Attempt, InMind } from '@deft/contract';
import { Act, MainAct } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import type { Kind } from './kinds/kind';
import type { Answer } from './use-checked';
import { WITH_THIS_IN_MIND } from './words';

interface WhatNextProps {
  readonly attempt: Attempt;
  readonly result: Answer;
  /** What the check is read for, which of its places is chosen, and which finding. */
  readonly kind: Kind;
  readonly place: number | null;
  readonly chosen: string | null;
  readonly onMend: (finding: Finding) => void;
  readonly onAnew: (inMind: InMind | null) => void;
  readonly onDraw: () => void;
}

const isNamed = (kind: Kind): kind is NamedKind => NAMED_KINDS.some((named) => named === kind);

/** Mend it here, or try again: what is chosen, else what is off most, of the kind that is read. */
export function WhatNext({ attempt, result, kind, place, chosen, onMend, onAnew, onDraw }: WhatNextProps) {
  const palette = usePalette();
  const wide = useWide();
  const { report, isEmpty } = result;
  const said = [...report.findings, ...report.perhaps];
  const finding = said.find(({ id }) => id === chosen) ?? said[0] ?? null;
  const ofKind = isNamed(kind) ? kindDeeds(kind, result, result.values) : [];
  const deed = ofKind[place ?? 0] ?? ofKind[0] ?? null;
  const sentence = deed ?? (finding ? thingToDo([finding], report.sides) : deedOfAll(result, result.values));
  const again = (): void => onAnew(sentence ? { sentence, attempt: attempt.id } : null);
  const name = finding && nameOf(finding);
  const mendable = finding !== null && report.toReference !== null && finding.thing !== 'whole';
  if (deed || !mendable)
    return (
      <View style={[styles.next, { padding: wide ? 20 : 10, borderColor: palette.rule }]}>
        {isEmpty ? (
          <MainAct label="Draw it" onPress={onDraw} testID="draw-it" />
        ) : (
          <MainAct
            label={sentence ? WITH_THIS_IN_MIND : 'Try again'}
            spoken={sentence ? `${WITH_THIS_IN_MIND}: ${sentence}` : undefined}
            onPress={again}
            testID="try-again"
          />
        )}
      </View>
    );
  // On a phone both lie side by side: what they are about is what is chosen, or the headline.
  const where = attempt.closedAt === null ? 'here' : 'on a copy';
  const mend = `Mend the ${name} ${where}`;
  const watch = `Try again, watching the ${name}`;
  return (
    <View
      style={[
        styles.next,
        { padding: wide ? 20 : 10, borderColor: palette.rule, flexDirection: wide ? 'column' : 'row' },
      ]}
    >
      <MainAct
        label={wide ? mend : `Mend it ${where}`}
        spoken={wide ? mend : `Mend it ${where}: the ${name}`}
        onPress={() => onMend(finding)}
        testID="mend"
        style={wide ? null : styles.fill}
      />
      <Act
        label={wide ? watch : 'Try again'}
        spoken={wide ? watch : `Try again, watching the ${name}`}
        onPress={again}
        testID="try-again"
        style={wide ? null : styles.fill}
      />
    </View>
  );
}

const styles = StyleSheet.create({ fill: { flex: 1 }, next: { borderTopWidth: 1, gap: 6 } });
