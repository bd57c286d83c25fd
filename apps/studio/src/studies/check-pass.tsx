import { useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import {
  errorPhrase,
  findingSentence,
  lackingLandmarks,
  perhapsSentence,
  referenceItems,
  summarySentence,
  thingToDo,
  type CheckReport,
  type Finding,
} from '@deft/core/findings';
import { thingsOfType, withinRegion, type Id, type Thing } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { useThings } from '../data/use-page';
import { PageView } from '../page/parts/page-view';
import { QuickRun } from './quick-run';
import type { Surface } from '../page/surface';
import { Act, MainAct } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { LaidOver } from './laid-over';
import { landmarkAt, ringsOf } from './rings';
import { Seen } from './seen';
import { useStudy } from './study-context';
import { useChecked, type Answer, type ToCheck } from './use-checked';
import { WhereOnReference } from './where-on-reference';

interface CheckedProps extends ToCheck {
  readonly onAnew: () => void;
}

/** Check, once there is something to check. */
export function CheckPass() {
  const { study, attempt, keeper, trace, beginAnew } = useStudy();
  if (!attempt || !keeper) return null;
  return (
    <Checked
      key={attempt.id}
      study={study}
      attempt={attempt}
      keeper={keeper}
      trace={trace}
      onAnew={beginAnew}
    />
  );
}

/**
 * The drawing laid over its reference with what is off. Where the desk sees nothing in its lines, the
 * landmarks that are lacking are asked for first.
 */
function Checked(props: CheckedProps) {
  const { study, attempt, keeper, trace } = props;
  const { reference } = study;
  const page = useThings(keeper, ['form', 'landmark', 'sheet', 'page', 'stroke']);
  const traceThings = useThings(trace, ['form', 'landmark', 'placement']);
  const ready = keeper.ready && (!study.traces.length || trace?.ready === true);
  const result = useChecked(props, ready);
  /** The landmarks that are asked for; null until it is known whether the desk sees any by itself. */
  const [run, setRun] = useState<readonly string[] | null>(null);
  const [surface, setSurface] = useState<Surface | null>(null);
  if (!result || result === 'failed')
    return (
      <View style={styles.waiting}>
        <Text soft={!result} live>
          {result
            ? 'The check could not be carried out on this drawing. The drawing itself is untouched.'
            : ready
              ? 'Laying the drawing on the picture …'
              : 'One moment …'}
        </Text>
      </View>
    );
  const things = withinRegion(page, attempt.region);
  const lacking = lackingLandmarks(things, trace ? traceThings : null, reference, result.seen);
  // Decided once, by the first answer: what is set meanwhile does not end the run.
  if (run === null) setRun(result.seen ? [] : lacking);
  const said = new Set(thingsOfType(things, 'landmark').map(({ name }) => name));
  const asked = (run ?? []).filter((name) => !said.has(name));
  if (asked.length > 0) {
    const where = referenceItems(trace ? traceThings : null, reference).find(
      (item) => item.kind === 'landmark' && item.name === asked[0],
    );
    return (
      <View style={{ flex: 1 }}>
        <PageView keeper={keeper} region={attempt.region} onSurface={setSurface}>
          {where ? <WhereOnReference reference={reference} at={where.centre} /> : null}
        </PageView>
        <QuickRun keeper={keeper} surface={surface} names={asked} onSkip={() => setRun([])} />
      </View>
    );
  }
  return (
    <Findings
      {...props}
      things={things}
      result={result}
      onLandmarks={lacking.length > 0 ? () => setRun(lacking) : null}
    />
  );
}

interface FindingsProps extends CheckedProps {
  /** What of the page belongs to the attempt. */
  readonly things: ReadonlyMap<Id, Thing>;
  readonly result: Answer;
  /** Sets what landmarks it lacks; null where it lacks none. */
  readonly onLandmarks: (() => void) | null;
}

function Findings(props: FindingsProps) {
  const { study, attempt, keeper, things, result } = props;
  const palette = usePalette();
  const wide = useWide();
  const { report } = result;
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = useMemo(
    () => [...report.findings, ...report.perhaps, ...report.folded].find((f) => f.id === chosen) ?? null,
    [report, chosen],
  );
  const headline = <Headline report={report} />;
  return (
    <View style={[styles.fill, { flexDirection: wide ? 'row' : 'column' }]}>
      {wide ? null : headline}
      <View style={{ flex: wide ? 6 : 5, minHeight: 200 }}>
        <LaidOver
          reference={study.reference}
          things={things}
          region={attempt.region}
          report={report}
          shown={shown}
          onChoose={setChosen}
          rings={ringsOf(things, result)}
          onMoved={(name, at, spread) =>
            void keeper.commit(landmarkAt(things, keeper.things, name, at, spread))
          }
        />
      </View>
      <View
        style={{
          flex: wide ? 5 : 4,
          borderColor: palette.rule,
          [wide ? 'borderLeftWidth' : 'borderTopWidth']: 1,
        }}
      >
        {wide ? headline : null}
        <FindingsList {...props} chosen={chosen} onChoose={setChosen} />
      </View>
    </View>
  );
}

interface FindingsListProps extends FindingsProps {
  readonly chosen: string | null;
  readonly onChoose: (finding: string | null) => void;
}

/** Everything the check has to say, and the way to the next attempt. */
function FindingsList({
  keeper,
  trace,
  onAnew,
  onLandmarks,
  things,
  result,
  chosen,
  onChoose,
}: FindingsListProps) {
  const wide = useWide();
  const { report, scale } = result;
  const watch = (report.findings[0] ?? report.perhaps[0])?.about ?? null;
  return (
    <>
      <ScrollView contentContainerStyle={[styles.list, { paddingHorizontal: wide ? 24 : 16 }]}>
        {(report.averageMiss ? report.cannotSay : report.cannotSay.slice(1)).map((sentence) => (
          <Text key={sentence} soft>
            {sentence}
          </Text>
        ))}
        {report.averageMiss ? (
          <Text soft testID="summary">
            {summarySentence(report, scale)}
          </Text>
        ) : null}
        <Seen keeper={keeper} things={things} result={result} />
        <View>
          {report.findings.map((finding, i) => (
            <FindingRow
              key={finding.id}
              finding={finding}
              number={i + 1}
              on={finding.id === chosen}
              report={report}
              onPress={() => onChoose(finding.id === chosen ? null : finding.id)}
            />
          ))}
        </View>
        <Perhaps report={report} chosen={chosen} onChoose={onChoose} />
        <Unsure report={report} />
        <Guesses report={report} keeper={keeper} trace={trace} />
        {onLandmarks ? (
          <Act
            label={result.seen ? 'Set some in a quick run' : 'Set the landmarks it lacks'}
            onPress={onLandmarks}
            style={styles.first}
          />
        ) : null}
      </ScrollView>
      <View style={{ padding: wide ? 20 : 12 }}>
        <MainAct
          label={watch ? `Try again, watching the ${watch}` : 'Try again'}
          onPress={onAnew}
          testID="try-again"
        />
      </View>
    </>
  );
}

/** The one thing to do; where nothing is told, what is missing for that. */
function Headline({ report }: { readonly report: CheckReport }) {
  const palette = usePalette();
  const wide = useWide();
  const { findings, perhaps, unsure, sides, averageMiss, cannotSay } = report;
  const open = perhaps.length > 0 || unsure.some((f) => Math.abs(f.size) >= f.tolerance);
  const text =
    thingToDo(findings, sides) ??
    (averageMiss
      ? open
        ? 'Nothing is clearly off.'
        : 'Nothing is off by more than is worth a word.'
      : (cannotSay[0] ?? 'There is too little here to tell what is off.'));
  return (
    <View
      style={{
        paddingHorizontal: wide ? 24 : 16,
        paddingVertical: wide ? 18 : 8,
        borderBottomWidth: wide ? 0 : 1,
        borderColor: palette.rule,
      }}
    >
      <Text size={21} kind="heading" level={1} testID="todo">
        {text}
      </Text>
    </View>
  );
}

function FindingRow({
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
function Guesses({
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
function Perhaps({
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
function Unsure({ report }: { readonly report: CheckReport }) {
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
  waiting: { padding: 24 },
  list: { paddingVertical: 10, gap: 8 },
  first: { alignSelf: 'flex-start' },
});
