import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import type { Four, Lifting, PaperWork } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { PAPER_SIZES, type PaperSize } from '../page/paper';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { useSay } from '../ui/notes';
import { Acts } from '../ui/panel';
import { Slider } from '../ui/slider';
import { Switch } from '../ui/switch';
import { useWide } from '../ui/use-desk-theme';
import { Text } from '../ui/text';
import { Way } from '../ui/way';
import { Working } from '../ui/working';
import { useLiftPaperMutation } from './api';
import { CornerSet } from './corner-set';

/** Sizes of sketchbooks and sheets that one draws on. */
const SIZES = ['A5', 'A4', 'A3'] as const satisfies readonly PaperSize[];
type SizeName = (typeof SIZES)[number];

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

interface LiftWorkProps {
  readonly paper: PaperWork;
  /** Once it is lifted: what comes of its page. */
  readonly children: (page: Id) => ReactNode;
}

/** A photo of paper: its corners, its size, how faint a line still counts; then what is lifted from it. */
export function LiftWork({ paper, children }: LiftWorkProps) {
  const say = useSay();
  const wide = useWide();
  const [lift, lifting] = useLiftPaperMutation();
  const [corners, setCorners] = useState<Four>(
    paper.settings?.corners ?? paper.found?.corners ?? inset(paper),
  );
  const [size, setSize] = useState<SizeName>('A4');
  const [spread, setSpread] = useState(paper.found?.spread ?? false);
  const [faint, setFaint] = useState(paper.settings?.faint ?? 0.5);
  const [again, setAgain] = useState(false);
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
        {children(paper.page)}
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
