import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { headlineOfAll, nearestName, placementOf, type Finding } from '@deft/core/findings';
import type { Id, Thing } from '@deft/core/page';
import { handStrokes } from '@deft/core/strokes';
import type { InMind } from '@deft/contract';
import { knownLandmarks } from '../data/known-landmarks';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { useSay } from '../ui/notes';
import { Text } from '../ui/text';
import { EarlierChecks } from './earlier-checks';
import { LaidOver, type LaidPlace } from './laid-over';
import { firstStrokes } from './kinds/first-strokes';
import { kindsOf, type Kind } from './kinds/kind';
import { KindChoice } from './kinds/kind-choice';
import { KindSays } from './kinds/kind-says';
import { saveKind } from './kinds/save-kind';
import { shownOver } from './kinds/shown-over';
import { LOOKING, type Looking } from './looking';
import { LookingRow } from './looking-row';
import { MeantOver } from './meant';
import { landmarkAt, ringsOf } from './rings';
import { PickedLandmark } from './picked-landmark';
import type { Answer, ToCheck } from './use-checked';
import { useOther } from './use-other';
import { WhatIsOff } from './what-is-off';
import { WhatNext } from './what-next';
import { NOT_SAVED } from './words';

interface FindingsProps extends ToCheck {
  readonly onAnew: (inMind: InMind | null) => void;
  /** Goes on drawing this attempt. */
  readonly onDraw: () => void;
  /** Takes hold of what is off on the page itself. */
  readonly onMend: (finding: Finding) => void;
  /** Lays the drawing on the picture by hand. */
  readonly onLay: () => void;
  /** What of the page belongs to the attempt. */
  readonly things: ReadonlyMap<Id, Thing>;
  readonly result: Answer;
  /** Sets what landmarks it lacks; null where it lacks none. */
  readonly onLandmarks: (() => void) | null;
}

/** The drawing laid over its reference, what is off in it, and what to do about it. */
export function Findings(props: FindingsProps) {
  const { study, attempt, keeper, things, result } = props;
  const palette = usePalette();
  const wide = useWide();
  const { report } = result;
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = useMemo(
    () => [...report.findings, ...report.perhaps, ...report.folded].find((f) => f.id === chosen) ?? null,
    [report, chosen],
  );
  const headline = <Headline sentence={headlineOfAll(result, result.values)} />;
  const [over, setOver] = useState<'earlier' | 'meant' | null>(null);
  const [picked, setPicked] = useState<string | null>(null);
  const [looking, setLooking] = useState<Looking>(LOOKING);
  const reading = useReading(things, result);
  const traced = props.trace?.things ?? null;
  const other = useOther(looking, study, traced);
  const placement = traced && placementOf(traced, study.reference.id);
  const earlier = study.attempts.flatMap(({ id }, i) =>
    id === attempt.id ? [] : [{ key: id, label: `attempt ${i + 1}` }],
  );
  const others = [...(placement ? [{ key: 'trace', label: 'trace' }] : []), ...earlier.slice(-4)];
  return (
    <View style={[styles.fill, { flexDirection: wide ? 'row' : 'column' }]}>
      {wide ? null : headline}
      <View style={{ flex: wide ? 6 : 5, minHeight: 200 }}>
        <LaidOver
          reference={study.reference}
          things={reading.shownThings}
          region={attempt.region}
          report={report}
          nearer={reading.nearer}
          instead={reading.instead}
          looking={looking}
          other={other}
          placement={placement}
          shown={shown}
          onChoose={setChosen}
          rings={ringsOf(things, result)}
          picked={picked}
          onPick={setPicked}
          onMoved={(name, at, spread) =>
            void keeper.commit(landmarkAt(things, keeper.things, name, at, spread))
          }
        />
        {picked ? (
          <PickedLandmark {...{ keeper, things, result }} name={picked} onDone={() => setPicked(null)} />
        ) : (
          <LookingRow looking={looking} onLooking={setLooking} others={others} placed={placement !== null} />
        )}
      </View>
      <View
        style={{
          flex: wide ? 5 : 4,
          borderColor: palette.rule,
          [wide ? 'borderLeftWidth' : 'borderTopWidth']: 1,
        }}
      >
        {wide ? headline : null}
        <FindingsList {...props} reading={reading} chosen={chosen} onChoose={setChosen} onOver={setOver} />
      </View>
      {over === 'earlier' ? <EarlierChecks attempt={attempt} onClose={() => setOver(null)} /> : null}
      {over === 'meant' ? (
        <MeantOver study={study} attempt={attempt} trace={props.trace} onClose={() => setOver(null)} />
      ) : null}
    </View>
  );
}

/** What the check is read for, and what of the drawing that shows. */
function useReading(things: ReadonlyMap<Id, Thing>, result: Answer) {
  const [chosen, setKind] = useState<Kind>('off');
  const count = useMemo(() => handStrokes(things).length, [things]);
  const [until, setUntil] = useState(Infinity);
  const [place, setPlace] = useState<number | null>(null);
  // What was opened may have nothing to say of the drawing as it is now.
  const kind = kindsOf(result).some((one) => one.kind === chosen) ? chosen : 'off';
  const shownThings = useMemo(
    () => (kind === 'order' ? firstStrokes(things, until) : things),
    [things, kind, until],
  );
  return {
    kind,
    setKind: (one: Kind): void => {
      setKind(one);
      setPlace(null);
    },
    place,
    setPlace,
    count,
    until: Math.min(until, count),
    setUntil,
    shownThings,
    nearer: kind === 'outline' || kind === 'gaps' ? (result.shape?.told?.nearer ?? null) : null,
    instead:
      kind === 'off'
        ? null
        : (on: LaidPlace) => shownOver(kind, result, on, { chosen: place, onChoose: setPlace }),
  };
}

interface FindingsListProps extends FindingsProps {
  readonly reading: ReturnType<typeof useReading>;
  readonly chosen: string | null;
  readonly onChoose: (finding: string | null) => void;
  /** Opens what checks said before, or what is changed on purpose. */
  readonly onOver: (what: 'earlier' | 'meant') => void;
}

/** Everything the check has to say, and the way to the next attempt. */
function FindingsList(props: FindingsListProps) {
  const { study, attempt, things, result, reading } = props;
  const say = useSay();
  const wide = useWide();
  const { kind, setKind, place, setPlace, count, until, setUntil } = reading;
  const places = new Map(knownLandmarks(study.reference).map(({ name, at }) => [name, at]));
  return (
    <>
      <ScrollView contentContainerStyle={[styles.list, { paddingHorizontal: wide ? 24 : 16 }]}>
        <KindChoice result={result} kind={kind} onKind={setKind} />
        {kind === 'off' ? <WhatIsOff {...props} /> : null}
        {kind === 'off' ? null : (
          <KindSays
            {...{ kind, study, attempt, result, until, count }}
            which={{ chosen: place, onChoose: setPlace }}
            onUntil={setUntil}
            nearest={(at) => nearestName(at, places, result.height)}
            onSave={() => {
              saveKind({ kind, reference: study.reference, things, region: attempt.region, result }).catch(
                () => say({ text: NOT_SAVED }),
              );
            }}
          />
        )}
      </ScrollView>
      <WhatNext {...props} kind={kind} place={place} />
    </>
  );
}

/** The one thing to do; where nothing is told, what is missing for that. */
function Headline({ sentence }: { readonly sentence: string }) {
  const palette = usePalette();
  const wide = useWide();
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
        {sentence}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  list: { paddingVertical: 10, gap: 8 },
});
