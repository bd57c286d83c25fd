import type { ReactNode } from 'react';
import { Pressable, ScrollView } from 'react-native';
import type { PenKind } from '@deft/core/page';
import {
  setSymmetry,
  takeForm,
  takeGuide,
  takePen,
  takeWords,
  type FormsTool,
  type GuidesTool,
  type WordsTool,
} from '../../data/desk-slice';
import { useDesk, useDeskDispatch } from '../../data/store';
import { WordAct } from '../../ui/acts';
import { usePalette, useWide } from '../../ui/use-desk-theme';
import { Words } from '../../ui/words';
import { Icon, type Shape } from './icons';
import { SampleStroke } from './sample-stroke';

interface Offer<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly shape: Shape;
}

export const PEN_OFFERS: readonly Offer<PenKind>[] = [
  { value: 'pencil', label: 'pencil', shape: 'pencil' },
  { value: 'pen', label: 'pen', shape: 'pen' },
  { value: 'shade', label: 'shade', shape: 'shade' },
  { value: 'rubber', label: 'rubber', shape: 'rubber' },
];
const FORMS: readonly Offer<FormsTool>[] = [
  { value: 'ellipse', label: 'ellipse', shape: 'ellipse' },
  { value: 'trapezoid', label: 'trapezoid', shape: 'trapezoid' },
  { value: 'landmark', label: 'landmark', shape: 'landmark' },
];
const GUIDES: readonly Offer<GuidesTool>[] = [
  { value: 'ground', label: 'ground line', shape: 'ground' },
  { value: 'level', label: 'level', shape: 'level' },
  { value: 'plumb', label: 'plumb', shape: 'plumb' },
  { value: 'axis', label: 'axis', shape: 'axis' },
];
const WORDS: readonly Offer<WordsTool>[] = [
  { value: 'text', label: 'text', shape: 'text' },
  { value: 'arrow', label: 'arrow', shape: 'arrow' },
  { value: 'count', label: 'count', shape: 'count' },
];

function Offers<T extends string>({
  offers,
  value,
  onTake,
}: {
  readonly offers: readonly Offer<T>[];
  readonly value: T;
  readonly onTake: (value: T) => void;
}) {
  const wide = useWide();
  return (
    <>
      {offers.map(({ value: own, label, shape }) => (
        <WordAct
          key={own}
          small
          label={label}
          on={own === value}
          icon={<Icon shape={shape} on={own === value} />}
          onPress={() => onTake(own)}
          style={{ minWidth: wide ? 72 : 54, height: 58, paddingHorizontal: 4 }}
        />
      ))}
    </>
  );
}

interface HandRowProps {
  readonly onLine: () => void;
  /** Makes the stroke just drawn straight; null where there is none to be made so. */
  readonly onStraighten: (() => void) | null;
  /** Whether the page has an axis to draw about. */
  readonly hasAxis: boolean;
  /** Takes the selected form away; null where none is selected. */
  readonly onRemove: (() => void) | null;
  /** What can be done with what is picked: the Move hand's own row. */
  readonly moveActs: ReactNode;
}

/** What the current hand offers: the upper row of the tray. */
export function HandRow({ onLine, onStraighten, hasAxis, onRemove, moveActs }: HandRowProps) {
  const desk = useDesk((state) => state.desk);
  const dispatch = useDeskDispatch();
  const palette = usePalette();
  const wide = useWide();
  const symmetry = hasAxis ? (
    <WordAct
      small
      label="symmetry"
      on={desk.symmetry}
      icon={<Icon shape="symmetry" on={desk.symmetry} />}
      onPress={() => dispatch(setSymmetry(!desk.symmetry))}
      style={{ minWidth: 66, height: 58 }}
    />
  ) : null;
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      style={{ flexGrow: wide ? 1 : 0 }}
      contentContainerStyle={{ flexGrow: 1, alignItems: 'center', minHeight: 62, paddingHorizontal: 6 }}
    >
      {desk.hand === 'Draw' ? (
        <>
          <Offers offers={PEN_OFFERS} value={desk.pen} onTake={(pen) => dispatch(takePen(pen))} />
          <Pressable
            role="button"
            aria-label={`How the ${desk.pen} draws: size, hardness, pressure, smoothing, colour`}
            testID="line"
            onPress={onLine}
            style={{ marginHorizontal: 8, borderWidth: 1, borderColor: palette.rule, height: 46 }}
          >
            <SampleStroke pen={desk.pen} setting={desk.pens[desk.pen]} width={wide ? 150 : 92} height={44} />
          </Pressable>
          {onStraighten ? (
            <WordAct small label="straighten" onPress={onStraighten} testID="straighten" />
          ) : null}
          {symmetry}
        </>
      ) : null}
      {desk.hand === 'Forms' ? (
        <>
          <Offers offers={FORMS} value={desk.formsTool} onTake={(form) => dispatch(takeForm(form))} />
          {onRemove ? <WordAct small label="take away" onPress={onRemove} /> : null}
        </>
      ) : null}
      {desk.hand === 'Guides' ? (
        <>
          <Offers offers={GUIDES} value={desk.guide} onTake={(guide) => dispatch(takeGuide(guide))} />
          {symmetry}
        </>
      ) : null}
      {desk.hand === 'Words' ? (
        <>
          <Offers offers={WORDS} value={desk.words} onTake={(words) => dispatch(takeWords(words))} />
          <Words size={13} soft style={{ paddingHorizontal: 8, maxWidth: wide ? 420 : 190 }}>
            {WORDS_NOTES[desk.words]}
          </Words>
        </>
      ) : null}
      {desk.hand === 'Move' ? moveActs : null}
    </ScrollView>
  );
}

const WORDS_NOTES: Readonly<Record<WordsTool, string>> = {
  text: 'Touch the page and write.',
  arrow: 'Drag from where to where.',
  count: 'Each touch ticks one off.',
};
