import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { useReferenceQuery } from '../data/references-api';
import { sentenceOf, SILENT } from '../data/refusals';
import { useStart } from '../data/use-start';
import { ObservingLayout } from '../observing/observing-layout';
import type { OnStage, PartLayout } from '../observing/observing-part';
import { OBSERVED, OBSERVED_NAMES } from '../observing/parts';
import { PictureStage } from '../observing/picture-stage';
import { SlimLine } from '../page/parts/slim-line';
import { NO_LOOK, type Look } from '../page/second-look';
import { MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Waiting } from '../ui/screen';
import { usePalette } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { AboutPart } from './about-part';
import { LookPart } from './look-part';
import { PreparePart } from './prepare-part';

const PARTS = ['Look', ...OBSERVED_NAMES, 'Prepare', 'About'] as const;
type PartName = (typeof PARTS)[number];

/** Parts that only need the picture as it is seen. */
const PLAIN = { ...OBSERVED, About: AboutPart } as const;

/** One reference: looked at, noticed about, measured, prepared, credited; and the way into a study of it. */
export function ReferenceScreen({ id }: { readonly id: Id }) {
  const palette = usePalette();
  const { data: reference, isError, error, refetch } = useReferenceQuery(id);
  if (!reference)
    return (
      <View style={[styles.waiting, { backgroundColor: palette.desk }]}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  return <OneReference key={reference.id} reference={reference} />;
}

function OneReference({ reference }: { readonly reference: Reference }) {
  const palette = usePalette();
  const router = useRouter();
  const { study, busy, failed } = useStart();
  const [part, setPart] = useState<PartName>('Look');
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [mirrored, setMirrored] = useState(false);
  const [onStage, setStage] = useState<OnStage>({});
  // As one component, whichever part is shown: what a part remembers stays with it.
  const PreparingLayout: PartLayout = useMemo(
    () =>
      function PreparingLayout({ stage, children }) {
        return (
          <ObservingLayout stage={stage} chooser={<PartChoice part="Prepare" onChoose={setPart} />}>
            {children}
          </ObservingLayout>
        );
      },
    [],
  );
  const choose = (to: PartName): void => {
    setStage({});
    // One places something on the picture as it is: a second look would hide where.
    if (to !== 'Look') setLook(NO_LOOK);
    setPart(to);
  };
  const props = { reference, onStage: setStage };
  const Plain = part === 'Look' || part === 'Prepare' ? null : PLAIN[part];
  return (
    <View style={[styles.fill, { backgroundColor: palette.desk }]}>
      <SlimLine
        left={
          <Way
            back
            label="Back"
            onPress={() => (router.canGoBack() ? router.back() : router.replace('/references'))}
          />
        }
        middle={
          <Text kind="strong" lines={1} level={1} style={styles.title}>
            {reference.title}
          </Text>
        }
        right={
          <MainAct
            label="Study this"
            disabled={busy}
            testID="study-this"
            onPress={() => void study({ reference: reference.id })}
            style={styles.study}
          />
        }
      />
      {part === 'Prepare' ? (
        <PreparePart key={reference.revision} reference={reference} layout={PreparingLayout} />
      ) : (
        <ObservingLayout
          stage={<PictureStage reference={reference} look={look} mirrored={mirrored} onStage={onStage} />}
          chooser={<PartChoice part={part} onChoose={choose} />}
        >
          {failed ? <Text>{SILENT}</Text> : null}
          {Plain ? (
            <Plain {...props} />
          ) : (
            <LookPart {...props} look={look} onLook={setLook} mirrored={mirrored} onMirrored={setMirrored} />
          )}
        </ObservingLayout>
      )}
    </View>
  );
}

function PartChoice({
  part,
  onChoose,
}: {
  readonly part: PartName;
  readonly onChoose: (to: PartName) => void;
}) {
  return (
    <Choice label="What to do with it" inOneRow style={styles.parts}>
      {PARTS.map((name) => (
        <Option key={name} small label={name} on={part === name} onPress={() => onChoose(name)} />
      ))}
    </Choice>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  waiting: { flex: 1, padding: 24 },
  parts: { marginBottom: 0 },
  title: { flexShrink: 1 },
  study: { minHeight: 38, paddingHorizontal: 12 },
});
