import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  findingSentence,
  lackingLandmarks,
  referenceItems,
  type CheckedPages,
  type Finding,
  type Mend,
} from '@deft/core/findings';
import { paperInk, thingsOfType, withinRegion } from '@deft/core/page';
import type { InMind } from '@deft/contract';
import { mendPage } from '../data/check-page';
import { newId } from '../data/new-id';
import { paperAsStrokes } from '../data/paper-strokes';
import { useThings } from '../data/use-page';
import { PageView } from '../page/parts/page-view';
import type { Surface } from '../page/surface';
import { useSay } from '../ui/notes';
import { Text } from '../ui/text';
import { Findings } from './findings';
import { LayByHand } from './lay-by-hand';
import { MendingScreen } from './mending';
import { QuickRun } from './quick-run';
import { useChangeAttemptMutation } from './api';
import { useStudy } from './study-context';
import { useChecked, type ToCheck } from './use-checked';
import { MEND_A_COPY, NOT_LAID, NOT_TAKEN_HOLD } from './words';
import { WhereOnReference } from './where-on-reference';

interface CheckedProps extends ToCheck {
  readonly onAnew: (inMind: InMind | null) => void;
  readonly onDraw: () => void;
}

/** Check, once there is something to check. */
export function CheckPass() {
  const { study, attempt, keeper, trace, beginAnew, goOnDrawing } = useStudy();
  if (!attempt || !keeper) return null;
  return (
    <Checked
      key={attempt.id}
      study={study}
      attempt={attempt}
      keeper={keeper}
      trace={trace}
      onAnew={beginAnew}
      onDraw={goOnDrawing}
    />
  );
}

/**
 * The drawing laid over its reference with what is off. Where the desk sees nothing in what is drawn, the
 * landmarks that are lacking are asked for first.
 */
function Checked(props: CheckedProps) {
  const { study, attempt, keeper, trace } = props;
  const { reference } = study;
  const page = useThings(keeper, ['form', 'landmark', 'sheet', 'page', 'stroke', 'mass']);
  const traceThings = useThings(trace, ['form', 'landmark', 'placement']);
  const ready = keeper.ready && (!study.traces.length || trace?.ready === true);
  const result = useChecked(props, ready);
  /** The landmarks that are asked for; null until it is known whether the desk sees any by itself. */
  const [run, setRun] = useState<readonly string[] | null>(null);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [laying, setLaying] = useState(false);
  const [changeAttempt] = useChangeAttemptMutation();
  const say = useSay();
  const mending = useOpenMending(props, result);
  const { showCopy } = useStudy();
  const closed = attempt.closedAt !== null;
  const copyToMend = (): void => {
    showCopy();
    say({ text: MEND_A_COPY });
  };
  if (mending.open)
    return (
      <MendingScreen
        {...mending.open}
        keeper={keeper}
        reference={reference}
        attempt={attempt}
        now={result === 'failed' ? null : result}
        onDone={mending.close}
      />
    );
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
  if (laying)
    return (
      <LayByHand
        reference={reference}
        things={things}
        region={attempt.region}
        now={result.report.toReference}
        byHand={attempt.laid !== null}
        onLaid={(laid) => {
          setLaying(false);
          changeAttempt({ study: study.id, attempt: attempt.id, patch: { laid } })
            .unwrap()
            .catch(() => say({ text: NOT_LAID }));
        }}
        onClose={() => setLaying(false)}
      />
    );
  const lacking = lackingLandmarks(things, trace ? traceThings : null, reference, result.seen);
  // Decided once, by the first answer: what is set meanwhile does not end the run.
  if (run === null) setRun(result.seen || result.isEmpty ? [] : lacking);
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
      onMend={closed ? copyToMend : mending.begin}
      onLay={() => setLaying(true)}
      onLandmarks={lacking.length > 0 && !result.isEmpty ? () => setRun(lacking) : null}
    />
  );
}

/**
 * What is being mended on the page, if anything is. The page as it was before keeps a name; what was lifted
 * from paper becomes strokes, so that its parts can be taken hold of.
 */
function useOpenMending({ study, attempt, keeper }: ToCheck, result: ReturnType<typeof useChecked>) {
  const say = useSay();
  const [open, setOpen] = useState<{ readonly finding: Finding; readonly mend: Mend } | null>(null);
  const take = async (finding: Finding, checked: CheckedPages): Promise<void> => {
    const name = `Before: ${findingSentence(finding, checked.report.sides).toLowerCase()}`.slice(0, 60);
    const asStrokes = await paperAsStrokes(keeper.things);
    await keeper.commit({ add: [{ type: 'version', id: newId(), name, at: Date.now() }] });
    await keeper.commit((now) => (paperInk(now).length > 0 ? asStrokes : null));
    const mend = await mendPage(keeper.things, {
      region: attempt.region,
      reference: study.reference,
      checked,
      finding,
    });
    setOpen({ finding, mend });
  };
  const begin = (finding: Finding): void => {
    if (result && result !== 'failed') take(finding, result).catch(() => say({ text: NOT_TAKEN_HOLD }));
  };
  return { open, begin, close: () => setOpen(null) };
}

const styles = StyleSheet.create({ waiting: { padding: 24 } });
