import { useLocalSearchParams, useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { begunOf, type Four, type Lifting, type PaperWork, type Session } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { PAPER_SIZES, type PaperSize } from '../page/paper';
import {
  useJoinPaperMutation,
  useLiftPaperMutation,
  usePapersQuery,
  usePhotographPaperMutation,
  useSessionQuery,
} from './api';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Switch } from '../ui/switch';
import { Way } from '../ui/way';
import { useSay } from '../ui/notes';
import { Acts } from '../ui/panel';
import { Screen, Waiting } from '../ui/screen';
import { Slider } from '../ui/slider';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { Working } from '../ui/working';
import { CornerSet } from './corner-set';
import { Splitting } from './splitting';

/** Sizes of sketchbooks and sheets that one draws poses on. */
const SIZES = ['A5', 'A4', 'A3'] as const satisfies readonly PaperSize[];
type SizeName = (typeof SIZES)[number];

/** The paper of a session: photographed, laid flat, lifted, and joined to its poses. */
export function PaperScreen() {
  const { session: id = '' } = useLocalSearchParams<{ session?: string }>();
  const { data: session, isError, error, refetch } = useSessionQuery(id);
  const { data: papers } = usePapersQuery(id);
  return (
    <Screen title="From paper">
      {session && papers ? (
        <Photos session={session} papers={papers} />
      ) : (
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      )}
    </Screen>
  );
}

function Photos({ session, papers }: { readonly session: Session; readonly papers: readonly PaperWork[] }) {
  const router = useRouter();
  const say = useSay();
  const [photograph, taking] = usePhotographPaperMutation();
  const [chosen, setChosen] = useState<Id | null>(null);
  const files = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const paper = papers.find((p) => p.id === chosen) ?? papers.at(-1) ?? null;
  const take = (photo: File | 'camera' | undefined): void => {
    if (!photo) return;
    photograph({ session: session.id, photo })
      .unwrap()
      .then(
        (made) => setChosen(made.id),
        (error: unknown) =>
          say({
            text:
              sentenceOf(error) ??
              'The desk does not answer. The photo is still on your device; try again in a moment.',
          }),
      );
  };
  const input = (ref: typeof files, capture: boolean) => (
    <input
      ref={ref}
      type="file"
      accept="image/*"
      capture={capture ? 'environment' : undefined}
      data-testid={capture ? 'photo-camera' : 'photo-file'}
      style={{ display: 'none' }}
      onChange={(event) => {
        take(event.currentTarget.files?.[0]);
        event.currentTarget.value = '';
      }}
    />
  );
  return (
    <>
      {input(files, false)}
      {input(camera, true)}
      {paper ? null : (
        <Text soft>
          Photograph the page you drew on: whole, with a little of the table round it, in even light. Then it
          is laid flat, and what you drew is lifted from it.
        </Text>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'center' }}>
        {paper ? (
          <Act label="Another photo" disabled={taking.isLoading} onPress={() => camera.current?.click()} />
        ) : (
          <MainAct label="Take a photo" disabled={taking.isLoading} onPress={() => camera.current?.click()} />
        )}
        <Act label="Choose a photo" disabled={taking.isLoading} onPress={() => files.current?.click()} />
        <Act
          label="Simulated camera"
          disabled={taking.isLoading}
          onPress={() => take('camera')}
          testID="simulated"
        />
        {taking.isLoading ? <Working what="Looking for the page in it …" /> : null}
      </View>
      {papers.length > 1 ? (
        <Choice label="Photos">
          {papers.map((p, i) => (
            <Option
              key={p.id}
              small
              label={`photo ${i + 1}`}
              on={p.id === paper?.id}
              onPress={() => setChosen(p.id)}
            />
          ))}
        </Choice>
      ) : null}
      {paper ? (
        <Work
          key={paper.id}
          session={session}
          paper={paper}
          onDone={() =>
            router.canGoBack()
              ? router.back()
              : router.replace({ pathname: '/sessions/[id]', params: { id: session.id } })
          }
        />
      ) : null}
    </>
  );
}

const whole = ({ width, height }: PaperWork): Four => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];
/** Somewhere to begin where no page was found. */
const inset = ({ width, height }: PaperWork): Four => [
  { x: 0.1 * width, y: 0.1 * height },
  { x: 0.9 * width, y: 0.1 * height },
  { x: 0.9 * width, y: 0.9 * height },
  { x: 0.1 * width, y: 0.9 * height },
];

/** Whether four corners hold something that lies rather than stands. */
const lies = ([a, b, c, d]: Four): boolean =>
  Math.hypot(b.x - a.x, b.y - a.y) + Math.hypot(c.x - d.x, c.y - d.y) >
  Math.hypot(d.x - a.x, d.y - a.y) + Math.hypot(c.x - b.x, c.y - b.y);

function Work({
  session,
  paper,
  onDone,
}: {
  readonly session: Session;
  readonly paper: PaperWork;
  readonly onDone: () => void;
}) {
  const say = useSay();
  const wide = useWide();
  const [lift, lifting] = useLiftPaperMutation();
  const [join, joining] = useJoinPaperMutation();
  const [corners, setCorners] = useState<Four>(
    paper.settings?.corners ?? paper.found?.corners ?? inset(paper),
  );
  const [size, setSize] = useState<SizeName>('A4');
  const [spread, setSpread] = useState(paper.found?.spread ?? false);
  const [faint, setFaint] = useState(paper.settings?.faint ?? 0.5);
  const [again, setAgain] = useState(false);
  const onPaper = begunOf(session.poses).filter(({ step }) => step.ground === 'on paper');
  const failed = (error: unknown): void =>
    say({ text: sentenceOf(error) ?? 'The desk does not answer. Nothing is lost; try again in a moment.' });
  const settings = (): Lifting => {
    const [narrow, long] = PAPER_SIZES[size];
    const one: readonly [number, number] = spread
      ? [2 * narrow, long]
      : lies(corners)
        ? [long, narrow]
        : [narrow, long];
    return { corners, width: one[0], height: one[1], faint };
  };
  if (paper.page && !again) {
    return (
      <>
        <View style={{ alignItems: 'flex-start', marginVertical: -10 }}>
          <Way back label="Corners and faint lines" onPress={() => setAgain(true)} />
        </View>
        <Splitting
          key={paper.page}
          paper={paper}
          page={paper.page}
          poses={onPaper}
          busy={joining.isLoading}
          onJoin={(poses) =>
            void join({ id: paper.id, session: paper.session, poses }).unwrap().then(onDone, failed)
          }
        />
      </>
    );
  }
  return (
    <>
      <Text>
        {paper.found
          ? 'The page was found. Drag a corner where it is off.'
          : 'No page was found in this photo. Drag the corners to it, or take the whole photo as the page.'}
      </Text>
      <View style={{ flexDirection: wide ? 'row' : 'column', gap: 20 }}>
        <View style={{ flex: wide ? 1 : undefined }}>
          <CornerSet paper={paper} corners={corners} onChange={setCorners} />
        </View>
        <View style={{ flex: wide ? 1 : undefined, gap: 8 }}>
          <Acts about="The page">
            {paper.found ? (
              <Act small label="As found" onPress={() => paper.found && setCorners(paper.found.corners)} />
            ) : null}
            <Act small label="The whole photo is the page" onPress={() => setCorners(whole(paper))} />
            <Switch small label="two pages of a sketchbook" on={spread} onPress={() => setSpread(!spread)} />
          </Acts>
          <Choice label={spread ? 'Size of one page' : 'Its size'} shown>
            {SIZES.map((name) => (
              <Option key={name} small label={name} on={size === name} onPress={() => setSize(name)} />
            ))}
          </Choice>
          <View style={{ flexDirection: 'row' }}>
            <Slider
              label="Faint lines"
              value={faint}
              least={0}
              most={1}
              step={0.05}
              shown={faint < 0.35 ? 'left away' : faint > 0.65 ? 'kept' : 'as they are'}
              onChange={setFaint}
            />
          </View>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: 14 }}>
            <MainAct
              label="Lift the drawing"
              disabled={lifting.isLoading}
              onPress={() =>
                void lift({ id: paper.id, settings: settings() })
                  .unwrap()
                  .then(() => setAgain(false), failed)
              }
              testID="lift"
            />
            {lifting.isLoading ? <Working what="Laying it flat and lifting the lines …" /> : null}
          </View>
        </View>
      </View>
    </>
  );
}
