import { useEffect, useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import {
  errorPhrase,
  findingSentence,
  lackingLandmarks,
  referenceItems,
  summarySentence,
  thingToDo,
  type CheckReport,
  type Finding,
} from '@deft/core/findings';
import { withinRegion } from '@deft/core/page';
import type { Attempt, Study } from '@deft/contract';
import { useChangeReferenceMutation } from '../data/references-api';
import { useKeepMissMutation } from './api';
import { checkInWorker } from '../data/workers';
import type { PageKeeper } from '../data/page-keeper';
import { knownLandmarks } from '../data/known-landmarks';
import { useThings } from '../data/use-page';
import { PageView } from '../page/parts/page-view';
import { QuickRun } from './quick-run';
import type { Surface } from '../page/surface';
import { Act, MainAct } from '../ui/acts';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { LaidOver } from './laid-over';
import { useStudy } from './study-context';
import { WhereOnReference } from './where-on-reference';

interface CheckedProps {
  readonly study: Study;
  readonly attempt: Attempt;
  readonly keeper: PageKeeper;
  readonly trace: PageKeeper | null;
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

/** First the landmarks that are lacking, then the drawing laid over its reference with what is off. */
function Checked({ study, attempt, keeper, trace, onAnew }: CheckedProps) {
  const { reference } = study;
  const page = useThings(keeper, ['form', 'landmark', 'sheet', 'page', 'stroke']);
  const things = withinRegion(page, attempt.region);
  const traceThings = useThings(trace, ['form', 'landmark', 'placement']);
  const [skipped, setSkipped] = useState(false);
  const [surface, setSurface] = useState<Surface | null>(null);
  const lacking = lackingLandmarks(things, trace ? traceThings : null, reference);
  const ready = keeper.ready && (!study.traces.length || trace?.ready === true);
  if (!ready)
    return (
      <View style={styles.waiting}>
        <Text soft>One moment …</Text>
      </View>
    );
  if (lacking.length > 0 && !skipped) {
    const asked = referenceItems(trace ? traceThings : null, reference).find(
      (item) => item.kind === 'landmark' && item.name === lacking[0],
    );
    return (
      <View style={{ flex: 1 }}>
        <PageView keeper={keeper} region={attempt.region} onSurface={setSurface}>
          {asked ? <WhereOnReference reference={reference} at={asked.centre} /> : null}
        </PageView>
        <QuickRun keeper={keeper} surface={surface} names={lacking} onSkip={() => setSkipped(true)} />
      </View>
    );
  }
  return (
    <Findings
      study={study}
      attempt={attempt}
      keeper={keeper}
      trace={trace}
      onAnew={onAnew}
      onLandmarks={lacking.length > 0 ? () => setSkipped(false) : null}
    />
  );
}

type Answer = Awaited<ReturnType<typeof checkInWorker>>;

/** Checks the attempt in a worker, again whenever its pages change, and keeps how far it is off. */
function useChecked({
  study,
  attempt,
  keeper,
  trace,
}: Omit<CheckedProps, 'onAnew'>): Answer | 'failed' | null {
  const { reference } = study;
  const [result, setResult] = useState<Answer | 'failed' | null>(null);
  const [changeReference] = useChangeReferenceMutation();
  const [keepMiss] = useKeepMissMutation();
  const stand = `${keeper.replica.head}/${keeper.replica.pending.length}/${trace?.replica.head ?? 0}`;
  useEffect(() => {
    const { id, subject, figureHeight } = reference;
    const landmarks = knownLandmarks(reference);
    let gone = false;
    const about = { id, subject, figureHeight, truth: landmarks.length > 0 ? { landmarks } : null };
    checkInWorker({
      attempt: new Map(withinRegion(keeper.things, attempt.region)),
      trace: trace ? new Map(trace.things) : null,
      reference: about,
      seconds: attempt.seconds,
    }).then(
      (answer) => {
        if (gone) return;
        setResult(answer);
        void keepMiss({ attempt: attempt.id, miss: answer.report.averageMiss?.value ?? null });
        // Once known, the figure's height stays what it is, so that attempts can be compared.
        if (!figureHeight && answer.height > 0 && answer.report.averageMiss)
          void changeReference({ id, patch: { figureHeight: answer.height } });
      },
      () => !gone && setResult('failed'),
    );
    return () => {
      gone = true;
    };
  }, [keeper, trace, reference, attempt, stand, changeReference, keepMiss]);
  return result;
}

interface FindingsProps extends CheckedProps {
  /** Sets what landmarks it lacks; null where it lacks none. */
  readonly onLandmarks: (() => void) | null;
}

function Findings(props: FindingsProps) {
  const { study, attempt, keeper } = props;
  const palette = usePalette();
  const wide = useWide();
  const result = useChecked(props);
  const [chosen, setChosen] = useState<string | null>(null);
  const page = useThings(keeper, ['form', 'landmark', 'stroke']);
  const things = withinRegion(page, attempt.region);
  const report = result && result !== 'failed' ? result.report : null;
  const shown = useMemo(
    () => [...(report?.findings ?? []), ...(report?.folded ?? [])].find((f) => f.id === chosen) ?? null,
    [report, chosen],
  );
  if (!result || result === 'failed')
    return (
      <View style={styles.waiting}>
        <Text soft={!result} live>
          {result
            ? 'The check could not be carried out on this drawing. The drawing itself is untouched.'
            : 'Laying the drawing on the picture …'}
        </Text>
      </View>
    );
  const headline = <Headline report={result.report} />;
  return (
    <View style={[styles.fill, { flexDirection: wide ? 'row' : 'column' }]}>
      {wide ? null : headline}
      <View style={{ flex: wide ? 6 : 5, minHeight: 200 }}>
        <LaidOver
          reference={study.reference}
          things={things}
          region={attempt.region}
          report={result.report}
          shown={shown}
          onChoose={setChosen}
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
        <FindingsList {...props} result={result} chosen={chosen} onChoose={setChosen} />
      </View>
    </View>
  );
}

interface FindingsListProps extends FindingsProps {
  readonly result: Answer;
  readonly chosen: string | null;
  readonly onChoose: (finding: string | null) => void;
}

/** Everything the check has to say, and the way to the next attempt. */
function FindingsList({
  keeper,
  trace,
  onAnew,
  onLandmarks,
  result: { report, scale },
  chosen,
  onChoose,
}: FindingsListProps) {
  const wide = useWide();
  const watch = report.findings[0]?.about ?? null;
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
        <Unsure report={report} />
        <Guesses report={report} keeper={keeper} trace={trace} />
        {onLandmarks ? (
          <Act label="Set the landmarks it lacks" onPress={onLandmarks} style={styles.first} />
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
  const { findings, sides, averageMiss, cannotSay } = report;
  const text =
    thingToDo(findings, sides) ??
    (averageMiss
      ? 'Nothing is off by more than is worth a word.'
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
  waiting: { padding: 24 },
  list: { paddingVertical: 10, gap: 8 },
  first: { alignSelf: 'flex-start' },
});
