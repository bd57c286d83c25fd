import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  asIntended,
  departureInWords,
  partsToMean,
  referenceItems,
  sizeInWords,
  WHOLE_FIGURE,
  type Departure,
  type Finding,
} from '@deft/core/findings';
import { SUBJECTS } from '@deft/core/subjects';
import type { Attempt, Study } from '@deft/contract';
import { knownLandmarks } from '../data/known-landmarks';
import type { PageKeeper } from '../data/page-keeper';
import { useThings } from '../data/use-page';
import type { PassPanelProps } from '../page/shell/pass';
import { Act } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Acts, Panel } from '../ui/panel';
import { usePalette } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { useStudy } from './study-context';
import { useMeaning } from './use-meaning';
import { ON_PURPOSE, ON_PURPOSE_NOTE, WHAT_IS_MEANT } from './words';

interface MeantProps {
  readonly study: Study;
  readonly attempt: Attempt;
  readonly trace: PageKeeper | null;
}

const SIZES = [1.25, 1.5, 2, 0.75, 0.5] as const;

/** What can be meant of a part, or of the whole; each with how it is offered. */
function offered(part: string | null, isFigure: boolean): { label: string; departure: Departure }[] {
  const anywhere = [
    { label: 'from another view', departure: { kind: 'view', part } as const },
    { label: 'only inspired by the picture', departure: { kind: 'inspired', part } as const },
  ];
  if (part === null)
    return [
      { label: 'turned over', departure: { kind: 'flipped' } },
      ...(isFigure
        ? [{ label: 'leaning otherwise', departure: { kind: 'pose', part: WHOLE_FIGURE } as const }]
        : []),
      ...anywhere,
    ];
  return [
    ...SIZES.map((by) => ({ label: sizeInWords(by), departure: { kind: 'size', part, by } as const })),
    { label: 'another size, as it comes', departure: { kind: 'size', part, by: null } },
    { label: 'lying otherwise', departure: { kind: 'pose', part } },
    ...anywhere,
  ];
}

/** What is meant otherwise than it is in the picture, and what else can be. */
function Meant({ study, attempt, trace }: MeantProps) {
  const palette = usePalette();
  const { reference } = study;
  const things = useThings(trace, ['form', 'landmark', 'placement']);
  const { departures, mean, takeBack } = useMeaning(study, attempt);
  const [part, setPart] = useState<string | null>(null);
  const landmarks = knownLandmarks(reference);
  const items = referenceItems(trace ? things : null, { ...reference, truth: { landmarks } });
  const names = items.flatMap(({ name }) => (name === null ? [] : [name]));
  const subject = SUBJECTS[reference.subject];
  return (
    <>
      <Text soft>{ON_PURPOSE_NOTE}</Text>
      {departures.map((departure) => (
        <View
          key={departureInWords(departure)}
          style={[styles.meant, { borderColor: palette.rule }]}
          testID="departure"
        >
          <Text style={styles.fill}>{departureInWords(departure)}</Text>
          <Act
            small
            label="Take back"
            spoken={`Take back: ${departureInWords(departure)}`}
            onPress={() => takeBack(departure, `Taken back: ${departureInWords(departure)}.`)}
          />
        </View>
      ))}
      <Choice label="What do you change on purpose?" shown>
        <Option small label="the whole" on={part === null} onPress={() => setPart(null)} />
        {partsToMean(subject, names).map((name) => (
          <Option key={name} small label={name} on={part === name} onPress={() => setPart(name)} />
        ))}
      </Choice>
      <Acts about={part === null ? 'The whole is meant' : `The ${part} is meant`}>
        {offered(part, subject.key === 'figure').map(({ label, departure }) => (
          <Act key={label} small label={label} onPress={() => mean(departure, null)} />
        ))}
      </Acts>
    </>
  );
}

/** The same, over the check. */
export function MeantOver({ onClose, ...props }: MeantProps & { readonly onClose: () => void }) {
  return (
    <Panel title={ON_PURPOSE} onClose={onClose}>
      <Meant {...props} />
    </Panel>
  );
}

/** The same, over a page that one draws on. */
export function MeantPanel({ onBack, onClose }: PassPanelProps) {
  const { study, attempt, trace } = useStudy();
  return (
    <Panel title={ON_PURPOSE} onBack={onBack} onClose={onClose}>
      {attempt ? <Meant study={study} attempt={attempt} trace={trace} /> : null}
    </Panel>
  );
}

/** Says that what a finding names was meant, so that it is no miss. Nothing for a thing without a name. */
export function MeantThat({
  study,
  attempt,
  finding,
}: Omit<MeantProps, 'trace'> & { readonly finding: Finding }) {
  const departure = asIntended(finding);
  return departure ? <MeantAct {...{ study, attempt, departure }} /> : null;
}

/** Says that something was meant otherwise. */
export function MeantAct({
  study,
  attempt,
  departure,
}: Omit<MeantProps, 'trace'> & { readonly departure: Departure }) {
  const { mean } = useMeaning(study, attempt);
  return (
    <Act
      small
      label={WHAT_IS_MEANT}
      onPress={() => mean(departure, `Meant: ${departureInWords(departure)}.`)}
      testID="meant-that"
      style={styles.that}
    />
  );
}

const styles = StyleSheet.create({
  meant: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, gap: 8 },
  fill: { flex: 1 },
  that: { alignSelf: 'flex-start', marginLeft: 32 },
});
