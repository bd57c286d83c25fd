import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { Id } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { previewOf, sentenceOf, useReferenceQuery } from '../data/api';
import { useDesk } from '../data/store';
import { useStart } from '../data/use-start';
import { SlimLine } from '../page/parts/slim-line';
import { SeenReference } from '../page/parts/second-look';
import { NO_LOOK, type Look } from '../page/second-look';
import { MainAct, WordAct } from '../ui/acts';
import { Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { AboutPart } from './about-part';
import { DetailPart } from './detail-part';
import { LandmarkPart } from './landmark-part';
import { LookPart } from './look-part';
import { MarksOver, type Shown } from './marks-over';
import { PreparePart } from './prepare-part';
import { SightPart } from './sight-part';
import { Stage, type StageHand } from '../page/parts/stage';
import { TraitPart } from './trait-part';

const PARTS = ['Look', 'Notice', 'Landmarks', 'Sights', 'Details', 'Prepare', 'About'] as const;
type PartName = (typeof PARTS)[number];

/** What a part shows on the picture and does with contacts on it. */
export interface OnStage {
  readonly hand?: StageHand | null;
  readonly shown?: Shown;
}

export interface PartProps {
  readonly reference: Reference;
  readonly onStage: (stage: OnStage) => void;
}

/** One reference: looked at, noticed about, measured, prepared, credited; and the way into a study of it. */
export function ReferenceScreen({ id }: { readonly id: Id }) {
  const palette = usePalette();
  const { data: reference, isError, error, refetch } = useReferenceQuery(id);
  if (!reference)
    return (
      <View style={{ flex: 1, padding: 24, backgroundColor: palette.desk }}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  return <OneReference key={reference.id} reference={reference} />;
}

function OneReference({ reference }: { readonly reference: Reference }) {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const leftHanded = useDesk((state) => state.desk.leftHanded);
  const { study, busy, failed } = useStart();
  const [part, setPart] = useState<PartName>('Look');
  const [look, setLook] = useState<Look>(NO_LOOK);
  const [mirrored, setMirrored] = useState(false);
  const [{ hand = null, shown = {} }, setStage] = useState<OnStage>({});
  const go = (to: PartName): void => {
    setStage({});
    setPart(to);
  };
  const props = { reference, onStage: setStage };
  const small = look.name === 'small';
  const stage = (
    <View style={{ flex: 1, padding: wide ? 20 : 0 }}>
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
              style={{
                position: 'absolute',
                left: '40%',
                top: '40%',
                width: '20%',
                height: '20%',
                objectFit: 'contain',
                transform: mirrored ? 'scaleX(-1)' : undefined,
              }}
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
    </View>
  );
  const controls = (
    <>
      {failed ? <Words>The desk does not answer just now. Try again in a moment.</Words> : null}
      {part === 'Look' ? (
        <LookPart {...props} look={look} onLook={setLook} mirrored={mirrored} onMirrored={setMirrored} />
      ) : null}
      {part === 'Notice' ? <TraitPart {...props} /> : null}
      {part === 'Landmarks' ? <LandmarkPart {...props} /> : null}
      {part === 'Sights' ? <SightPart {...props} /> : null}
      {part === 'Details' ? <DetailPart {...props} /> : null}
      {part === 'About' ? <AboutPart {...props} /> : null}
    </>
  );
  const parts = (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={{ paddingHorizontal: 8 }}
      style={{ flexGrow: 0, flexShrink: 0 }}
    >
      {PARTS.map((name) => (
        <WordAct
          key={name}
          small
          label={name}
          on={part === name}
          soft
          onPress={() => go(name)}
          style={{ paddingHorizontal: 5 }}
        />
      ))}
    </ScrollView>
  );
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      <SlimLine
        left={
          <WordAct
            label="‹ back"
            spoken="Back to the wall"
            onPress={() => (router.canGoBack() ? router.back() : router.replace('/references'))}
          />
        }
        middle={
          <Words kind="strong" lines={1} level={1} style={{ flexShrink: 1 }}>
            {reference.title}
          </Words>
        }
        right={
          <MainAct
            label="Study this"
            disabled={busy}
            testID="study-this"
            onPress={() => void study({ reference: reference.id })}
            style={{ minHeight: 38, paddingHorizontal: 12 }}
          />
        }
      />
      {part === 'Prepare' ? (
        <PreparePart key={reference.revision} reference={reference} parts={parts} />
      ) : (
        <View style={{ flex: 1, flexDirection: wide ? (leftHanded ? 'row-reverse' : 'row') : 'column' }}>
          {stage}
          <View
            style={
              wide
                ? { width: 400, borderLeftWidth: 1, borderColor: palette.rule }
                : { maxHeight: '42%', minHeight: 190, borderTopWidth: 1, borderColor: palette.rule }
            }
          >
            {parts}
            <ScrollView contentContainerStyle={{ padding: 12, paddingTop: 4, gap: 8 }}>{controls}</ScrollView>
          </View>
        </View>
      )}
    </View>
  );
}
