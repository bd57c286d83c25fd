import { useRouter } from 'expo-router';
import { useMemo, useState, type PropsWithChildren, type ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { previewOf } from '../data/addresses';
import { useReferenceQuery } from '../data/references-api';
import { sentenceOf, SILENT } from '../data/refusals';
import { useDesk } from '../data/store';
import { useStart } from '../data/use-start';
import { SeenReference } from '../page/parts/second-look';
import { SlimLine } from '../page/parts/slim-line';
import { Stage } from '../page/parts/stage';
import { NO_LOOK, type Look } from '../page/second-look';
import { MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Way } from '../ui/way';
import { Text } from '../ui/text';
import { AboutPart } from './about-part';
import { DetailPart } from './detail-part';
import { LandmarkPart } from './landmark-part';
import { LookPart } from './look-part';
import { MarksOver } from './marks-over';
import { PreparePart } from './prepare-part';
import type { OnStage, PartLayout } from './reference-part';
import { SightPart } from './sight-part';
import { TraitPart } from './trait-part';

const PARTS = ['Look', 'Notice', 'Landmarks', 'Sights', 'Details', 'Prepare', 'About'] as const;
type PartName = (typeof PARTS)[number];

/** Parts that only need the picture as it is seen. */
const PLAIN = {
  Notice: TraitPart,
  Landmarks: LandmarkPart,
  Sights: SightPart,
  Details: DetailPart,
  About: AboutPart,
} as const;

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

/**
 * The stage beside the panel, or over it on a phone. The panel keeps one height from part to part, so that
 * the picture does not jump.
 */
function Layout({ stage, chooser, children }: PropsWithChildren<{ stage: ReactNode; chooser: ReactNode }>) {
  const palette = usePalette();
  const wide = useWide();
  const { leftHanded } = useDesk('leftHanded');
  const row = leftHanded ? 'row-reverse' : 'row';
  return (
    <View style={[styles.fill, { flexDirection: wide ? row : 'column' }]}>
      <View style={[styles.fill, wide && styles.roomy]}>{stage}</View>
      <View style={[wide ? styles.beside : styles.under, { borderColor: palette.rule }]} testID="part">
        {chooser}
        <ScrollView contentContainerStyle={styles.controls}>{children}</ScrollView>
      </View>
    </View>
  );
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
          <Layout stage={stage} chooser={<PartChoice part="Prepare" onChoose={setPart} />}>
            {children}
          </Layout>
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
        <Layout
          stage={<PictureStage reference={reference} look={look} mirrored={mirrored} onStage={onStage} />}
          chooser={<PartChoice part={part} onChoose={choose} />}
        >
          {failed ? <Text>{SILENT}</Text> : null}
          {Plain ? (
            <Plain {...props} />
          ) : (
            <LookPart {...props} look={look} onLook={setLook} mirrored={mirrored} onMirrored={setMirrored} />
          )}
        </Layout>
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

interface PictureStageProps {
  readonly reference: Reference;
  readonly look: Look;
  readonly mirrored: boolean;
  readonly onStage: OnStage;
}

/** The picture through its look, with what the part shows over it. */
function PictureStage({
  reference,
  look,
  mirrored,
  onStage: { hand = null, shown = {} },
}: PictureStageProps) {
  const small = look.name === 'small';
  return (
    <Stage
      width={reference.width}
      height={reference.height}
      hand={hand}
      mirrored={mirrored}
      loupe={hand ? previewOf(reference) : null}
      picture={
        small ? (
          <img
            src={previewOf(reference)}
            alt={`${reference.title}, small`}
            style={{ ...SMALL, transform: mirrored ? 'scaleX(-1)' : undefined }}
          />
        ) : (
          <SeenReference reference={reference} look={look} mirrored={mirrored} />
        )
      }
      over={
        small
          ? undefined
          : (pixel) => <MarksOver reference={reference} pixel={pixel} mirrored={mirrored} shown={shown} />
      }
    />
  );
}

/** As small as a stamp, in the middle of the stage. */
const SMALL = {
  position: 'absolute',
  left: '40%',
  top: '40%',
  width: '20%',
  height: '20%',
  objectFit: 'contain',
} as const;

const styles = StyleSheet.create({
  fill: { flex: 1 },
  roomy: { padding: 20 },
  waiting: { flex: 1, padding: 24 },
  beside: { width: 400, borderLeftWidth: 1 },
  under: { height: '42%', minHeight: 190, borderTopWidth: 1 },
  controls: { padding: 12, paddingTop: 8, gap: 8 },
  parts: { marginBottom: 0 },
  title: { flexShrink: 1 },
  study: { minHeight: 38, paddingHorizontal: 12 },
});
