import { Pressable, StyleSheet, View } from 'react-native';
import {
  errorPhrase,
  findingSentence,
  perhapsSentence,
  type CheckReport,
  type Finding,
} from '@deft/core/findings';
import type { PageKeeper } from '../data/page-keeper';
import { Act } from '../ui/acts';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';

/** What is clearly off, with what goes away with it where it is chosen. */
export function FindingRow({
  finding,
  number,
  on,
  report,
  onPress,
}: {
  readonly finding: Finding;
  readonly number: number;
  readonly on: boolean;
  readonly report: CheckReport;
  readonly onPress: () => void;
}) {
  const palette = usePalette();
  const folded = report.folded.filter(
    (f) => f.explainedBy === finding.id && !(f.about === finding.about && f.kind === finding.kind),
  );
  return (
    <Pressable
      role="button"
      aria-pressed={on}
      testID="finding"
      onPress={onPress}
      style={[
        styles.finding,
        { borderColor: palette.rule, backgroundColor: on ? palette.verdigrisWash : 'transparent' },
      ]}
    >
      <Text kind="figures" colour={palette.redline} style={{ width: 20, textAlign: 'center' }}>
        {number}
      </Text>
      <View style={{ flex: 1 }}>
        <Text>{findingSentence(finding, report.sides)}</Text>
        {on && folded.length > 0 ? (
          <Text size={13} soft>{`With it goes: ${folded
            .slice(0, 5)
            .map((f) => findingSentence(f, report.sides).toLowerCase())
            .join('; ')}${folded.length > 5 ? '; and more' : ''}.`}</Text>
        ) : null}
      </View>
      <Text size={13} soft>
        {errorPhrase(finding)}
      </Text>
    </Pressable>
  );
}

/**
 * Forms that the core paired by itself: said to be guesses, and confirmed with one touch, which names them.
 */
export function Guesses({
  report,
  keeper,
  trace,
}: {
  readonly report: CheckReport;
  readonly keeper: PageKeeper;
  readonly trace: PageKeeper | null;
}) {
  const guesses = report.pairs
    .filter((pair) => pair.by === 'guess')
    .flatMap((pair) => {
      const [drawn, reference] = [keeper.things.get(pair.drawn), trace?.things.get(pair.reference)];
      return drawn?.type === 'form' && reference?.type === 'form'
        ? [{ id: drawn.id, part: reference.part }]
        : [];
    });
  if (guesses.length === 0) return null;
  const named = guesses.filter(({ part }) => part !== null);
  const confirm = (): void =>
    void keeper.commit({ set: named.map(({ id, part }) => ({ id, to: { part } })) });
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap' }} testID="guesses">
      <Text
        size={13}
        soft
      >{`Paired by guess: ${named.length > 0 ? named.map(({ part }) => part).join(', ') : `${guesses.length} ${guesses.length === 1 ? 'form' : 'forms'} without a name`}.`}</Text>
      {named.length > 0 ? <Act small label="They are right" onPress={confirm} /> : null}
    </View>
  );
}

/** What is perhaps off: quieter, with what would settle it. */
export function Perhaps({
  report,
  chosen,
  onChoose,
}: {
  readonly report: CheckReport;
  readonly chosen: string | null;
  readonly onChoose: (finding: string | null) => void;
}) {
  const palette = usePalette();
  return report.perhaps.map((finding) => (
    <Pressable
      key={finding.id}
      role="button"
      aria-pressed={finding.id === chosen}
      testID="perhaps"
      onPress={() => onChoose(finding.id === chosen ? null : finding.id)}
      style={[
        styles.finding,
        {
          borderColor: palette.rule,
          backgroundColor: finding.id === chosen ? palette.verdigrisWash : 'transparent',
        },
      ]}
    >
      <View style={[styles.open, { borderColor: palette.softInk }]} />
      <Text size={13} soft style={styles.fill}>
        {perhapsSentence(finding, report.sides)}
      </Text>
    </Pressable>
  ));
}

/** What may be off but cannot be told: said, and not counted. */
export function Unsure({ report }: { readonly report: CheckReport }) {
  const past = report.unsure.filter((f) => Math.abs(f.size) >= f.tolerance);
  const near = past.filter(
    (f, i) => past.findIndex((other) => other.about === f.about && other.kind === f.kind) === i,
  );
  if (near.length === 0) return null;
  return (
    <Text size={13} soft>{`Too close to tell from these marks: ${near
      .slice(0, 4)
      .map((f) => findingSentence(f, report.sides).toLowerCase())
      .join('; ')}${near.length > 4 ? `; and ${near.length - 4} more` : ''}.`}</Text>
  );
}

const styles = StyleSheet.create({
  finding: { minHeight: 44, paddingVertical: 8, borderBottomWidth: 1, flexDirection: 'row', gap: 12 },
  fill: { flex: 1 },
  open: { width: 12, height: 12, borderWidth: 1.5, borderRadius: 6, marginHorizontal: 4, marginTop: 3 },
});
